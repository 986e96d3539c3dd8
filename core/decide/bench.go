package decide

import "gnomon/core/measure"

// Handy is the longest piece that is still carried and glued up on the bench with a short
// one.
const Handy = 8 * measure.Foot

// Bodies numbers pieces so that those which are glued up on the bench and hung as one have
// one number, that of the leftmost: short pieces with what they are mitred to, the two
// sides of a chimney breast with its front, a jog with what turns its outside corner. The
// side of a jog, which has one inside and one outside corner, counts as short up to twice
// the limit.
func Bodies(pieces []Piece, joints []Joint) []int {
	mitred := make([]int, len(pieces)) // ends
	given := make([]int, len(pieces))
	for _, j := range joints {
		for _, k := range []int{j.Left, j.Right} {
			switch {
			case k < 0 || j.Left < 0 || j.Right < 0:
			case j.Kind == Mitre:
				mitred[k]++
			case j.open():
				given[k]++
			}
		}
	}
	short := func(k int) bool {
		p := pieces[k]
		limit := p.Bench
		if mitred[k] == 1 && given[k] == 1 {
			limit *= 2
		}
		return p.Length < limit && p.Length > 0
	}
	body := make([]int, len(pieces))
	for i := range body {
		body[i] = i
	}
	of := func(i int) int {
		for body[i] != i {
			i = body[i]
		}
		return i
	}
	for _, j := range joints {
		if j.Kind != Mitre || j.Left < 0 || j.Right < 0 || !short(j.Left) && !short(j.Right) || pieces[j.Left].Length > Handy || pieces[j.Right].Length > Handy {
			continue
		}
		a, b := of(j.Left), of(j.Right)
		body[max(a, b)] = min(a, b)
	}
	for i := range body {
		body[i] = of(i)
	}
	return body
}

// Glue is one joint to glue on the bench: of group Group, its joint number At from the
// left. Wait means that there is nothing to do between it and the group's joint before,
// which has to dry.
type Glue struct {
	Group, At int
	Wait      bool
}

// GlueUp orders the joints of groups on the bench, given how many each has: two groups in
// turn, so that one dries while the next joint of the other is made.
func GlueUp(joints []int) []Glue {
	var out []Glue
	for i := 0; i < len(joints); i += 2 {
		n := joints[i]
		if i+1 < len(joints) {
			n = max(n, joints[i+1])
		}
		for at := range n {
			for g := i; g < min(i+2, len(joints)); g++ {
				if at < joints[g] {
					wait := len(out) > 0 && out[len(out)-1].Group == g
					out = append(out, Glue{Group: g, At: at, Wait: wait})
				}
			}
		}
	}
	return out
}
