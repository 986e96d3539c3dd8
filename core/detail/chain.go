package detail

import (
	"fmt"
	"math"

	"gnomon/core/joint"
)

// chain is a small crown or ledge around a head, a pendant, a mantel, a post or a column: many tiny pieces, mitred from face to
// face in order, each told at its bottom edge along its face, glued up as one group.
var chain = Detail{Name: "chain", Title: "Around a post, mantel or pendant", Place: Alone,
	Says: "Many tiny mitred pieces around a head, mantel, post or pendant, fed from one side, kept in order and glued up as one.",
	Fields: []Field{
		{Name: "faces", Label: "faces, as one goes around to the right", Takes: Lengths, Try: "3, 4 1/2, 3", Least: 1.0 / 16, Most: 240},
		{Name: "turns_deg", Label: "and what it turns after each", Takes: Angles, Preset: "90", Least: -175, Most: 175,
			Help: "Outside corners as they are, inside ones negative; one figure for all, or one for each."},
		{Name: "closed", Label: "it closes on itself", Takes: Choice, Preset: "no", Choices: []string{"no", "yes"}},
		{Name: "ends", Label: "its ends", Takes: Choice, Preset: "wall", Choices: []string{"wall", "return", "square"}},
		{Name: "height", Label: "the moulding’s drop", Takes: Length, Preset: "1 3/4", Least: 1.0 / 8, Most: 12, Room: OfHeight},
		{Name: "thickness", Label: "how far it stands out", Takes: Length, Preset: "1 1/2", Least: 1.0 / 16, Most: 12, Room: OfThickness},
	},
	Work: workChain}

// What a short rule and a small protractor are read to.
const (
	rule     = 1.0 / 64
	readTurn = 0.25
)

func workChain(g *Given) (*Worked, error) {
	faces, turns, high, thick := g.all("faces"), g.all("turns_deg"), g.the("height"), g.the("thickness")
	closed, n := g.is("closed", "yes"), len(faces)
	joints := n - 1
	if closed {
		joints = n
	}
	switch {
	case closed && n < 3:
		return nil, g.refuse("faces", fmt.Sprint(n), "what closes has three or more", "give every face")
	case len(turns) == 1:
		for len(turns) < joints {
			turns = append(turns, turns[0])
		}
	case len(turns) < joints:
		return nil, g.refuse("turns_deg", fmt.Sprint(len(turns)), fmt.Sprintf("%d faces turn %d times", n, joints), "give one for all, or one for each")
	}
	turns = turns[:min(joints, len(turns))]
	w := &Worked{Drawn: Drawing{View: Above}, Glued: true}
	part := func(i int) string { return fmt.Sprintf("piece-%d", (i+n)%n+1) }
	plane := func(turn float64) joint.Normal {
		if turn < 0 {
			return inner(-turn / 2)
		}
		return out(turn / 2)
	}
	at, phi, sum := Vec{}, 0.0, 0.0
	for i, long := range faces {
		s := Stick{Part: part(i), Label: fmt.Sprintf("piece %d", i+1), Length: long, High: high, Thick: thick, At: turned(at[0], at[1], phi), Cap: long < nearCorner}
		s.Left, s.Right = left(square()), square()
		if i > 0 || closed {
			s.Left = left(meets(plane(turns[(i-1+joints)%joints]), part(i-1)))
		} else if g.is("ends", "wall") {
			s.Left.Against = "the wall"
		}
		if i < joints {
			s.Right = meets(plane(turns[i]), part(i+1))
		} else if g.is("ends", "wall") {
			s.Right.Against = "the wall"
		}
		w.Sticks = append(w.Sticks, s)
		at = s.At.Place(long, 0, 0)
		if i < joints {
			phi += turns[i]
			sum += turns[i]
		}
	}
	if err := crossing(g, w.Sticks); err != nil {
		return nil, err
	}
	if closed {
		miss := hypot(at[0], at[1])
		w.length("closes_in", "going around, it misses where it began by", miss)
		w.angle("turned_deg", "it turns, all around", sum)
		if off := math.Abs(math.Abs(sum) - 360); off > 2*readTurn*math.Sqrt(float64(n)) || miss > math.Sqrt(float64(n))*0.25 {
			return nil, &Impossible{"the faces", "miss where they began by " + g.in(miss), "they turn " + g.deg(sum) + " and not 360°, or a length is wrong",
				"read faces and corners again"}
		}
	}
	if !closed && g.is("ends", "return") {
		w.returns(high, thick)
	}
	wiggle := math.Sqrt(float64(joints)*sq(rad(readTurn)*thick) + float64(n)*sq(rule))
	w.count("pieces", "pieces", len(w.Sticks))
	w.length("wiggle_in", "the last joint may be open or tight by about", wiggle)
	w.length("stick_in", "they take of a stick, with a kerf each", takesOf(w.Sticks))
	for i := range faces {
		a := w.Sticks[i].At.Place(0, 0, 0)
		b := w.Sticks[i].At.Place(faces[i], 0, 0)
		w.Drawn.line(Wall, [2]float64{a[0], a[1]}, [2]float64{b[0], b[1]})
	}
	w.draw()
	w.step("Feed from one side: the right end of each piece and the left end of the next are the same swing or its mirror; number every piece on its back.")
	w.step("Cut them in order off one long stick, so that the figure runs on, each to its bottom edge.")
	w.step("Glue them up in order on a flat board, taped across the faces; leave the last joint dry until it is tried: "+
		"%s either way is to be expected.", g.in(up64(wiggle)))
	w.Cautions = append(w.Cautions, offcut)
	return w, nil
}

// kerf is what a cut takes, for how much of a stick is used.
const kerf = 1.0 / 8

func takesOf(sticks []Stick) float64 {
	sum := 0.0
	for i := range sticks {
		sum += sticks[i].Overall() + kerf
	}
	return sum
}

// crossing refuses a piece whose two ends cross before its face.
func crossing(g *Given, sticks []Stick) error {
	for i := range sticks {
		if s := &sticks[i]; s.Front() <= 0 {
			return g.refuse("faces", g.in(s.Length), "the cuts of its two ends cross before the face", "take a thinner moulding there, or fill the place with a block")
		}
	}
	return nil
}

// returns turns both free ends back to the wall.
func (w *Worked) returns(high, thick float64) {
	first, last := &w.Sticks[0], &w.Sticks[len(w.Sticks)-1]
	first.Left = left(meets(out(45), "return-left"))
	last.Right = meets(out(45), "return-right")
	turn := func(s *Stick, x, by float64) Frame {
		f := s.At
		f.At = s.At.Place(x, 0, 0)
		into := s.At.Into()
		f.Along = into.times(by)
		return f
	}
	l := Stick{Part: "return-left", Label: "left return", High: high, Thick: thick, Cap: true, At: turn(first, 0, -1),
		Left:  left(End{Plane: square().Plane, Against: "the wall"}),
		Right: meets(out(45), first.Part)}
	r := Stick{Part: "return-right", Label: "right return", High: high, Thick: thick, Cap: true, At: turn(last, last.Length, 1),
		Left:  left(meets(out(45), last.Part)),
		Right: End{Plane: square().Plane, Against: "the wall"}}
	w.Sticks = append(w.Sticks, l, r)
}
