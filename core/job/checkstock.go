package job

import (
	"fmt"
	"strings"

	"gnomon/core/money"
)

func (c *checker) money(thing, field string, v money.Cents) {
	if v < 0 || v > money.Max {
		c.refuse(thing, field, v.String(), "no price", "give from 0 to ten million")
	}
}

func (c *checker) count(thing, field string, n, most int) {
	if n < 0 || n > most {
		c.refuse(thing, field, fmt.Sprint(n), "cannot be so many", fmt.Sprintf("give 0 to %d", most))
	}
}

func (c *checker) stick(thing string, s Stick) {
	c.positive(thing, "sticks", s.Entry)
	c.money(thing, "sticks", s.Price)
	if s.Available != nil {
		c.count(thing, "sticks", *s.Available, 100_000)
	}
}

func (c *checker) cutting(j *Job) {
	for _, g := range []struct {
		field string
		e     Entry
	}{{"kerf", j.Cutting.Kerf}, {"end_trim", j.Cutting.EndTrim}, {"keep", j.Cutting.Keep}} {
		if g.e.Length < 0 {
			c.refuse("cutting", g.field, g.e.Text, "is negative", "give 0 or more")
		}
	}
	c.positive("cutting", "shortest", j.Cutting.Shortest)
	if j.Cutting.Share < 0 || j.Cutting.Share > 100_00 {
		c.refuse("cutting", "share", j.Cutting.Share.String(), "no waste share", "give 0 to 100 percent")
	}
	c.positive("doors", "width", j.Doors.Width)
	c.positive("doors", "height", j.Doors.Height)
}

func (c *checker) prices(p *Prices) {
	c.text("prices", "currency", p.Currency)
	if len([]rune(p.Currency)) > 4 {
		c.refuse("prices", "currency", p.Currency, "is too long", "give the sign of the currency, such as $")
	}
	for _, g := range []struct {
		field string
		v     money.Cents
	}{{"cope", p.Cope}, {"mitre", p.Mitre}, {"outside", p.Outside}, {"scarf", p.Scarf}, {"return", p.Return}, {"butt", p.Butt},
		{"casing", p.Casing}, {"stool", p.Stool}, {"built_head", p.Built}, {"band", p.Band}, {"plinths", p.Plinths}, {"backing", p.Backing}, {"least", p.Least}} {
		c.money("prices", g.field, g.v)
	}
	c.stick("prices strip", p.Strip)
	if len(p.Sundries) > 100 {
		c.refuse("prices", "sundries", fmt.Sprint(len(p.Sundries)), "too many", "list 100 at most")
	}
	for _, s := range p.Sundries {
		st := c.id("sundry", s.ID)
		c.text(st, "name", s.Name)
		c.money(st, "price", s.Price)
		c.count(st, "coats", s.Coats, 10)
		if s.Lasts <= 0 || s.Lasts > money.Max {
			c.refuse(st, "lasts", s.Lasts.String(), "one must last for something", "give how much one is enough for")
		}
	}
}

// maxText is the longest text of a quote, in characters.
const maxText = 4000

func (c *checker) quote(q Quote) {
	for field, v := range map[string]string{"for": q.For, "from": q.From, "number": q.Number, "date": q.Date, "included": q.Included, "excluded": q.Excluded,
		"note": q.Note} {
		if len([]rune(v)) > maxText || strings.ContainsRune(v, 0) {
			c.refuse("quote", field, "", "is too long", fmt.Sprintf("use %d characters at most", maxText))
		}
	}
}

func (c *checker) look(thing string, l Look) {
	for field, n := range map[string]*int{"inside": l.Inside, "outside": l.Outside, "doors": &l.Doors, "returns": &l.Returns} {
		if n != nil {
			c.count(thing, field, *n, MaxWalls)
		}
	}
	if l.Ceiling != nil {
		c.positive(thing, "ceiling", *l.Ceiling)
	}
}

func (c *checker) layout(j *Job, l *Layout) {
	thing := "layout " + l.Moulding
	if j.Moulding(l.Moulding) == nil {
		c.refuse(thing, "moulding", l.Moulding, "no such moulding in the job", "name one of the job's mouldings")
	}
	if c.seen[thing] {
		c.refuse(thing, "", "", "stands twice in the job", "keep one layout for each moulding")
	}
	c.seen[thing] = true
	if len(l.Sticks) > 4000 {
		c.refuse(thing, "sticks", fmt.Sprint(len(l.Sticks)), "too many", "fit the job in parts")
	}
	c.money(thing, "least", l.Least)
	c.count(thing, "records", l.Records, 1<<30)
	ids := map[string]bool{}
	for _, s := range l.Sticks {
		if !idPattern.MatchString(s.ID) || ids[s.ID] {
			c.refuse(thing, "stick", s.ID, "is no identifier of its own", "use 1 to 64 letters, digits, - or _, each once")
		}
		ids[s.ID] = true
		if s.Length <= 0 {
			c.refuse(thing, "stick "+s.ID, s.Length.In(c.unit), "has no length", "give how long it is")
		}
		if s.Rack < 0 || s.Rack > s.Length {
			c.refuse(thing, "stick "+s.ID, s.Rack.In(c.unit), "leaves no such offcut", "an offcut is no longer than its stick")
		}
		c.money(thing, "price", s.Price)
		c.text(thing, "source", s.Source)
		for _, p := range s.Pieces {
			c.text(thing, "piece", p.Piece)
			if p.From < 0 || p.To < p.From {
				c.refuse(thing, "piece "+p.Piece, p.From.In(c.unit), "lies off the stick", "fit the sticks again")
			}
		}
	}
	for _, b := range l.Barred {
		c.text(thing, "piece", b.Piece)
		c.text(thing, "source", b.Source)
	}
	for _, s := range l.Scarfs {
		c.oneOf(thing, "over", s.Over, "", HandLeft, HandRight)
		for i, at := range s.At {
			if at <= 0 || i > 0 && at <= s.At[i-1] {
				c.refuse(thing, "scarf of "+s.Piece, at.In(c.unit), "is out of order", "give the places from the left end, in order")
			}
		}
	}
}
