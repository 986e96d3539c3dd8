package job

import (
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"time"
	"unicode/utf8"

	"gnomon/core/measure"
)

// Invalid says what in a job cannot be taken, and the way out.
type Invalid struct {
	Thing  string // wall w3
	Field  string // length
	Value  string
	Reason string
	Remedy string
}

func (e *Invalid) Error() string {
	s := e.Thing
	if e.Field != "" {
		s += ", " + e.Field
	}
	if e.Value != "" {
		s += fmt.Sprintf(" %q", e.Value)
	}
	s += ": " + e.Reason
	if e.Remedy != "" {
		s += "; " + e.Remedy
	}
	return s
}

var idPattern = regexp.MustCompile(`^[A-Za-z0-9_-]{1,80}$`)

// Check refuses what no plan could be made of: names that stand for nothing,
// lengths of nothing, angles that no saw has. What is merely wrong or missing
// about a measurement is not its business: that is a finding of the plan.
// Call it after Normalise and Resolve. The error is an *Invalid.
func (j *Job) Check() error {
	c := checker{seen: map[string]bool{}, unit: j.Unit, begins: j.Day.begins()}
	if c.counts(j); c.err != nil {
		return c.err
	}
	c.shop(j)
	for i := range j.Rooms {
		c.room(j, &j.Rooms[i])
	}
	c.records(j.Records, 0)
	c.lists(j)
	c.bounds(reflect.ValueOf(j).Elem(), reflect.ValueOf(j).Elem())
	return c.result()
}

// CheckSince does the same where the job was made of one that passed, with what it does not share
// with that: what it shares is as good as it was.
func (j *Job) CheckSince(was *Job) error {
	if !j.SameShop(was) { // what holds for every room
		return j.Check()
	}
	since := j.Since(was)
	c, before := checker{seen: map[string]bool{}, unit: j.Unit, begins: j.Day.begins()}, checker{seen: map[string]bool{}, unit: j.Unit}
	for i, same := range since {
		if same == nil {
			if o := was.Room(j.Rooms[i].ID); o != nil && !slices.Contains(since, o) {
				before.room(was, o)
			}
		}
	}
	if c.counts(j); c.err != nil {
		return c.err
	}
	for i, same := range since {
		if same == nil {
			c.room(j, &j.Rooms[i])
		}
	}
	for thing := range before.seen {
		delete(c.seen, thing)
	}
	c.elsewhere(j, since)
	for i, same := range since {
		if same == nil {
			c.held(&j.Rooms[i])
		}
	}
	old := j.CommonRecords(was)
	c.records(j.Records, old)
	for i := range j.Records[old:] {
		c.held(&j.Records[old+i])
	}
	if j.SameByHand(was) && j.SameLayouts(was) {
		return c.result()
	}
	c.lists(j)
	for i := range j.ByHand {
		c.held(&j.ByHand[i])
	}
	for i := range j.Layouts {
		c.held(&j.Layouts[i])
	}
	return c.result()
}

// held holds a thing, given by a pointer to it, to its tags.
func (c *checker) held(thing any) {
	v := reflect.ValueOf(thing).Elem()
	c.bounds(v, v)
}

// shop checks what a job has once.
func (c *checker) shop(j *Job) {
	c.text("job", "name", j.Name)
	c.rules(&j.Rules)
	c.saws(j)
	c.cutting(j)
	c.prices(&j.Prices)
	c.quote(j.Quote)
	c.times(&j.Times)
	c.lessons(j.Lessons)
	c.day(&j.Day)
	c.positive("tools", "tape", j.Tools.Tape)
	if j.Tools.Tape.Length > measure.Inch {
		c.refuse("tools", "tape", j.Tools.Tape.Text, "no tape is so bad", "give what two of its readings of one length differ by, such as "+texts(j.Unit, "1/16",
			"1.6 mm").Text)
	}
	if !(j.Tools.Reading > 0 && j.Tools.Reading <= 10) {
		c.refuse("tools", "reading", j.Tools.Reading.Text(6), "no protractor is so good or so bad",
			"give what two of its readings of one corner differ by, such as 0.5")
	}
	for i := range j.Mouldings {
		c.moulding(&j.Mouldings[i])
	}
	c.putAway(j.PutAway)
	c.ofShop(j)
}

// lists checks what was set by hand and laid out.
func (c *checker) lists(j *Job) {
	for i := range j.ByHand {
		c.byHand(&j.ByHand[i])
	}
	for i := range j.Layouts {
		c.layout(j, &j.Layouts[i])
	}
}

func (c *checker) result() error {
	if c.err != nil {
		return c.err
	}
	return nil
}

type checker struct {
	err  *Invalid
	seen map[string]bool
	unit measure.Unit // that lengths are told in
	// begins is the first day of work; no date where none is said.
	begins time.Time
}

func (c *checker) refuse(thing, field, value, reason, remedy string) {
	if c.err == nil {
		c.err = &Invalid{Thing: thing, Field: field, Value: value, Reason: reason, Remedy: remedy}
	}
}

func (c *checker) text(thing, field, v string) {
	if n := utf8.RuneCountInString(v); n > maxName || !utf8.ValidString(v) {
		c.refuse(thing, field, "", fmt.Sprintf("%d characters are too many", n), fmt.Sprintf("use %d at most", maxName))
	}
}

func (c *checker) oneOf(thing, field, v string, allowed ...string) {
	if !slices.Contains(allowed, v) {
		c.refuse(thing, field, v, "not known", fmt.Sprintf("use one of %v", allowed))
	}
}

func (c *checker) id(kind, id string) string {
	thing := kind + " " + id
	if !idPattern.MatchString(id) {
		c.refuse(kind, "id", id, "not an identifier", "use 1 to 80 letters, digits, - or _")
	}
	if c.seen[thing] {
		c.twiceIn(kind, id)
	}
	c.seen[thing] = true
	return thing
}

func (c *checker) twiceIn(kind, id string) {
	c.refuse(kind+" "+id, "id", id, "stands twice in the job", "give every "+kind+" an identifier of its own")
}

func (c *checker) positive(thing, field string, e Entry) {
	if e.Length <= 0 {
		c.refuse(thing, field, e.Text, "must be more than 0", "measure it again")
	}
}

func (c *checker) angle(thing, field string, a, most measure.Angle) {
	if !(a >= 0 && a <= most) {
		c.refuse(thing, field, a.Text(6), fmt.Sprintf("must be from 0 to %s", most), "give the angle without a sign")
	}
}

func (c *checker) moulding(m *Moulding) {
	thing := c.id("moulding", m.ID)
	c.text(thing, "name", m.Name)
	c.oneOf(thing, "kind", m.Kind, KindCodes...)
	c.positive(thing, "height", m.Height)
	c.positive(thing, "thickness", m.Thickness)
	if m.Kind == KindBase && m.Thickness.Length > m.Height.Length && c.err == nil {
		c.refuse(thing, "thickness", m.Thickness.Text, "a base is thinner than it is high", "check whether the two were swapped")
	}
	c.section(thing, m)
	c.money(thing, "rate", m.Rate)
	c.count(thing, "spares", m.Spares, 100)
	if len(m.Sticks) > 20 {
		c.refuse(thing, "sticks", fmt.Sprint(len(m.Sticks)), "too many lengths", "list the lengths the yard sells, 20 at most")
	}
	for i, s := range m.Sticks {
		c.stick(thing, s)
		for _, o := range m.Sticks[:i] {
			if o.Length == s.Length {
				c.refuse(thing, "sticks", s.Text, "stands twice", "list each length once, with its price")
			}
		}
	}
}

func (c *checker) room(j *Job, r *Room) {
	thing := c.id("room", r.ID)
	c.text(thing, "name", r.Name)
	if len(r.Corners) != len(r.Walls) {
		need := "one corner for each wall"
		if !r.Closed {
			need = "one corner between each wall and the next"
		}
		c.refuse(thing, "corners", fmt.Sprint(len(r.Corners)), fmt.Sprintf("%d walls do not go with %d corners", len(r.Walls), len(r.Corners)), "give "+need)
	}
	c.look(thing, r.Look)
	c.text(thing, "storey", r.Storey)
	c.text(thing, "entry", r.Entry)
	c.measured(j, r)
	for i := range r.Runs {
		c.run(j, r, &r.Runs[i])
	}
	c.overrides(j, r)
}
