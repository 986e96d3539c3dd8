package survey

import (
	"math"

	"gnomon/core/effort"
	"gnomon/core/measure"
)

// Room is what was measured of one room at one level, ready to be checked: each
// wall's lengths, the turn at each wall's right end, and lengths shot across the
// room. Walls go round clockwise from above, seen from inside; around an island
// the turns add to −360 instead of +360.
type Room struct {
	Closed    bool
	Walls     [][]Tape // every reading of a wall by itself; none where it was not measured
	Turns     []Turned // at each wall's right end; the last counts only in a closed room
	Diagonals []Diagonal
	Tape      measure.Length // deviation of a length that would be measured next: see TapeSigma
	// Effort is what may be spent on the check, and Helping on finding what would help it; a
	// step is about one multiplication.
	Effort, Helping *effort.Effort
}

// Tape is one reading of one length with its standard deviation.
type Tape struct {
	ID     string
	Length measure.Length
	Sigma  measure.Length
	Others func() []OtherLength // what it would be had it been misread in a known way; asked only of a room that does not close
}

// Turned is the signed turn at one corner with its standard deviation.
type Turned struct {
	ID     string
	Known  bool
	Turn   measure.Angle
	Sigma  measure.Angle
	Others func() []OtherTurn
}

// Diagonal is a length between two corners. Points are numbered from the left
// end of the first wall, 0, so that wall i runs from point i to point i+1; in a
// closed room the last point is the first again.
type Diagonal struct {
	From, To int
	Tape
}

// OtherLength is a length under a mistake that people make.
type OtherLength struct {
	As     string
	Length measure.Length
}

// OtherTurn is a turn under a mistake that people make.
type OtherTurn struct {
	As   string
	Turn measure.Angle
}

// Of tells what kind of measurement something is about.
type Of string

// The kinds of measurement.
const (
	OfWall     Of = "wall"
	OfTurn     Of = "turn"
	OfDiagonal Of = "diagonal"
)

// Ref names one measurement of a Room: the wall, corner or diagonal by its index,
// and which reading of a wall.
type Ref struct {
	Of    Of
	At    int
	Again int // which reading of the wall, from 0
	ID    string
}

// Amount is a length or an angle, whichever the measurement is.
type Amount struct {
	Length measure.Length
	Angle  measure.Angle
}

// amount makes one of the solver's numbers, inches or degrees.
func amount(of Of, v float64) Amount {
	if of == OfTurn {
		return Amount{Angle: measure.Angle(v)}
	}
	return Amount{Length: measure.FromInches(v)}
}

// obs is one observation as the solver holds it, in inches or degrees.
type obs struct {
	ref          Ref
	v            int // the variable it observes
	value, sigma float64
	others       func() []other // nil for none
}

type other struct {
	as    string
	value float64
}

// network holds the variables of a room (walls' lengths, then turns, then
// diagonals) and the observations of them.
type network struct {
	closed bool
	n      int // walls
	shots  [][2]int
	obs    []obs
	target float64 // what the turns add to
	tape   measure.Length
	all    *effort.Effort // for the check
	effort *effort.Effort // for the part of it at hand
}

// most is how many steps each part of a check may take: solving it, leaving measurements out
// in turn, asking what would explain them. A hall of a hundred walls is tried whole.
const most = 200_000_000

// allow begins a part of the check.
func (w *network) allow() { w.effort = w.all.Part(most) }

// round is what one round of an adjustment with so many free variables takes: the
// conditions' directions, their cofactors and the inverse.
func (w *network) round(free int) int64 {
	c, m := int64(len(w.shots)+free), int64(w.vars())
	if w.closed {
		c += 3
	}
	return 60*m + c*c*m/2 + c*c*c
}

// aim takes from the turns which way round the room goes.
func (w *network) aim() {
	sum := 0.0
	for _, o := range w.obs {
		if o.ref.Of == OfTurn {
			sum += o.value
		}
	}
	w.target = math.Copysign(360, sum)
}

func (w *network) points() int {
	if w.closed {
		return w.n
	}
	return w.n + 1
}

func (w *network) vars() int { return 2*w.n + len(w.shots) }

// of tells what kind of thing a variable is.
func (w *network) of(v int) Of {
	switch {
	case v < w.n:
		return OfWall
	case v < 2*w.n:
		return OfTurn
	}
	return OfDiagonal
}

func newNetwork(r Room) *network {
	w := &network{closed: r.Closed, n: len(r.Walls), tape: r.Tape, all: r.Effort}
	tape := func(of Of, at, again, v int, t Tape) {
		o := obs{ref: Ref{Of: of, At: at, Again: again, ID: t.ID}, v: v, value: t.Length.Inches(), sigma: t.Sigma.Inches()}
		if t.Others != nil {
			o.others = func() (out []other) {
				for _, x := range t.Others() {
					out = append(out, other{x.As, x.Length.Inches()})
				}
				return out
			}
		}
		w.obs = append(w.obs, o)
	}
	for i, readings := range r.Walls {
		for k, t := range readings {
			tape(OfWall, i, k, i, t)
		}
	}
	for i, t := range r.Turns {
		if i >= w.n || !r.Closed && i == w.n-1 || !t.Known {
			continue
		}
		o := obs{ref: Ref{Of: OfTurn, At: i, ID: t.ID}, v: w.n + i, value: float64(t.Turn), sigma: float64(t.Sigma)}
		if t.Others != nil {
			o.others = func() (out []other) {
				for _, x := range t.Others() {
					out = append(out, other{x.As, float64(x.Turn)})
				}
				return out
			}
		}
		w.obs = append(w.obs, o)
	}
	w.aim()
	at := map[[2]int]int{}
	for i, d := range r.Diagonals {
		p := [2]int{min(d.From, d.To), max(d.From, d.To)}
		if r.Closed && p[1] == w.n { // the last point is the first again
			p = [2]int{0, p[0]}
		}
		k, had := at[p]
		if !had {
			k = len(w.shots)
			at[p] = k
			w.shots = append(w.shots, p)
		}
		tape(OfDiagonal, i, 0, 2*w.n+k, d.Tape)
	}
	return w
}
