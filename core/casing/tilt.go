package casing

import "math"

// Tilt is the roll of a casing so wide where the board stands proud of the jamb by p, or the jamb of the board by −p:
// positive where its outer edge comes forward. Arris is where the one that is proud touches it first, from the casing's
// inner edge.
func Tilt(p, arris, width float64) float64 {
	switch {
	case p > 0:
		return deg(math.Atan(p / arris))
	case p < 0:
		return -deg(math.Asin(min(1, -p/(width-arris))))
	}
	return 0
}

// Tilted are the settings of a mitre in a piece that is rolled so: the swing and the bevel, positive where the back is
// left long, negative where it is cut under.
func Tilted(corner, roll float64) (swing, bevel float64) {
	h := rad(MitreSaw(corner))
	return deg(math.Atan(math.Tan(h) * math.Cos(rad(roll)))), deg(math.Asin(math.Sin(h) * math.Sin(rad(roll))))
}

// Open is how a mitre stands open that is cut flat at half and rolled.
type Open struct {
	Toe, Heel float64 // on the face, at the inner edge and at the outer one
	Back      float64 // behind, at the inner edge
	Off       float64 // how far each piece stands off its place along itself
}

// Face is the greater opening on the face.
func (o Open) Face() float64 { return max(o.Toe, o.Heel) }

// TiltOpen is how a mitre stands open where both its pieces, so wide and so thick, are cut flat and rolled.
func TiltOpen(corner, roll, width, thick float64) Open {
	h := rad(MitreSaw(corner))
	c, s := width*(1-math.Cos(rad(roll))), thick*math.Sin(rad(roll))
	most := max(s, c+s, 0, c)
	gap := func(q float64) float64 { return 2 * math.Sin(h) * (most - q) }
	return Open{Toe: gap(s), Heel: gap(c + s), Back: gap(0), Off: math.Tan(h) * most}
}

// MostProud is the most that the board, or the jamb, may stand proud before the face of a mitre shows more than a limit.
func MostProud(corner, width, thick, arris, limit float64, jamb bool) float64 {
	lo, hi := 0.0, .5
	for range 60 {
		p := (lo + hi) / 2
		roll := Tilt(p, arris, width)
		if jamb {
			roll = Tilt(-p, arris, width)
		}
		if TiltOpen(corner, roll, width, thick).Face() > limit {
			hi = p
		} else {
			lo = p
		}
	}
	return lo
}
