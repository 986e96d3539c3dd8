package decide

import (
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// drawRun makes a closed or open run of up to ten walls, some of them broken by an
// opening or short enough for the bench, with corners of both kinds, two sections, wishes
// and weights at random.
func drawRun(t *rapid.T) Run {
	n := rapid.IntRange(1, 10).Draw(t, "walls")
	closed := n > 1 && rapid.Bool().Draw(t, "closed")
	weight := func(name string) int { return rapid.SampledFrom([]int{0, 0, 25, 60, 100}).Draw(t, name) }
	r := Run{First: -1, Weights: job.Weights{Short: weight("short"), Hidden: weight("hidden"), Hand: weight("hand"), Double: weight("double")}}
	corners := n - 1
	if closed {
		corners = n
	}
	plain := rapid.Bool().Draw(t, "plain") // inside corners and whole walls only: a ring
	hand := rapid.SampledFrom([]string{job.HandLeft, job.HandRight, job.HandEither}).Draw(t, "hand")
	for i := range corners {
		c := Corner{Letter: job.CornerLetter(i), Kind: job.Inside, Inside: job.InsideCope, Hand: hand}
		c.Seam = [2]float64{rapid.Float64Range(0, 1).Draw(t, "seam"), rapid.Float64Range(0, 1).Draw(t, "seam")}
		if !plain && rapid.IntRange(0, 3).Draw(t, "kind") == 0 {
			c.Kind = job.Outside
		}
		if !plain && rapid.IntRange(0, 5).Draw(t, "wish") == 0 {
			c.Inside = rapid.SampledFrom([]string{job.InsideMitre, job.InsideButt}).Draw(t, "inside")
		}
		if rapid.IntRange(0, 5).Draw(t, "told") == 0 {
			c.Gives = rapid.SampledFrom([]string{job.HandLeft, job.HandRight}).Draw(t, "gives")
		}
		r.Corners = append(r.Corners, c)
	}
	for w := range n {
		left, right := w-1, w
		if left < 0 && closed {
			left = n - 1
		}
		if right >= corners {
			right = -1
		}
		piece := func(left, right int) {
			p := Piece{Label: "Base " + job.CornerLetter(len(r.Pieces)), LeftCorner: left, RightCorner: right, Section: "a", Out: measure.Inch / 2, Copable: true,
				Bench: measure.Foot}
			p.Length = measure.Length(rapid.IntRange(4, 360).Draw(t, "length")) * measure.Inch
			if !plain && rapid.IntRange(0, 4).Draw(t, "other") == 0 {
				p.Section, p.Copable = "b", rapid.Bool().Draw(t, "copable")
			}
			r.Pieces = append(r.Pieces, p)
		}
		if !plain && rapid.IntRange(0, 4).Draw(t, "door") == 0 {
			piece(left, -1)
			piece(-1, right)
			continue
		}
		piece(left, right)
	}
	return r
}

// arrows are those of a run's joints, between bodies.
func arrows(joints []Joint, body []int) []Arrow {
	var out []Arrow
	for _, j := range joints {
		if j.open() {
			out = append(out, Arrow{Before: body[j.Through()], After: body[j.Gives]})
		}
	}
	return out
}

// ringed tells whether the joints cannot all be hung.
func ringed(joints []Joint, body []int) bool {
	return len(Hang(make([]int, len(body)), arrows(joints, body), -1).Ring) > 0
}

// square is a closed or open run of inside corners with a base on each wall, in feet.
func square(closed bool, feet ...float64) Run {
	r := Run{First: -1, Weights: job.DefaultWeights()}
	n := len(feet)
	corners := n
	if !closed {
		corners--
	}
	for i := range corners {
		r.Corners = append(r.Corners, Corner{Letter: job.CornerLetter(i), Kind: job.Inside, Inside: job.InsideCope, Hand: job.HandRight})
	}
	for i, f := range feet {
		left, right := i-1, i
		if i == 0 {
			left = -1
			if closed {
				left = n - 1
			}
		}
		if right >= corners {
			right = -1
		}
		r.Pieces = append(r.Pieces, Piece{Label: "Base " + string(rune('1'+i)), Length: measure.FromInches(f * 12), LeftCorner: left, RightCorner: right,
			Section: "a", Out: measure.Inch / 2, Copable: true, Bench: measure.Foot})
	}
	return r
}
