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

// plainTexts takes such characters out of every name and remark of the job.
func (j *Job) plainTexts() {
	one := func(all ...*string) {
		for _, s := range all {
			*s = Plain(*s)
		}
	}
	one(&j.Name, &j.Rules.Set, &j.Prices.Currency)
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		one(&m.Name)
	}
	for i := range j.Saws {
		one(&j.Saws[i].Name, &j.Saws[i].Note)
	}
	for i := range j.Prices.Sundries {
		one(&j.Prices.Sundries[i].Name)
	}
	q := &j.Quote
	one(&q.Number, &q.Date)
	for _, s := range []*string{&q.For, &q.From, &q.Included, &q.Excluded, &q.Note} {
		*s = plain(*s, "\n\t")
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		one(&r.Name, &r.Storey)
		for k := range r.Overrides {
			o := &r.Overrides[k]
			one(&o.By, &o.Why)
		}
	}
	for i := range j.Records {
		r := &j.Records[i]
		one(&r.Piece, &r.Label, &r.At, &r.By, &r.Device)
		if r.Recut != nil {
			one(&r.Recut.Why)
		}
	}
	for i := range j.ByHand {
		h := &j.ByHand[i]
		one(&h.Piece, &h.By, &h.Why, &h.At)
	}
	for i := range j.Layouts {
		for k := range j.Layouts[i].Sticks {
			one(&j.Layouts[i].Sticks[k].Source)
		}
	}
}
