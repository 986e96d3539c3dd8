package job

import (
	"fmt"
	"math"
	"regexp"
	"time"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// Origin says which of the shop's things one of a job's was taken from, and what figures that had
// when they were last taken or left: a fingerprint of package shop. A job keeps the figures that it was planned with.
type Origin struct {
	Of string `json:"of" maxLength:"80"`
	At string `json:"at" maxLength:"64"`
}

// Person is one who works, with what they measure with.
type Person struct {
	ID          string       `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name        string       `json:"name" maxLength:"200"`
	Instruments []Instrument `json:"instruments,omitempty" maxItems:"50"`
	Reads       *Reads       `json:"reads,omitempty" private:"true" doc:"how the lengths that they read lean"`
	LeftOut     bool         `json:"left_out,omitempty" doc:"nothing is learned from what they did"`
	Origin      *Origin      `json:"origin,omitempty" doc:"which of the shop's it was taken from"`
}

// Kinds of instrument.
const (
	InstrumentTape       = "tape"
	InstrumentLaser      = "laser"
	InstrumentProtractor = "protractor"
)

// Instrument is what lengths or corners are read with, and by how much two of its readings of one differ.
type Instrument struct {
	ID      string        `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name    string        `json:"name,omitempty" maxLength:"200"`
	Kind    string        `json:"kind" required:"true" enum:"tape,laser,protractor"`
	Length  *Entry        `json:"length,omitempty" doc:"what two readings of one length differ by, of a tape or laser"`
	Reading measure.Angle `json:"reading,omitempty" minimum:"0" maximum:"10" doc:"the same of a corner, of a protractor"`
}

// Kinds of nail.
const (
	NailPin    = "pin"
	NailBrad   = "brad"
	NailFinish = "finish"
)

// Nail is a length of nail as the shop keeps it.
type Nail struct {
	ID     string      `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name   string      `json:"name,omitempty" maxLength:"200"`
	Kind   string      `json:"kind" required:"true" enum:"pin,brad,finish"`
	Gauge  int         `json:"gauge,omitempty" minimum:"0" maximum:"30"`
	Length Entry       `json:"length" required:"true"`
	Pack   int         `json:"pack,omitempty" minimum:"0" maximum:"100000" doc:"so many are in one"`
	Price  money.Cents `json:"price,omitempty" doc:"of a pack"`
	Origin *Origin     `json:"origin,omitempty" doc:"which of the shop's it was taken from"`
}

// Title is what a nail is called.
func (n *Nail) Title(unit measure.Unit) string {
	if n.Name != "" {
		return n.Name
	}
	title := fmt.Sprintf("%s %s nail", n.Length.Length.In(unit), n.Kind)
	if n.Gauge > 0 {
		title += fmt.Sprintf(", %d gauge", n.Gauge)
	}
	return title
}

func (p *Person) entries(f func(thing, field string, e *Entry) error) error {
	return entriesWithin(p, f)
}

func (i *Instrument) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "instrument "+i.ID, entriesIn(i)...)
}

func (n *Nail) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "nail "+n.ID, entriesIn(n)...)
}

// DefaultNails are lengths that are sold everywhere.
func DefaultNails(unit measure.Unit) []Nail {
	return []Nail{
		{ID: "brad-114", Kind: NailBrad, Gauge: 18, Length: texts(unit, "1 1/4", "32"), Pack: 1000, Price: 9_40},
		{ID: "brad-2", Kind: NailBrad, Gauge: 18, Length: texts(unit, "2", "50"), Pack: 1000, Price: 11_60},
		{ID: "finish-2", Kind: NailFinish, Gauge: 15, Length: texts(unit, "2", "50"), Pack: 500, Price: 12_90},
		{ID: "finish-212", Kind: NailFinish, Gauge: 15, Length: texts(unit, "2 1/2", "64"), Pack: 500, Price: 13_80},
	}
}

var printPattern = regexp.MustCompile(`^[0-9a-f]{0,64}$`)

func (c *checker) origin(thing string, o *Origin) {
	if o == nil {
		return
	}
	if !idPattern.MatchString(o.Of) {
		c.refuse(thing, "origin", o.Of, "names nothing of a shop", "leave it out where the thing is the job's own")
	}
	if !printPattern.MatchString(o.At) {
		c.refuse(thing, "origin", o.At, "is no fingerprint", "leave it out where the thing is the job's own")
	}
}

// ofShop checks what a job has of a shop.
func (c *checker) ofShop(j *Job) {
	for i := range j.Saws {
		c.origin("saw "+j.Saws[i].ID, j.Saws[i].Origin)
	}
	for i := range j.Mouldings {
		c.origin("moulding "+j.Mouldings[i].ID, j.Mouldings[i].Origin)
		c.text("moulding "+j.Mouldings[i].ID, "yard", j.Mouldings[i].Yard)
	}
	c.origin("prices", j.Prices.Origin)
	c.origin("cutting", j.Cutting.Origin)
	c.origin("tools", j.Tools.Origin)
	c.origin("times", j.Times.Origin)
	c.origin("rules", j.Rules.Origin)
	if j.Promised != "" {
		if _, err := time.Parse(time.DateOnly, j.Promised); err != nil {
			c.refuse("job", "promised", j.Promised, "is no day", "give it as 2031-05-02, or leave it empty")
		}
	}
	for i := range j.People {
		p := &j.People[i]
		thing := c.id("person", p.ID)
		c.text(thing, "name", p.Name)
		c.origin(thing, p.Origin)
		if r := p.Reads; r != nil && !(math.Abs(r.Bias) <= .5 && math.Abs(r.Stretch) <= .01) {
			c.refuse(thing, "reads", fmt.Sprint(r.Bias, " ", r.Stretch), "no tape is so bad", "take it back, and read with another")
		}
		for k := range p.Instruments {
			c.instrument(&p.Instruments[k])
		}
	}
	for i := range j.Nails {
		n := &j.Nails[i]
		thing := c.id("nail", n.ID)
		c.text(thing, "name", n.Name)
		c.origin(thing, n.Origin)
		c.oneOf(thing, "kind", n.Kind, NailPin, NailBrad, NailFinish)
		c.positive(thing, "length", n.Length)
		if n.Length.Length > 12*measure.Inch {
			c.refuse(thing, "length", n.Length.Text, "no nail for trim is so long", "check its unit")
		}
		c.count(thing, "gauge", n.Gauge, 30)
		c.count(thing, "pack", n.Pack, 100_000)
		c.money(thing, "price", n.Price)
	}
}

func (c *checker) instrument(i *Instrument) {
	thing := c.id("instrument", i.ID)
	c.text(thing, "name", i.Name)
	c.oneOf(thing, "kind", i.Kind, InstrumentTape, InstrumentLaser, InstrumentProtractor)
	if l := i.Length; l != nil {
		c.positive(thing, "length", *l)
		if l.Length > measure.Inch {
			c.refuse(thing, "length", l.Text, "no tape is so bad", "give what two of its readings of one length differ by")
		}
	}
	if r := i.Reading; !(r >= 0 && r <= 10) {
		c.refuse(thing, "reading", r.Text(6), "no protractor is so good or so bad", "give what two of its readings of one corner differ by, such as 0.5")
	}
}

// plainShop takes what no screen should obey out of the names of what a job has of a shop.
func (j *Job) plainShop() {
	plainAll(&j.Promised)
	for i := range j.People {
		p := &j.People[i]
		plainAll(&p.Name)
		for k := range p.Instruments {
			plainAll(&p.Instruments[k].Name)
		}
	}
	for i := range j.Nails {
		plainAll(&j.Nails[i].Name)
	}
	for i := range j.Mouldings {
		plainAll(&j.Mouldings[i].Yard)
	}
}

// Person finds a person by identifier.
func (j *Job) Person(id string) *Person {
	return find(j.People, func(p *Person) bool { return p.ID == id })
}
