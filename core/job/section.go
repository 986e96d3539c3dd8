package job

import (
	"fmt"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// SectionPoint is a corner of a moulding's outline: out from the wall, up, and how far
// the arc to the next point bows out of the wood. See profile.Point.
type SectionPoint struct {
	U   Entry  `json:"u" required:"true"`
	Z   Entry  `json:"z" required:"true"`
	Bow *Entry `json:"bow,omitempty"`
}

// MouldingFacts are what else is known of a moulding.
type MouldingFacts struct {
	Section     []SectionPoint `json:"section,omitempty" maxItems:"400" doc:"its outline, from the told point, the wood on the left"`
	WallFoot    *Entry         `json:"wall_foot,omitempty" doc:"the flat of a crown that sits on the wall"`
	CeilingFoot *Entry         `json:"ceiling_foot,omitempty" doc:"the flat of a crown that sits on the ceiling"`
	Projection  *Entry         `json:"projection,omitempty" doc:"the one chosen for a crown whose seat can shift"`
	Nail        *Entry         `json:"nail,omitempty" doc:"how long the nails are that it is fixed with"`
	Material    string         `json:"material,omitempty" enum:",wood,mdf,plastic" doc:"what it is made of"`
	Grade       string         `json:"grade,omitempty" enum:",paint,stain" doc:"how it is finished"`
	Inside      string         `json:"inside,omitempty" enum:",cope,mitre,butt" doc:"its own joint at inside corners, against the house rule"`
	BackCut     measure.Angle  `json:"back_cut,omitempty" minimum:"0" maximum:"30" doc:"its copes are leaned by so much more than the tool asks for"`
	TryFirst    string         `json:"try_first,omitempty" enum:",cope,mitre,all" doc:"which of its joints are tried on a scrap first, since they often fail here"`
}

// Materials and grades.
const (
	Wood    = "wood"
	MDF     = "mdf"
	Plastic = "plastic"
	Paint   = "paint"
	Stain   = "stain"
)

// list are its lengths; those of its section's points under the name of the section.
func (f *MouldingFacts) list() []named {
	out := entriesIn(f)
	for i := range f.Section {
		p := &f.Section[i]
		out = append(out, named{"section", &p.U}, named{"section", &p.Z}, named{"bow", p.Bow})
	}
	return out
}

// Outline is the moulding's section as entered, nothing where there is none.
func (f *MouldingFacts) Outline() profile.Outline {
	var out profile.Outline
	for _, p := range f.Section {
		q := profile.Point{U: p.U.Length, Z: p.Z.Length}
		if p.Bow != nil {
			q.Bow = p.Bow.Length
		}
		out = append(out, q)
	}
	return out
}

// SectionOf writes an outline as a moulding holds it, in a job of the unit.
func SectionOf(o profile.Outline, unit measure.Unit) []SectionPoint {
	out := make([]SectionPoint, len(o))
	for i, p := range o {
		out[i] = SectionPoint{U: Written(p.U, unit), Z: Written(p.Z, unit)}
		if p.Bow != 0 {
			b := Written(p.Bow, unit)
			out[i].Bow = &b
		}
	}
	return out
}

// Written is a length as a text that reads back to it in a job of the unit.
func Written(l measure.Length, unit measure.Unit) Entry {
	e := Entry{Length: l, Text: l.Abs().In(unit)}
	if l < 0 {
		e.Text = "-" + e.Text
	}
	e.settle(unit)
	return e
}

// Drawn tells whether the moulding's section is known.
func (m *Moulding) Drawn() bool { return len(m.Section) > 0 }

// Flat tells whether the moulding is square-edged stock.
func (m *Moulding) Flat() bool { return !m.Profiled && !m.Drawn() && !m.Is().Sprung }

// Joint is the joint at its inside corners, by itself: its own or the house rule's, so far
// as its section allows.
func (m *Moulding) Joint(rules Rules, copable bool) string {
	return InsideJoint(or(m.Inside, rules.Inside), m.Flat(), copable)
}

// InsideJoint is the joint that a wish comes to: square-edged stock alone butts, and where
// a cope is wished it does, for there is no line to cope along; and what
// cannot be coped is mitred.
func InsideJoint(wish string, flat, copable bool) string {
	switch {
	case flat && wish == InsideCope:
		return InsideButt
	case !flat && wish == InsideButt:
		wish = InsideCope
	}
	if wish == InsideCope && !copable {
		return InsideMitre
	}
	return wish
}

// Read are the crown's measures as read in a square; its feet as entered, or as its
// section has them.
func (m *Moulding) Read() profile.Read {
	r := profile.Read{Projection: m.Thickness.Length, Drop: m.Height.Length}
	if m.Drawn() && (m.WallFoot == nil || m.CeilingFoot == nil) {
		if s, err := profile.New(m.Outline()); err == nil {
			r.WallFoot, r.CeilingFoot = s.Feet()
		}
	}
	if m.WallFoot != nil {
		r.WallFoot = m.WallFoot.Length
	}
	if m.CeilingFoot != nil {
		r.CeilingFoot = m.CeilingFoot.Length
	}
	return r
}

// Seat is how the moulding stands: a crown at the projection chosen for it, anything
// else with its back on the wall.
func (m *Moulding) Seat() profile.Seat {
	if !m.Is().Sprung {
		return profile.Seat{Projection: m.Thickness.Length, Drop: m.Height.Length}
	}
	r := m.Read()
	if m.Projection != nil {
		if s, err := r.At(m.Projection.Length); err == nil {
			return s
		}
	}
	return r.Seat()
}

// Out is how far the moulding stands out from the wall.
func (m *Moulding) Out() measure.Length { return m.Seat().Projection }

// Tall is how high it stands, or how far down the wall a crown reaches.
func (m *Moulding) Tall() measure.Length { return m.Seat().Drop }

// Profile is the moulding's section, or the one that stands for its measures.
func (m *Moulding) Profile() *profile.Section {
	o := profile.Box(m.Height.Length, m.Thickness.Length)
	if m.Is().Sprung {
		o = m.Read().Slab()
	}
	if m.Drawn() {
		o = m.Outline()
	}
	s, err := profile.New(o)
	if err != nil { // measures that no section has, which Check lets pass for old jobs
		s, _ = profile.New(profile.Box(measure.Inch, measure.Inch/2))
	}
	return s
}

// Hangs is the section as a piece of it hangs: of what goes around openings its thinner edge is the
// inner one, at the bottom.
func (m *Moulding) Hangs() *profile.Section {
	s := m.Profile()
	if !m.Is().Laid || !s.ThinAbove() {
		return s
	}
	if f, err := profile.New(s.Outline.Flipped()); err == nil {
		return f
	}
	return s
}

// Meets is the section as it meets another in one wall: what goes around openings lies on its back there.
func (m *Moulding) Meets() *profile.Section {
	s := m.Hangs()
	if !m.Is().Laid {
		return s
	}
	if f, err := profile.New(s.Outline.OnItsBack()); err == nil {
		return f
	}
	return s
}

// longestNail is longer than any that trim is fixed with.
const longestNail = 8 * measure.Inch

// off is how far a moulding's measures may be from its drawn section's.
const off = measure.Inch / 32

func (m *Moulding) normalise(unit measure.Unit) {
	m.Kind, m.Sticks = or(m.Kind, KindBase), some(m.Sticks)
	if !m.Drawn() || m.Height.Text != "" && m.Thickness.Text != "" {
		return
	}
	if s, err := profile.New(m.Outline()); err == nil {
		m.Height, m.Thickness = orEntry(m.Height, Written(s.Height(), unit)), orEntry(m.Thickness, Written(s.Projection(), unit))
	}
}

func (c *checker) section(thing string, m *Moulding) {
	for _, n := range entriesIn(&m.MouldingFacts) {
		if n.e != nil {
			c.positive(thing, n.field, *n.e)
		}
	}
	if m.Nail != nil && m.Nail.Length > longestNail {
		c.refuse(thing, "nail", m.Nail.Text, "no nail for trim is so long", "give its length, such as 2")
	}
	if m.WallFoot != nil && m.WallFoot.Length >= m.Height.Length {
		c.refuse(thing, "wall_foot", m.WallFoot.Text, "is as wide as the drop", "measure the narrow flat that lies on the wall")
	}
	if m.CeilingFoot != nil && m.CeilingFoot.Length >= m.Thickness.Length {
		c.refuse(thing, "ceiling_foot", m.CeilingFoot.Text, "is as wide as the projection", "measure the narrow flat that lies under the ceiling")
	}
	if m.Projection != nil && c.err == nil {
		if _, err := m.Read().At(m.Projection.Length); err != nil {
			c.refuse(thing, "projection", m.Projection.Text, err.Error(), "choose one near that read in a square")
		}
	}
	if !m.Drawn() || c.err != nil {
		return
	}
	s, err := profile.New(m.Outline())
	if err != nil {
		in := err.(*profile.Invalid)
		where := ""
		if in.At != nil {
			where = fmt.Sprintf("%s, %s", in.At.U, in.At.Z)
		}
		c.refuse(thing, "section", where, in.Reason, in.Remedy)
		return
	}
	if (s.Height() - m.Height.Length).Abs() > off {
		c.refuse(thing, "height", m.Height.Text, "its section is "+s.Height().In(c.unit)+" high", "give that, or correct the section")
	}
	if (s.Projection() - m.Thickness.Length).Abs() > off {
		c.refuse(thing, "thickness", m.Thickness.Text, "its section stands out "+s.Projection().In(c.unit), "give that, or correct the section")
	}
}
