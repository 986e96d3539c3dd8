package casing

import (
	"fmt"
	"math"
)

// School is how legs and head meet.
type School string

// The schools of heads.
const (
	Mitred  School = "mitred"
	Over    School = "over"    // the head lies across the legs' tops
	Between School = "between" // the head stands between the legs
	Picture School = "picture" // a mitre at all four corners
)

// Schools are all of them.
var Schools = []School{Mitred, Over, Between, Picture}

// Band is a back band: a strip around the casing's outer edge that laps over it.
type Band struct{ Lap, Width float64 }

// Set is what goes around an opening.
type Set struct {
	Opening
	Angles   Corners
	Reveal   float64 // the jamb's edge left showing
	Width    float64 // of the legs
	Head     float64 // width of the head, and of a sill; Width where it is 0
	School   School
	Overhang float64 // of a head over the legs, past each of them
	Drop     float64 // what the legs' feet stand above where the heights were measured from: a plinth, a floor to come
	Band     *Band
}

// Stick is one stick of a set: its two edges, and its ends off square.
type Stick struct {
	Inner, Outer  float64
	Start, Finish float64
}

// Worked is a set worked out. Sill is nil but for a picture frame; Band likewise is empty without one.
type Worked struct {
	Left, Head, Right Stick
	Sill              *Stick
	Band              []Stick // left, head, right, and a sill for a picture frame
}

// MitreSaw is how far off square each of two pieces of one width is cut that are mitred in a corner.
func MitreSaw(corner float64) float64 { return (180 - corner) / 2 }

// UnequalSaw is how far off square a piece so wide is cut that is mitred with one of another width.
func UnequalSaw(corner, own, other float64) float64 {
	s, c := math.Sincos(rad(corner))
	return deg(math.Atan((other/own + c) / s))
}

// Leg is a leg to its short point: from where it stands, foot being its angle with that, drop what that is above where
// the height was measured from.
func Leg(height, reveal, corner, drop, foot float64) float64 {
	return height + reveal*cot(corner/2) + reveal*cot(foot) - drop
}

// Side is a head, a sill or any side of a picture frame between its short points.
func Side(length, reveal, a, b float64) float64 { return length + reveal*(cot(a/2)+cot(b/2)) }

// ButtHead is a head over two legs, with its overhang past each.
func ButtHead(width, reveal, leg, overhang float64) float64 { return width + 2*(reveal+leg+overhang) }

// Fillet is a strip under or over a head, with its own overhang past each of the head's ends.
func Fillet(head, overhang float64) float64 { return head + 2*overhang }

// HeadLong is what a head too long by so much in all does: with the legs fast it rides up its mitres; sprung out instead,
// each leg's top goes out.
func HeadLong(by, corner float64) (up, out float64) {
	return by / 2 * math.Tan(rad(corner)/2), by / 2
}

// Check refuses a set that cannot be. The error is an *Impossible.
func (s Set) Check() error {
	bad := func(thing string, v float64, reason, remedy string) error {
		return &Impossible{thing, fmt.Sprintf("%.4g in", v), reason, remedy}
	}
	for c, a := range s.Angles {
		if !(a > 45 && a < 135) {
			return &Impossible{"the " + At(c).String() + " corner", fmt.Sprintf("%.4g°", a), "is no corner of an opening", "measure its sides and its diagonal again"}
		}
	}
	lowest := min(s.Left, s.Right)
	switch {
	case !(s.Top > 0) || !(s.Bottom > 0):
		return bad("width", min(s.Top, s.Bottom), "must be more than 0", "measure the opening between its jambs")
	case !(lowest > 0):
		return bad("height", lowest, "must be more than 0", "measure the opening from the floor to its head")
	case !(s.Width > 0) || s.Head < 0:
		return bad("casing's width", min(s.Width, s.Head), "must be more than 0", "give its width")
	case s.Reveal < 0 || s.Reveal >= s.Width:
		return bad("reveal", s.Reveal, "is not what is left showing of a jamb", "give from 0 to less than the casing's width")
	case s.Drop < 0 && -s.Drop > lowest || s.Drop >= lowest:
		return bad("what the legs stand on", s.Drop, fmt.Sprintf("is higher than the head, at %.4g in", lowest), "measure its height, and the opening's")
	case s.Overhang < 0:
		return bad("overhang", s.Overhang, "is negative", "give how far the head stands past each leg, or 0")
	case s.Band != nil && (s.Band.Lap < 0 || s.Band.Lap > s.Width):
		return bad("lap of the back band", s.Band.Lap, "is more than the casing's width, or negative", "give how far it laps over the casing's edge")
	case s.Band != nil && s.School == Over && s.Overhang > 0:
		return bad("overhang", s.Overhang, "leaves no edge for a back band to go round", "leave the overhang or the band out")
	}
	return nil
}

// Work works the set out. The error is an *Impossible.
func (s Set) Work() (Worked, error) {
	if s.Head == 0 {
		s.Head = s.Width
	}
	if err := s.Check(); err != nil {
		return Worked{}, err
	}
	var w Worked
	w.Left, w.Head, w.Right, w.Sill = s.around(s.Reveal, s.Width, s.Head)
	if b := s.Band; b != nil {
		band := s
		if band.School != Picture {
			band.School = Mitred // its corners are mitred around whatever head
		}
		// Where the head is of another width than the legs the band turns its outer corner, not the casing's mitre.
		left, head, right, sill := band.around(s.Reveal+s.Width-b.Lap, b.Width, b.Width)
		if by := s.Head - s.Width; by != 0 && sill == nil {
			for c, leg := range map[At]*Stick{TopLeft: &left, TopRight: &right} {
				leg.Inner += by / math.Sin(rad(s.Angles[c]))
				leg.Outer += by / math.Sin(rad(s.Angles[c]))
			}
			head.Inner += by * (cot(s.Angles[TopLeft]) + cot(s.Angles[TopRight]))
			head.Outer += by * (cot(s.Angles[TopLeft]) + cot(s.Angles[TopRight]))
		}
		w.Band = []Stick{left, head, right}
		if sill != nil {
			w.Band = append(w.Band, *sill)
		}
	}
	for _, k := range append([]Stick{w.Left, w.Head, w.Right}, w.Band...) {
		if k.Inner <= 0 || k.Outer <= 0 {
			return Worked{}, &Impossible{"a stick of the set", fmt.Sprintf("%.4g in", min(k.Inner, k.Outer)), "has no length", "measure the opening again"}
		}
	}
	return w, nil
}

// around are the sticks whose inner edges stand so far outside the jamb's, of those widths.
func (s Set) around(off, legs, head float64) (left, top, right Stick, sill *Stick) {
	f := s.Angles
	// A mitre runs from the inner corner to the outer one: along a leg it makes up for the head's width, and the other way.
	long := func(corner, own, other float64) float64 { return own * math.Tan(rad(UnequalSaw(corner, own, other))) }
	leg := func(height float64, up, down At) Stick {
		foot := f[down]
		k := Stick{Inner: Leg(height, off, f[up], s.Drop, foot), Start: 90 - foot}
		k.Outer = k.Inner + legs*cot(foot)
		switch s.School {
		case Over:
			k.Finish = 90 - f[up]
		case Between:
			k.Finish = 90 - f[up]
			k.Inner += head / math.Sin(rad(f[up]))
			k.Outer += head / math.Sin(rad(f[up]))
		case Picture:
			k.Inner = Side(height, off, f[up], foot)
			k.Start, k.Finish = UnequalSaw(foot, legs, head), UnequalSaw(f[up], legs, head)
			k.Outer = k.Inner + long(foot, legs, head) + long(f[up], legs, head)
			return k
		default:
			k.Finish = UnequalSaw(f[up], legs, head)
			k.Outer += long(f[up], legs, head)
			return k
		}
		k.Outer += legs * cot(f[up])
		return k
	}
	left, right = leg(s.Left, TopLeft, BottomLeft), leg(s.Right, TopRight, BottomRight)
	right.Start, right.Finish = right.Finish, right.Start // it goes from head to foot
	switch s.School {
	case Over:
		top.Inner = ButtHead(s.Top, off, legs, s.Overhang)
		top.Outer = top.Inner
	case Between:
		top.Inner = Side(s.Top, off, f[TopLeft], f[TopRight])
		top.Start, top.Finish = 90-f[TopLeft], 90-f[TopRight]
		top.Outer = top.Inner + head*(cot(f[TopLeft])+cot(f[TopRight]))
	default:
		across := func(length float64, a, b At) Stick {
			k := Stick{Inner: Side(length, off, f[a], f[b]), Start: UnequalSaw(f[a], head, legs), Finish: UnequalSaw(f[b], head, legs)}
			k.Outer = k.Inner + long(f[a], head, legs) + long(f[b], head, legs)
			return k
		}
		top = across(s.Top, TopLeft, TopRight)
		if s.School == Picture {
			under := across(s.Bottom, BottomRight, BottomLeft)
			sill = &under
		}
	}
	return left, top, right, sill
}
