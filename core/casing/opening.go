package casing

import (
	"fmt"
	"math"
)

// At is a corner of an opening.
type At int

// The corners, as the hands of a clock go.
const (
	TopLeft At = iota
	TopRight
	BottomRight
	BottomLeft
)

// Corners are the angles inside an opening, by corner.
type Corners [4]float64

// Opening is what a tape finds: the width under the head and at the foot, the height of each side, and the two
// diagonals, that which rises to the right and that which falls. A diagonal of 0 was not measured.
type Opening struct {
	Top, Bottom, Left, Right float64
	Rising, Falling          float64 // bottom left to top right, and top left to bottom right
}

// Impossible is an opening, or a set around one, that no wall can have.
type Impossible struct{ Thing, Value, Reason, Remedy string }

func (e *Impossible) Error() string {
	return e.Thing + " " + e.Value + ": " + e.Reason + "; " + e.Remedy
}

// Corner is the angle between two sides whose far ends are d apart; ok is false where three such lengths make no
// triangle.
func Corner(a, b, d float64) (angle float64, ok bool) {
	if !(a > 0 && b > 0 && d > 0) {
		return 0, false
	}
	c := (a*a + b*b - d*d) / (2 * a * b)
	if !(c > -1 && c < 1) {
		return 0, false
	}
	return deg(math.Acos(c)), true
}

// CornerSD is the deviation of such an angle where each of the three lengths is read to s.
func CornerSD(a, b, d, s float64) float64 {
	angle, ok := Corner(a, b, d)
	if !ok {
		return math.Inf(1)
	}
	f := rad(angle)
	q := a * b * math.Sin(f)
	return deg(s * math.Sqrt(sq(d/q)+sq((b*math.Cos(f)-a)/q)+sq((a*math.Cos(f)-b)/q)))
}

// Far is the distance between the far ends of two sides at an angle: what a diagonal reads there.
func Far(a, b, angle float64) float64 {
	return math.Sqrt(a*a + b*b - 2*a*b*math.Cos(rad(angle)))
}

// sides are the two sides at a corner and the diagonal across it.
func (o Opening) sides(c At) (a, b, d float64) {
	switch c {
	case TopLeft:
		return o.Top, o.Left, o.Rising
	case TopRight:
		return o.Top, o.Right, o.Falling
	case BottomRight:
		return o.Bottom, o.Right, o.Rising
	}
	return o.Bottom, o.Left, o.Falling
}

// At is the angle at one corner, from the two sides and the diagonal across it.
func (o Opening) At(c At) (angle float64, ok bool) { return Corner(o.sides(c)) }

// SDAt is its deviation where each length is read to s.
func (o Opening) SDAt(c At, s float64) float64 {
	a, b, d := o.sides(c)
	return CornerSD(a, b, d, s)
}

var names = [4]string{"top left", "top right", "bottom right", "bottom left"}

func (c At) String() string { return names[c] }

// Corners are the four angles, each from its own three lengths. The error is an *Impossible.
func (o Opening) Corners() (out Corners, err error) {
	for _, side := range []struct {
		name  string
		value float64
	}{{"width at the top", o.Top}, {"width at the bottom", o.Bottom}, {"left height", o.Left}, {"right height", o.Right}, {"rising diagonal", o.Rising},
		{"falling diagonal", o.Falling}} {
		if !(side.value > 0) || math.IsInf(side.value, 0) {
			return out, &Impossible{side.name, fmt.Sprintf("%.4g in", side.value), "must be more than 0", "measure it"}
		}
	}
	for c := range out {
		v, ok := o.At(At(c))
		if !ok {
			a, b, d := o.sides(At(c))
			return out, &Impossible{"the diagonal across the " + At(c).String() + " corner", fmt.Sprintf("%.4g in", d),
				fmt.Sprintf("does not go with sides of %.4g and %.4g in", a, b), "measure the diagonal and both sides again"}
		}
		out[c] = v
	}
	return out, nil
}

// Misses is by how much the four corners together miss 360°: nothing where the six lengths agree. Less is what a
// wind between the two sides makes too, more never is.
func (o Opening) Misses() (float64, error) {
	f, err := o.Corners()
	return f[0] + f[1] + f[2] + f[3] - 360, err
}

// lengths are the six, to be changed one by one.
func (o *Opening) lengths() [6]*float64 {
	return [6]*float64{&o.Top, &o.Bottom, &o.Left, &o.Right, &o.Rising, &o.Falling}
}

// MissesSD is the deviation of Misses where each length is read to s, by small changes of each.
func (o Opening) MissesSD(s float64) float64 {
	sum := 0.0
	for i := range o.lengths() {
		const by = 1.0 / 1024
		more, less := o, o
		*more.lengths()[i] += by
		*less.lengths()[i] -= by
		a, err := more.Misses()
		b, err2 := less.Misses()
		if err != nil || err2 != nil {
			return math.Inf(1)
		}
		sum += sq((a - b) / (2 * by) * s)
	}
	return math.Sqrt(sum)
}

// Closing is what each of the six lengths would have to read by itself for the six to agree, in the order top,
// bottom, left, right, rising, falling: NaN where no length within a foot would.
func (o Opening) Closing() (out [6]float64) {
	for i := range out {
		out[i] = o.closing(i)
	}
	return out
}

// closing goes along the tangent to where the corners come to 360: they change all but straight with one length.
func (o Opening) closing(i int) float64 {
	read := *o.lengths()[i]
	at := func(v float64) (float64, bool) {
		k := o
		*k.lengths()[i] = v
		m, err := k.Misses()
		return m, err == nil
	}
	v := read
	for range 30 {
		m, ok := at(v)
		if !ok || math.Abs(v-read) > farthest {
			break
		}
		if math.Abs(m) < 1e-11 {
			return v
		}
		const by = 1.0 / 4096
		more, ok1 := at(v + by)
		less, ok2 := at(v - by)
		if !ok1 || !ok2 || more == less {
			break
		}
		v -= m * 2 * by / (more - less)
	}
	return math.NaN()
}

// farthest is how far off a length is looked for that would close the others.
const farthest = 12.0

// Wind is how far the fourth corner stands out of the plane of the other three where the six lengths are those of an opening
// in wind; none where they are those of no such thing.
func (o Opening) Wind() (out float64, ok bool) {
	// The triangle bottom left, bottom right, top right flat on the floor; the top left corner over it.
	angle, ok := Corner(o.Bottom, o.Rising, o.Right)
	if !ok {
		return 0, false
	}
	s, c := math.Sincos(rad(angle))
	x, y := o.Rising*c, o.Rising*s // top right
	// Its distances are Left from (0, 0), Falling from (Bottom, 0), Top from (x, y).
	u := (sq(o.Left) - sq(o.Falling) + sq(o.Bottom)) / (2 * o.Bottom)
	v := (sq(o.Left) - sq(o.Top) + sq(x) + sq(y) - 2*x*u) / (2 * y)
	w := sq(o.Left) - sq(u) - sq(v)
	if !(w > 0) {
		return 0, false
	}
	return math.Sqrt(w), true
}

// Completed is the opening with a diagonal that was not measured worked out from the other one and the four sides; ok is
// false where neither was, or where they make no opening.
func (o Opening) Completed() (Opening, bool) {
	switch {
	case o.Rising > 0 && o.Falling > 0:
		return o, true
	case o.Rising > 0:
		// At the bottom left the rising diagonal parts the corner into two.
		under, ok := Corner(o.Rising, o.Bottom, o.Right)
		over, ok2 := Corner(o.Left, o.Rising, o.Top)
		if !ok || !ok2 {
			return o, false
		}
		o.Falling = Far(o.Bottom, o.Left, under+over)
		return o, true
	case o.Falling > 0:
		m, ok := o.Mirrored().Completed()
		return m.Mirrored(), ok
	}
	return o, false
}

// Mirrored is the opening as it is from the other side of the wall.
func (o Opening) Mirrored() Opening {
	return Opening{o.Top, o.Bottom, o.Right, o.Left, o.Falling, o.Rising}
}

// Mirrored are the corners as they are from the other side of the wall.
func (c Corners) Mirrored() Corners {
	return Corners{c[TopRight], c[TopLeft], c[BottomLeft], c[BottomRight]}
}

func rad(a float64) float64 { return a * math.Pi / 180 }
func deg(a float64) float64 { return a * 180 / math.Pi }
func sq(v float64) float64  { return v * v }
func cot(a float64) float64 { return 1 / math.Tan(rad(a)) }
