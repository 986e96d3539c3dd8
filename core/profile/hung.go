package profile

import (
	"math"
	"slices"
	"sort"

	"gnomon/core/measure"
)

// Pose is how a section hangs beside how it is drawn: rolled about its told point, its top further out
// where Roll is positive, then moved out from the wall and up, in inches. A wall whose top leans into the
// room rolls what hangs on it by as much.
type Pose struct {
	Roll    measure.Angle
	Out, Up float64
}

// Turner brings places of the section to where they hang.
func (p Pose) Turner() func(Place) Place {
	sin, cos := math.Sincos(p.Roll.Radians())
	return func(q Place) Place { return Place{q.U*cos + q.Z*sin + p.Out, -q.U*sin + q.Z*cos + p.Up} }
}

// fine is how far a straight stretch may stand off its arc where a cope is drawn or a joint closed: a gap
// is then good to 1/4000 in.
const fine = 1.0 / 8192

// samePlace is within what two places or heights are one, in inches.
const samePlace = 1e-9

// Hung is a section as it hangs, in straight stretches. Heights are above the told point before it was
// moved, in inches.
type Hung struct {
	Chain  []Place   // closed, from the told point, the wood on the left
	Face   []Place   // of it, from the bottom front edge up to the top edge
	Own    []Place   // the same places as the section has them
	Around []float64 // how far around the face each of them lies
	Pose   Pose
	low    float64
	high   float64
	wide   float64
	levels []float64 // heights at which the chain turns
	above  []float64 // outermost wood just above each level, -Inf for none
	below  []float64 // and just below it
	blocks []block   // of the chain, to look for what is near
}

// block is a few stretches of a chain, and within what they lie.
type block struct{ lo, hi Place }

const inBlock = 8

// Hung is the section as it hangs in a pose.
func (s *Section) Hung(p Pose) *Hung {
	still := s.drawn()
	if p == (Pose{}) {
		return still
	}
	h := &Hung{Own: still.Own, Around: still.Around, Pose: p, Chain: make([]Place, len(still.Chain)), Face: make([]Place, len(still.Face))}
	turn := p.Turner()
	for i, q := range still.Chain {
		h.Chain[i] = turn(q)
	}
	for i, q := range still.Own {
		h.Face[i] = turn(q)
	}
	h.finish()
	return h
}

// still is the section as it is drawn, in fine stretches.
func (s *Section) still() *Hung {
	h := &Hung{Chain: s.Outline.within(fine)}
	top := 0.0
	for _, q := range h.Chain {
		top = max(top, q.Z)
	}
	first := 0 // what lies level on the floor is no part of the face
	for i, q := range h.Chain {
		if i > 0 && i == first+1 && q.Z < samePlace && q.Z >= h.Chain[first].Z-samePlace {
			first = i
		}
		if q.Z >= top-samePlace {
			h.Own = h.Chain[first : i+1]
			break
		}
	}
	h.Face = h.Own
	h.Around = make([]float64, len(h.Own))
	for i := 1; i < len(h.Own); i++ {
		h.Around[i] = h.Around[i-1] + h.Own[i].off(h.Own[i-1])
	}
	h.finish()
	return h
}

// finish works out the envelope: how far out the wood stands at every height.
func (h *Hung) finish() {
	h.low, h.high = math.Inf(1), math.Inf(-1)
	zs := make([]float64, len(h.Chain))
	for i, q := range h.Chain {
		zs[i] = q.Z
		h.low, h.high, h.wide = min(h.low, q.Z), max(h.high, q.Z), max(h.wide, q.U)
	}
	h.blocks = make([]block, 0, len(h.Chain)/inBlock+1)
	for i := 0; i < len(h.Chain); i += inBlock {
		b := block{h.Chain[i], h.Chain[i]}
		for k := i + 1; k <= min(i+inBlock, len(h.Chain)); k++ { // with the end of its last stretch
			q := h.Chain[k%len(h.Chain)]
			b = block{Place{min(b.lo.U, q.U), min(b.lo.Z, q.Z)}, Place{max(b.hi.U, q.U), max(b.hi.Z, q.Z)}}
		}
		h.blocks = append(h.blocks, b)
	}
	slices.Sort(zs)
	h.levels = slices.CompactFunc(zs, func(a, b float64) bool { return math.Abs(b-a) <= 1e-12 })
	n := len(h.levels)
	h.above, h.below = make([]float64, n), make([]float64, n)
	for i := range n {
		h.above[i], h.below[i] = math.Inf(-1), math.Inf(-1)
	}
	for i, a := range h.Chain {
		b := h.Chain[(i+1)%len(h.Chain)]
		if math.Abs(a.Z-b.Z) <= 1e-12 {
			continue
		}
		if a.Z > b.Z {
			a, b = b, a
		}
		per := (b.U - a.U) / (b.Z - a.Z)
		for k := sort.SearchFloat64s(h.levels, a.Z-1e-12); k+1 < n && h.levels[k] < b.Z-1e-12; k++ {
			lo, hi := a.U+per*(h.levels[k]-a.Z), a.U+per*(h.levels[k+1]-a.Z)
			// Stretches of an outline that does not cross itself cross only in its corners.
			if h.above[k] == math.Inf(-1) || lo+hi > h.above[k]+h.below[k+1] {
				h.above[k], h.below[k+1] = lo, hi
			}
		}
	}
}

// Low and High are the heights of its lowest and its highest wood, Wide how far out it stands.
func (h *Hung) Low() float64  { return h.low }
func (h *Hung) High() float64 { return h.high }
func (h *Hung) Wide() float64 { return h.wide }

// Levels are the heights at which its outline turns, from below.
func (h *Hung) Levels() []float64 { return h.levels }

// Side says which of two values is meant where the outermost wood jumps.
type Side int

// Just below a height, the greater one at it, just above it.
const (
	JustBelow Side = -1
	Greater   Side = 0
	JustAbove Side = 1
)

// Out is how far out the outermost wood stands at a height; ok is false where there is none.
func (h *Hung) Out(z float64, side Side) (u float64, ok bool) {
	n := len(h.levels)
	if z < h.low-samePlace || z > h.high+samePlace {
		return 0, false
	}
	i := sort.SearchFloat64s(h.levels, z+samePlace) - 1
	i = max(i, 0)
	if math.Abs(z-h.levels[i]) <= samePlace {
		switch side {
		case JustBelow:
			u = h.below[i]
		case JustAbove:
			u = h.above[i]
		default:
			u = max(h.above[i], h.below[i])
		}
		return u, u > math.Inf(-1)
	}
	if i+1 >= n {
		return 0, false
	}
	u = h.above[i] + (h.below[i+1]-h.above[i])*(z-h.levels[i])/(h.levels[i+1]-h.levels[i])
	return u, u > math.Inf(-1)
}

// Back is how far out its innermost wood stands at a height: where a level blade comes out behind.
func (h *Hung) Back(z float64) (u float64, ok bool) {
	u = math.Inf(1)
	for i, a := range h.Chain {
		b := h.Chain[(i+1)%len(h.Chain)]
		if math.Abs(a.Z-b.Z) < 1e-12 || z < min(a.Z, b.Z)-samePlace || z > max(a.Z, b.Z)+samePlace {
			continue
		}
		u = min(u, Mix(a, b, (z-a.Z)/(b.Z-a.Z)).U)
	}
	return u, u < math.Inf(1)
}

// Inside tells whether a place lies in the wood.
func (h *Hung) Inside(q Place) bool {
	in := false
	for i, a := range h.Chain {
		b := h.Chain[(i+1)%len(h.Chain)]
		if (a.Z > q.Z) != (b.Z > q.Z) && q.U < a.U+(b.U-a.U)*(q.Z-a.Z)/(b.Z-a.Z) {
			in = !in
		}
	}
	return in
}

// Nearest is the place of the outline that is nearest to one, and how far off. Near is the stretch that it
// was found on, from which the next search may begin: neighbours lie near each other.
func (h *Hung) Nearest(q Place, begin int) (at Place, off float64, near int) {
	best := math.Inf(1)
	n := len(h.Chain)
	try := func(i int) {
		a, b := h.Chain[i], h.Chain[0]
		if i+1 < n {
			b = h.Chain[i+1]
		}
		d := b.minus(a)
		long, t := d.U*d.U+d.Z*d.Z, 0.0
		if long > 0 {
			t = max(0, min(1, ((q.U-a.U)*d.U+(q.Z-a.Z)*d.Z)/long))
		}
		p := Place{a.U + d.U*t, a.Z + d.Z*t}
		if v := (p.U-q.U)*(p.U-q.U) + (p.Z-q.Z)*(p.Z-q.Z); v < best {
			best, at, near = v, p, i
		}
	}
	try(begin % n)
	for k, b := range h.blocks {
		du, dz := max(b.lo.U-q.U, q.U-b.hi.U, 0), max(b.lo.Z-q.Z, q.Z-b.hi.Z, 0)
		if du*du+dz*dz >= best {
			continue
		}
		for i := k * inBlock; i < min(n, (k+1)*inBlock); i++ {
			try(i)
		}
	}
	return at, math.Sqrt(best), near
}

// At is the place a distance around the face, with the same of the section and its direction there.
func (h *Hung) At(around float64) (at, own, direction Place) {
	i := min(max(sort.SearchFloat64s(h.Around, around)-1, 0), len(h.Around)-2)
	t := (around - h.Around[i]) / (h.Around[i+1] - h.Around[i])
	d := h.Face[i+1].minus(h.Face[i])
	l := math.Hypot(d.U, d.Z)
	return Mix(h.Face[i], h.Face[i+1], t), Mix(h.Own[i], h.Own[i+1], t), Place{d.U / l, d.Z / l}
}

// Leans tells whether the section stands off its wall at its top, as a crown does: its back leaves the wall.
func (s *Section) Leans() bool {
	_, ceiling := s.feet()
	back := math.Inf(1)
	for _, q := range s.chain {
		if q.Z >= s.high-samePlace {
			back = min(back, q.U)
		}
	}
	return ceiling.long > 0 && back > samePlace+s.wide/10
}
