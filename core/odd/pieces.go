package odd

import (
	"fmt"
	"math"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// tiny is what counting leaves of an angle's sine that is none.
const tiny = 1e-9

// End is an end as an odd place has it. Where what it meets is a return to the wall or to the floor, it is told to the tip, and
// its cap is made as that of any return.
func End(w *detail.Worked, s *detail.Stick, hand joint.Hand, names map[string]string) piece.End {
	d := s.End(hand)
	n := d.Plane.At(hand) // that of a right end
	e := piece.End{Joint: piece.Mitre, ToldTo: piece.ToEnd, Meets: names[d.Meets], Against: d.Against}
	switch {
	case math.Abs(n.Y) < tiny && math.Abs(n.Z) < tiny:
		e.Joint = piece.Square
		if d.Against != "" {
			e.Joint = piece.Butt
		}
	case math.Abs(n.Y) < tiny:
		e.Faced, e.Across = true, measure.FromRadians(math.Asin(-n.Z))
		e.ToldTo = piece.ToShort
		if e.Across < 0 {
			e.ToldTo = piece.ToLong
		}
	case math.Abs(n.Z) < tiny:
		e.MitredFor, e.Side, e.ToldTo = 180-2*measure.FromRadians(math.Asin(math.Abs(n.Y))), job.Outside, piece.ToShort
		e.Theta = e.MitredFor
		if n.Y < 0 {
			e.Side, e.ToldTo = job.Inside, piece.ToLong
		}
	default:
		e.Given = &n
	}
	if met := stick(w, d.Meets); met != nil && e.Meets == "" && (met.Beside || met.Stays) { // it is there, or another's
		e.Against = met.Label
		if back := met.End(hand.Other()).Plane; e.Joint == piece.Mitre && math.Abs(back.Y) < tiny && math.Abs(back.Z) < tiny {
			e.Joint = piece.Butt
		}
	}
	if d.Against != "" && e.Joint == piece.Mitre {
		e.Joint = piece.Butt
	}
	if c := stick(w, d.Meets); c != nil && IsReturn(c) {
		e.ToldTo, e.Meets, e.Theta, e.MitredFor, e.Side = piece.ToTip, "", piece.ReturnCorner, 0, job.Outside
		e.Note = "Returned to the wall: its cap is cut from a longer offcut."
		if e.Faced {
			e.Note = "Returned to the floor, on the flat: its cap is cut from a longer offcut."
		}
	}
	return e
}

// Prefix is what the names of the pieces begin with that an odd place makes by itself; no run and no set can be called so.
func Prefix(id string) string { return "~~" + id }

// IsReturn tells whether a stick is the small triangle that turns an end back.
func IsReturn(s *detail.Stick) bool { return s.Cap && s.Length == 0 }

func stick(w *detail.Worked, part string) *detail.Stick {
	for i := range w.Sticks {
		if w.Sticks[i].Part == part {
			return &w.Sticks[i]
		}
	}
	return nil
}

// Piece is a stick of a detail as a piece to cut, which names gives the identity of each part.
func Piece(w *detail.Worked, s *detail.Stick, setup piece.Setup, names map[string]string, unit measure.Unit) piece.Piece {
	q := piece.Piece{ID: names[s.Part], Label: s.Label, Part: s.Part, Cap: s.Cap, Work: append([]string(nil), s.Work...)}
	q.Left, q.Right = End(w, s, joint.Left, names), End(w, s, joint.Right, names)
	q.Length = measure.FromInches(s.Length) + Tip(setup.Shape, &q.Left) + Tip(setup.Shape, &q.Right)
	if h := measure.FromInches(s.High); !setup.Shape.Crown && h < setup.Shape.Drop-measure.Sixtyfourth {
		q.Work = append(q.Work, fmt.Sprintf("Rip it %s high.", h.In(unit)))
	}
	setup.Set(&q.Left, joint.Left, 0)
	setup.Set(&q.Right, joint.Right, 0)
	q.MeasureUp(setup.Shape)
	return q
}

// Tip is how far past its back an end that is returned is told.
func Tip(s *piece.Shape, e *piece.End) measure.Length {
	switch {
	case e.ToldTo != piece.ToTip:
		return 0
	case e.Faced:
		return s.Drop
	}
	return s.Projection
}
