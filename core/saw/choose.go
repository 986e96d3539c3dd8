package saw

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// Moulding is what the choice of a pose must know of a moulding: how far it stands out, how
// high it is, and for crown its spring. Sizes of nothing are not known.
type Moulding struct {
	Projection, Drop measure.Length
	Spring           measure.Angle
	Crown            bool
	Laid             bool         // it goes around an opening: it is cut flat, face up
	Unit             measure.Unit // that reasons are told in
}

// MouldingOf is that of a moulding of a job.
func MouldingOf(j *job.Job, m *job.Moulding) Moulding {
	s := m.Seat()
	return Moulding{s.Projection, s.Drop, s.Spring, m.Is().Sprung, m.Is().Laid, j.Unit}
}

// Across is how much of the table the moulding takes lying flat: √(P² + D²) for crown,
// a base's height.
func (s Moulding) Across() measure.Length {
	if !s.Crown {
		return s.Drop
	}
	return measure.FromInches(math.Hypot(s.Projection.Inches(), s.Drop.Inches()))
}

// Way is how an end is cut on a given saw.
type Way struct {
	Pose    Pose
	Setting Setting // as made, with an added fence where there is one
	// Fence is the side of the piece that a fence added square to the saw's own stands on;
	// none where none is added. The setting is then that of the turned piece.
	Fence   joint.Hand
	Reached bool // the saw can do it so
	// Why tells in order what stood against the poses that were tried before; none where
	// the house rule's was taken.
	Why []string
}

// Choose finds how an end is cut on a saw: the house rule's pose where it can be, then
// the others, then the house rule's with an added fence. A way that cannot be cut at
// all comes back in the house rule's pose, not reached, with everything that stood
// against it. prefer counts for crown, nested or flat; anything else stands upright.
func Choose(end joint.Normal, st Moulding, prefer Lie, m *job.Saw) Way {
	return choose(end, st.poses(end, prefer, m), st, m)
}

// ChooseFrom is Choose with a pose to try first, whatever the house rule.
func ChooseFrom(end joint.Normal, first Pose, st Moulding, m *job.Saw) Way {
	poses := []Pose{first}
	for _, p := range st.poses(end, first.Lie, m) {
		if p.Lie != first.Lie || p.Edge != first.Edge {
			poses = append(poses, p)
		}
	}
	return choose(end, poses, st, m)
}

func choose(end joint.Normal, poses []Pose, st Moulding, m *job.Saw) Way {
	var why []string
	for _, p := range poses {
		s := For(end, p)
		against := Against(s, p, st, m)
		if against == "" {
			return Way{Pose: p, Setting: s, Reached: true, Why: why}
		}
		if !slices.Contains(why, against) {
			why = append(why, against)
		}
	}
	ruled, s := poses[0], For(end, poses[0])
	if f, side, ok := AddedFence(s, m); ok && tooBig(s, ruled, st, m) == "" {
		return Way{Pose: ruled, Setting: f, Fence: side, Reached: true, Why: why}
	}
	return Way{Pose: ruled, Setting: s, Why: why}
}

// poses are those to try, the house rule's first. Of the two flat ones that comes first
// that tilts the way the saw tilts furthest.
func (s Moulding) poses(end joint.Normal, prefer Lie, m *job.Saw) []Pose {
	spring := measure.Angle(0)
	if s.Crown {
		spring = s.Spring
	}
	top, bottom := Pose{Flat, Top, spring}, Pose{Flat, Bottom, spring}
	if s.Laid {
		top.Edge, bottom.Edge = Outer, Inner
	}
	first, second := top, bottom
	if b := For(end, top).Bevel; b < 0 && m.BevelLeft > m.BevelRight || b > 0 && m.BevelRight > m.BevelLeft {
		first, second = bottom, top
	}
	stand := Pose{Lie: Upright}
	if s.Crown {
		stand = Pose{Lie: Nested, Spring: spring}
		if prefer == Flat {
			return []Pose{first, second, stand}
		}
	}
	if s.Laid {
		return []Pose{first, second, stand}
	}
	return []Pose{stand, first, second}
}

// Against says what stands against cutting a setting in a pose on a saw; nothing where
// it can be done.
func Against(s Setting, p Pose, st Moulding, m *job.Saw) string {
	if t := tooBig(s, p, st, m); t != "" {
		return t
	}
	if Reaches(s, m) {
		return ""
	}
	d := On(s, m)
	if !Reaches(Setting{Mitre: s.Mitre}, m) {
		most := m.MitreRight
		if d.Mitre < 0 {
			most = m.MitreLeft
		}
		return fmt.Sprintf("%s it takes a mitre of %s%s and this saw swings %s that way.", p.inWords(), SwingText(s.Mitre),
			asDialled(s.Mitre, d.Mitre, most, SwingText), most)
	}
	most, side := m.BevelLeft, "left"
	if d.Bevel < 0 {
		most, side = m.BevelRight, "right"
	}
	if most == 0 {
		return fmt.Sprintf("%s it takes a bevel of %s and this saw does not tilt %s.", p.inWords(), TiltText(s.Bevel), side)
	}
	return fmt.Sprintf("%s it takes a bevel of %s%s and this saw tilts %s that way.", p.inWords(), TiltText(s.Bevel),
		asDialled(s.Bevel, d.Bevel, most, TiltText), most)
}

// asDialled tells what is dialled for an angle where it is only what the saw errs that takes it past the most; else nothing.
func asDialled(wants, dial, most measure.Angle, text func(measure.Angle) string) string {
	if wants.Abs() > most {
		return ""
	}
	return ", dialled " + text(dial)
}

// inWords begins a sentence about a pose.
func (p Pose) inWords() string {
	switch {
	case p.Lie == Nested:
		return "Nested"
	case p.Lie == Flat:
		return "Flat with its " + string(p.Edge) + " edge to the fence"
	}
	return "Upright"
}

// Name is the pose in a few words.
func (p Pose) Name() string {
	if p.Lie == Flat {
		return "flat, " + string(p.Edge) + " edge to the fence"
	}
	return string(p.Lie)
}

// Fenced ends the code of a pose in which the piece lies along an added fence.
const Fenced = "-fenced"

// Code is the pose as marks keep it: upright, nested, flat-top or flat-bottom.
func (p Pose) Code() string {
	if p.Lie == Flat {
		return "flat-" + string(p.Edge)
	}
	return string(p.Lie)
}

func tooBig(s Setting, p Pose, st Moulding, m *job.Saw) string {
	var out []string
	over := func(what string, has measure.Length, most *job.Entry) {
		if most != nil && has > most.Length {
			out = append(out, fmt.Sprintf("%s %s and this saw takes %s", what, has.In(st.Unit), most.Length.In(st.Unit)))
		}
	}
	switch p.Lie {
	case Nested:
		over("nested it stands", st.Drop, m.NestedHeight)
		over("nested it reaches out", st.Projection, m.NestedDepth)
	case Upright:
		over("upright it stands", st.Drop, m.NestedHeight)
	case Flat:
		if most, ok := FlatCapacity(s.Mitre, m); ok && st.Across() > most {
			out = append(out, fmt.Sprintf("flat it lies %s across and this saw takes %s at %s", st.Across().In(st.Unit), most.In(st.Unit), s.Mitre.Abs()))
		}
	}
	if len(out) == 0 {
		return ""
	}
	text := strings.Join(out, ", ")
	return strings.ToUpper(text[:1]) + text[1:] + "."
}

// FlatCapacity is how much a saw takes across its table at a mitre: between what it
// takes at 0 and at 45 in proportion to the cosine, by which the cut lengthens; by the
// cosine alone where only that at 0 is known. ok is false where neither is.
func FlatCapacity(mitre measure.Angle, m *job.Saw) (measure.Length, bool) {
	cos := mitre.Cos()
	switch {
	case m.Flat != nil && m.Flat45 != nil:
		half := measure.Angle(45).Cos()
		t := (1 - cos) / (1 - half)
		return max(0, m.Flat.Length+(m.Flat45.Length-m.Flat.Length).Times(t)), true
	case m.Flat != nil:
		return m.Flat.Length.Times(cos), true
	case m.Flat45 != nil:
		return m.Flat45.Length.Times(min(1, cos/measure.Angle(45).Cos())), true
	}
	return 0, false
}

// WrongSpring is how far a mitre would stand open at a corner of θ if a crown that springs
// at spring were cut flat with the settings for wrong: both pieces are cut so, and the
// joint opens by the greatest difference over the section's corners, at right angles to
// it.
func WrongSpring(theta, spring, wrong measure.Angle, p, drop measure.Length) measure.Length {
	right := joint.InsideEnd(theta)
	cut := Pose{Flat, Top, spring}.Installed(Pose{Flat, Top, wrong}.OnSaw(right))
	lo, hi := 0.0, 0.0
	for _, c := range [][2]float64{{0, 0}, {p.Inches(), drop.Inches()}, {0, drop.Inches()}, {p.Inches(), 0}} {
		if c[0] > 0 && c[1] == 0 || c[0] == 0 && c[1] > 0 {
			continue // the crown has no wood there
		}
		d := (cut.Slope()-right.Slope())*c[0] + (cut.Rise()-right.Rise())*c[1]
		lo, hi = min(lo, d), max(hi, d)
	}
	return measure.FromInches(2 * (hi - lo) * joint.Half(theta).Cos())
}

// Installed turns a direction on the saw back into one of the installed piece.
func (p Pose) Installed(v joint.Normal) joint.Normal {
	switch p.Lie {
	case Nested:
		return joint.Normal{X: -v.X, Y: v.Y, Z: -v.Z}
	case Flat:
		if p.Edge.low() {
			v.X, v.Y = -v.X, -v.Y
		}
		sin, cos := p.Spring.Sin(), p.Spring.Cos()
		return joint.Normal{X: v.X, Y: -sin*v.Y - cos*v.Z, Z: cos*v.Y - sin*v.Z}
	}
	return v
}
