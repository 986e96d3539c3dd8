package job

import (
	"fmt"
	"math"
	"time"
	"unicode/utf8"

	"gnomon/core/measure"
)

// Learned is what a shop has taken from its own work for one scale of a saw: the zero, the scale's error at 45, and how sure that is at
// 45 left, at square and at 45 right, each two deviations. An error at a setting m is Zero + At45·m/45, right positive.
type Learned struct {
	Scale  string        `json:"scale" required:"true" enum:"mitre,bevel"`
	Zero   measure.Angle `json:"zero" minimum:"-5" maximum:"5"`
	At45   measure.Angle `json:"at_45" minimum:"-5" maximum:"5"`
	Left   measure.Angle `json:"give_left" minimum:"0" maximum:"5" doc:"how sure it is at 45 left: two deviations"`
	Square measure.Angle `json:"give_square" minimum:"0" maximum:"5" doc:"and at square"`
	Right  measure.Angle `json:"give_right" minimum:"0" maximum:"5" doc:"and at 45 right"`
	On     string        `json:"on,omitempty" maxLength:"40" doc:"the day it was taken"`
	From   int           `json:"from,omitempty" minimum:"0" maximum:"1000000" doc:"how many records it rests on"`
}

// At is the error at a setting and how sure it is, two deviations. The variance of a line is a parabola of the setting, so three
// of its values give it anywhere.
func (l *Learned) At(setting measure.Angle) (by, give measure.Angle) {
	x := float64(setting) / 45
	left, mid, right := float64(l.Left*l.Left), float64(l.Square*l.Square), float64(l.Right*l.Right)
	v := mid + x*(right-left)/2 + x*x*((right+left)/2-mid)
	return l.Zero + l.At45*measure.Angle(x), measure.Angle(math.Sqrt(math.Max(v, 0)))
}

// LearnedOn is what was taken for a scale; nil where nothing was.
func (s *Saw) LearnedOn(scale string) *Learned {
	return find(s.Learned, func(l *Learned) bool { return l.Scale == scale })
}

// Reads is by how much the lengths that a person reads are too long: all alike in inches, and by their length. What they read is taken shorter by it.
type Reads struct {
	Bias    float64 `json:"bias_in" minimum:"-0.5" maximum:"0.5"`
	Stretch float64 `json:"stretch" minimum:"-0.01" maximum:"0.01" doc:"a share of the length"`
}

// Off is by how much a length is read too long.
func (r *Reads) Off(l measure.Length) measure.Length {
	if r == nil {
		return 0
	}
	return measure.FromInches(r.Bias + r.Stretch*l.Inches())
}

// Lesson is what the shop's own work offered, and what became of that: one field of one thing of the shop that was changed, or left as it was. Was and
// Now are the field's values as JSON; taking it back sets what was.
type Lesson struct {
	ID     string  `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$" doc:"what it is about"`
	Says   string  `json:"says" maxLength:"400" doc:"as it was offered"`
	Kind   string  `json:"kind" maxLength:"40"`
	Of     string  `json:"of,omitempty" maxLength:"80"`
	Field  string  `json:"field" maxLength:"40"`
	Was    string  `json:"was,omitempty" maxLength:"4000" doc:"JSON"`
	Now    string  `json:"now,omitempty" maxLength:"4000" doc:"JSON"`
	Taken  bool    `json:"taken,omitempty" doc:"or it was left"`
	On     string  `json:"on" maxLength:"40" doc:"RFC 3339, UTC"`
	Weight float64 `json:"weight" minimum:"0" doc:"of what it rested on: it is not offered again before there is twice as much"`
}

// mostLessons are more than a shop learns about.
const mostLessons = 500

func (c *checker) lessons(all []Lesson) {
	if len(all) > mostLessons {
		c.refuse("job", "lessons", fmt.Sprint(len(all)), "too many", fmt.Sprintf("keep the latest %d", mostLessons))
	}
	for i := range all {
		l := &all[i]
		thing := c.id("lesson", l.ID)
		for _, f := range []struct {
			field, v string
			most     int
		}{{"says", l.Says, 400}, {"kind", l.Kind, 40}, {"of", l.Of, 80}, {"field", l.Field, 40}, {"was", l.Was, 4000}, {"now", l.Now, 4000}} {
			if n := utf8.RuneCountInString(f.v); n > f.most {
				c.refuse(thing, f.field, "", fmt.Sprintf("%d characters are too many", n), fmt.Sprintf("use %d at most", f.most))
			}
		}
		if !(l.Weight >= 0) || math.IsInf(l.Weight, 0) {
			c.refuse(thing, "weight", fmt.Sprint(l.Weight), "is no weight", "give how much it rested on, from 0")
		}
		if _, err := time.Parse(time.RFC3339, l.On); err != nil {
			c.refuse(thing, "on", l.On, "is no time", "give it as 2031-05-02T11:40:00Z")
		}
	}
}

// learned checks what was taken for a saw's scales.
func (c *checker) learned(s *Saw) {
	for i := range s.Learned {
		l := &s.Learned[i]
		c.oneOf("saw", "learned", l.Scale, SawMitre, SawBevel)
		c.text("saw", "learned", l.On)
		if l.From < 0 || l.From > 1_000_000 || min(l.Left, l.Square, l.Right) < 0 {
			c.refuse("saw", "learned", fmt.Sprint(l.From), "rests on no such evidence", "take it back")
		}
		for _, a := range []measure.Angle{l.Zero, l.At45, l.Left, l.Square, l.Right} {
			if !(a.Abs() <= 5) {
				c.refuse("saw", "learned", a.Text(6), "no saw is off by so much", "take it back, and set the saw right")
			}
		}
	}
}

// Person of a name; nil where there is none.
func (j *Job) PersonNamed(name string) *Person {
	if name == "" {
		return nil
	}
	return find(j.People, func(p *Person) bool { return p.Name == name })
}
