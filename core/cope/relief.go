package cope

import (
	"math"

	"gnomon/core/measure"
)

// Blade is what a cope is sawn with: its width, what its teeth take out, and its body.
type Blade struct{ Width, Kerf, Body float64 }

// Turns is the least radius that a blade turns in its own kerf: w²/((3 + 2√2)·(k − t)).
func (b Blade) Turns() float64 { return b.Width * b.Width / ((3 + 2*math.Sqrt2) * (b.Kerf - b.Body)) }

// Missed is by how much a corner of the line may be missed and not show.
const Missed = 1.0 / 64

// Corner is a corner of the line that turns sharper than the blade. Where the waste runs into the kept wood, Inner, a relief
// cut goes along the piece from its end to it; else the saw runs out into the waste and starts again.
type Corner struct {
	Around, Along float64
	Turn          measure.Angle // toward the waste where it is positive, going up
	Inner         bool
}

// Corners are the corners that a blade which turns to a radius would miss by more than Missed.
func Corners(line []Mark, radius float64) []Corner {
	type bend struct{ turn, before, after, x, l float64 }
	var at []Mark
	for _, m := range line {
		if n := len(at); n == 0 || math.Hypot(m.Along-at[n-1].Along, m.Around-at[n-1].Around) > 1e-7 {
			at = append(at, m)
		}
	}
	var bends []bend
	for i := 1; i+1 < len(at); i++ {
		dx, dl := at[i].Along-at[i-1].Along, at[i].Around-at[i-1].Around
		ex, el := at[i+1].Along-at[i].Along, at[i+1].Around-at[i].Around
		bends = append(bends, bend{math.Atan2(dx*el-dl*ex, dx*ex+dl*el), math.Hypot(dx, dl), math.Hypot(ex, el), at[i].Along, at[i].Around})
	}
	var out []Corner
	for i := 0; i < len(bends); i++ {
		first := bends[i]
		if math.Abs(first.turn) < 1e-9 {
			continue
		}
		// What turns on in short stretches, as an arc does, is one corner.
		turn, long, x, l := first.turn, 0.0, first.x*first.turn, first.l*first.turn
		for i+1 < len(bends) && bends[i+1].turn*first.turn > 0 && bends[i].after < radius*(math.Abs(bends[i].turn)+math.Abs(bends[i+1].turn))/2 {
			i++
			long += bends[i].before
			turn, x, l = turn+bends[i].turn, x+bends[i].x*bends[i].turn, l+bends[i].l*bends[i].turn
		}
		has := long / math.Abs(turn)
		miss := math.Inf(1)
		if math.Abs(turn) < math.Pi-1e-6 {
			miss = (radius - has) * (1/math.Cos(math.Abs(turn)/2) - 1)
		}
		if has < radius && miss > Missed {
			out = append(out, Corner{l / turn, x / turn, measure.FromRadians(turn), turn > 0})
		}
	}
	return out
}

// Way is from which end a part of the line is sawn.
type Way string

// A part is sawn from its lower or its upper end, from either, or, where a relief cut at neither lets the blade in, after
// two relief cuts a blade apart.
const (
	Up     Way = "up"
	Down   Way = "down"
	Either Way = "either"
	Widen  Way = "widen"
)

// Part is a part of the line between two sharp corners or ends, and the way to saw it.
type Part struct {
	From, To float64 // around the face
	Way      Way
	Begins   string // at what: an edge of the piece, an outer corner, or an inner one
}

// Where parts begin and end.
const (
	AtEdge  = "edge"
	AtOuter = "outer"
	AtInner = "inner"
)

// Parts are the parts of the line in the order of the face, for a blade that turns to a radius and corners
// found with it. One may begin at an edge, at an outer corner, or at an inner one that it leaves within 2·acos(r/(r + 1/64)) of the
// relief cut's direction; from the end nearer the corner line where both serve.
func Parts(line []Mark, corners []Corner, radius float64) []Part {
	if len(line) < 2 {
		return nil
	}
	type stop struct {
		around, along float64
		kind          string
	}
	last := line[len(line)-1]
	stops := []stop{{line[0].Around, line[0].Along, AtEdge}}
	for _, c := range corners {
		kind := AtOuter
		if c.Inner {
			kind = AtInner
		}
		stops = append(stops, stop{c.Around, c.Along, kind})
	}
	stops = append(stops, stop{last.Around, last.Along, AtEdge})
	steers := 2 * math.Acos(1/(1+Missed/radius))
	var out []Part
	for i := 0; i+1 < len(stops); i++ {
		a, b := stops[i], stops[i+1]
		up := a.kind != AtInner || math.Abs(leaves(line, a.around, 1, radius)) <= steers
		down := b.kind != AtInner || math.Abs(leaves(line, b.around, -1, radius)) <= steers
		p := Part{From: a.around, To: b.around}
		switch {
		case up && down && a.along < b.along-1e-9, up && !down:
			p.Way, p.Begins = Up, a.kind
		case up && down && b.along < a.along-1e-9, down && !up:
			p.Way, p.Begins = Down, b.kind
		case up && down:
			p.Way, p.Begins = Either, a.kind
		default:
			p.Way, p.Begins = Widen, AtInner
		}
		out = append(out, p)
	}
	return out
}

// leaves is the direction in which the line leaves a place around the face, going up or down over what
// steers a blade, off the direction along the piece.
func leaves(line []Mark, around, by, radius float64) float64 {
	near := func(l float64) Mark {
		best := line[0]
		for _, m := range line {
			if math.Abs(m.Around-l) < math.Abs(best.Around-l) {
				best = m
			}
		}
		return best
	}
	x, q := near(around).Along, near(around+by*min(radius, 0.1))
	return math.Atan2(q.Around-around, q.Along-x)
}
