package job

import (
	"strings"
	"unicode"
)

// Plain is a text without the characters that a terminal, a list or a label would obey
// instead of showing: controls, and those that turn the direction of writing.
func Plain(s string) string { return plain(s, "") }

// plain keeps the controls told.
func plain(s, keep string) string {
	bad := func(r rune) bool {
		return !strings.ContainsRune(keep, r) && (unicode.IsControl(r) || r == '\u2028' || r == '\u2029' || r >= '\u202a' && r <= '\u202e' || r >= '\u2066' &&
			r <= '\u2069')
	}
	if strings.IndexFunc(s, bad) < 0 {
		return s
	}
	return strings.Map(func(r rune) rune {
		if bad(r) {
			return -1
		}
		return r
	}, s)
}

// plainAll takes such characters out of texts.
func plainAll(all ...*string) {
	for _, s := range all {
		*s = Plain(*s)
	}
}

// plainTexts takes them out of every name and remark that a job has once.
func (j *Job) plainTexts() {
	plainAll(&j.Name, &j.Rules.Set, &j.Prices.Currency)
	for i := range j.Mouldings {
		plainAll(&j.Mouldings[i].Name)
	}
	for i := range j.Saws {
		plainAll(&j.Saws[i].Name, &j.Saws[i].Note)
	}
	for i := range j.Prices.Sundries {
		plainAll(&j.Prices.Sundries[i].Name)
	}
	j.plainShop()
	q := &j.Quote
	plainAll(&q.Number, &q.Date)
	for _, s := range []*string{&q.For, &q.From, &q.Included, &q.Excluded, &q.Note} {
		*s = plain(*s, "\n\t")
	}
}

func (r *Room) plainTexts() {
	plainAll(&r.Name, &r.Storey)
	for i := range r.Openings {
		plainAll(&r.Openings[i].Name)
	}
	for i := range r.Overrides {
		plainAll(&r.Overrides[i].By, &r.Overrides[i].Why)
	}
}

func (r *Record) plainTexts() {
	plainAll(&r.Piece, &r.Label, &r.At, &r.By, &r.Device)
	if r.Recut != nil {
		plainAll(&r.Recut.Why)
	}
	if r.Fit != nil {
		plainAll(&r.Fit.Note)
	}
	if r.Why != nil {
		plainAll(&r.Why.Note)
	}
	if r.Came != nil {
		plainAll(&r.Came.Moulding, &r.Came.Note)
	}
}

func (h *ByHand) plainTexts() { plainAll(&h.Piece, &h.By, &h.Why, &h.At) }

func (l *Layout) plainTexts() {
	for i := range l.Sticks {
		plainAll(&l.Sticks[i].Source)
	}
}
