package cope

import "math"

// Straight is a part of the line from an edge of the piece on that a saw cuts in one plane, which is better than sawing it by hand: From and
// To are around the face. Normal is that of the plane, out of the piece at a right end, in (X along it to the right, Y into the wall, Z up).
type Straight struct {
	From, To float64
	Normal   [3]float64
}

// WorthSetting is how long such a part is at least, for it to be worth setting the saw.
const WorthSetting = 1.0

// Straights are the parts to cut at the saw: from the bottom edge up, and from the top edge down, as far as the line runs
// straight on a straight stretch of the face. The plane holds the line and the least back-cut, level as the piece hangs.
func (j Joint) Straights(line []Mark) []Straight {
	var out []Straight
	n := len(line)
	if n < 2 {
		return nil
	}
	add := func(a, b Mark) {
		if math.Abs(b.Around-a.Around) < WorthSetting {
			return
		}
		tan := BackCut(j.Theta).Tan()
		d := [3]float64{b.Along - a.Along, b.U - a.U, b.Z - a.Z}
		// d × (tan β, −1, 0), in (x back, u, z).
		v := [3]float64{d[2], d[2] * tan, -d[0] - d[1]*tan}
		long := math.Sqrt(v[0]*v[0] + v[1]*v[1] + v[2]*v[2])
		if v[0] < 0 { // out of the piece: toward the corner
			long = -long
		}
		// At a right end X runs toward the corner, and Y into the wall: x = −X, u = −Y.
		s := Straight{From: a.Around, To: b.Around, Normal: [3]float64{v[0] / long, v[1] / long, -v[2] / long}}
		out = append(out, s)
	}
	end := 1
	for end+1 < n && alike(line[0], line[end], line[end+1]) {
		end++
	}
	add(line[0], line[end])
	if end == n-1 {
		return out
	}
	begin := n - 2
	for begin > 0 && alike(line[n-1], line[begin], line[begin-1]) {
		begin--
	}
	add(line[begin], line[n-1])
	return out
}

// alike tells whether a line runs on from b to c as it does from a to b, in space.
func alike(a, b, c Mark) bool {
	d := [3]float64{b.Along - a.Along, b.U - a.U, b.Z - a.Z}
	e := [3]float64{c.Along - b.Along, c.U - b.U, c.Z - b.Z}
	ld, le := math.Sqrt(d[0]*d[0]+d[1]*d[1]+d[2]*d[2]), math.Sqrt(e[0]*e[0]+e[1]*e[1]+e[2]*e[2])
	if ld == 0 || le == 0 {
		return false
	}
	return (d[0]*e[0]+d[1]*e[1]+d[2]*e[2])/ld/le > 1-1e-9
}

// Bend is a stretch of the line where the kept wood is hollow, and its least radius there.
type Bend struct{ From, To, Radius float64 }

// Hollows are the stretches where the kept wood is hollow more tightly than a radius, sharp corners left out: what a disc of that
// radius does not reach.
func Hollows(line []Mark, radius float64) []Bend {
	var out []Bend
	for i := 1; i+1 < len(line); i++ {
		a, b, c := line[i-1], line[i], line[i+1]
		dx, dl, ex, el := b.Along-a.Along, b.Around-a.Around, c.Along-b.Along, c.Around-b.Around
		ld, le := math.Hypot(dx, dl), math.Hypot(ex, el)
		if ld < 1e-7 || le < 1e-7 {
			continue
		}
		turn := math.Atan2(dx*el-dl*ex, dx*ex+dl*el) // toward the waste where it is positive
		if turn < 1e-4 || turn > 0.5 {
			continue
		}
		r := (ld + le) / 2 / turn
		if r >= radius {
			continue
		}
		if n := len(out); n > 0 && a.Around-out[n-1].To < 1e-9 {
			out[n-1].To, out[n-1].Radius = c.Around, min(out[n-1].Radius, r)
			continue
		}
		out = append(out, Bend{a.Around, c.Around, r})
	}
	return out
}
