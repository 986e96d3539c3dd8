package survey

import (
	"math"
	"math/rand/v2"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// trueRoom is a made-up room: its corners, clockwise from above.
type trueRoom []Point

// build makes a room of 4 to 16 walls: a rectangle with chimney breasts and
// alcoves, bays and cut corners, its corners a little out of square as built.
func build(r *rand.Rand) trueRoom {
	for {
		w, d := 96+r.Float64()*168, 96+r.Float64()*168
		p := []Point{{0, 0}, {w, 0}, {w, d}, {0, d}}
		target := 4 + r.IntN(13)
		for tries := 0; len(p) < target && tries < 40; tries++ {
			i := r.IntN(len(p))
			a, b := p[i], p[(i+1)%len(p)]
			l := math.Hypot(b.X-a.X, b.Y-a.Y)
			if l < 72 {
				continue
			}
			u := Point{(b.X - a.X) / l, (b.Y - a.Y) / l}
			in := Point{-u.Y, u.X}
			at := func(along, out float64) Point {
				return Point{a.X + u.X*along + in.X*out, a.Y + u.Y*along + in.Y*out}
			}
			width := min(36+r.Float64()*36, l-30)
			from := 15 + r.Float64()*(l-30-width)
			depth := 10 + r.Float64()*20
			var add []Point
			switch k := r.IntN(4); {
			case k == 0 && len(p)+1 <= target: // a corner cut off
				c := p[(i+2)%len(p)]
				m := math.Hypot(c.X-b.X, c.Y-b.Y)
				if m < 72 {
					continue
				}
				cut := 12 + r.Float64()*18
				q := slices.Clone(p)
				q[(i+1)%len(p)] = at(l-cut, 0)
				add := Point{b.X + (c.X-b.X)/m*cut, b.Y + (c.Y-b.Y)/m*cut}
				q = slices.Insert(q, (i+1)%len(p)+1, add)
				if !Crosses(q) {
					p = q
				}
				continue
			case k == 1 && len(p)+4 <= target: // a bay
				s := depth
				if width < 2*s+12 {
					continue
				}
				add = []Point{at(from, 0), at(from+s, -s), at(from+width-s, -s), at(from+width, 0)}
			case len(p)+4 <= target: // a breast into the room, or an alcove
				o := depth
				if k == 2 {
					o = -depth
				}
				add = []Point{at(from, 0), at(from, o), at(from+width, o), at(from+width, 0)}
			default:
				continue
			}
			q := slices.Insert(slices.Clone(p), i+1, add...)
			if !Crosses(q) {
				p = q
			}
		}
		for i := range p { // as built: a few sixteenths to a half out
			p[i].X += r.NormFloat64() * 0.4
			p[i].Y += r.NormFloat64() * 0.4
		}
		if !Crosses(p) {
			return p
		}
	}
}

func (t trueRoom) wall(i int) float64 {
	a, b := t[i], t[(i+1)%len(t)]
	return math.Hypot(b.X-a.X, b.Y-a.Y)
}

// turn is the signed turn at the right end of wall i.
func (t trueRoom) turn(i int) float64 {
	n := len(t)
	a, b, c := t[i], t[(i+1)%n], t[(i+2)%n]
	return math.Atan2(cross(a, b, c), (b.X-a.X)*(c.X-b.X)+(b.Y-a.Y)*(c.Y-b.Y)) / rad
}

// noise is the instruments' deviations, in inches and degrees.
type noise struct{ tape, reading float64 }

// read measures the room once, every corner on its own scale, and tells the check
// the noise it has.
func (t trueRoom) read(r *rand.Rand, n noise) Room {
	out := Room{Closed: true, Tape: defaultTape}
	for i := range t {
		out.Walls = append(out.Walls, []Tape{tape(t.wall(i)+r.NormFloat64()*n.tape, n)})
		turn := t.turn(i) + r.NormFloat64()*n.reading
		out.Turns = append(out.Turns, turned(turn, n))
	}
	return out
}

func tape(in float64, n noise) Tape {
	return Tape{Length: measure.FromInches(in), Sigma: measure.FromInches(n.tape)}
}

func turned(turn float64, n noise) Turned {
	kind, theta := job.Inside, measure.Angle(180-turn)
	if turn < 0 {
		kind, theta = job.Outside, measure.Angle(180+turn)
	}
	return Turned{Known: true, Turn: measure.Angle(turn), Sigma: measure.Angle(n.reading),
		Others: func() []OtherTurn { return OtherTurns(kind, theta, job.ScaleCorner) }}
}

// help shoots up to most diagonals of the program's choosing.
func (t trueRoom) help(r *rand.Rand, room Room, n noise, most int) Room {
	for range most {
		v := Check(room)
		if v.Points == nil {
			return room
		}
		var shot *Help
		for _, h := range Helps(room, v) {
			if !h.Twice {
				shot = &h
			}
		}
		if shot == nil {
			return room
		}
		d := math.Hypot(t[shot.To].X-t[shot.From].X, t[shot.To].Y-t[shot.From].Y)
		room.Diagonals = append(room.Diagonals, Diagonal{shot.From, shot.To, tape(d+r.NormFloat64()*n.tape, n)})
	}
	return room
}

// again reads every wall a second time.
func (t trueRoom) again(r *rand.Rand, room Room, n noise) Room {
	for i := range room.Walls {
		room.Walls[i] = append(room.Walls[i], tape(t.wall(i)+r.NormFloat64()*n.tape, n))
	}
	return room
}
