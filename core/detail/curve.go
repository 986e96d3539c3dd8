package detail

import "fmt"

// Curve is how small pieces follow a curved wall, per piece: what each joint takes of it, and where the straight walls' pieces end.
type Curve struct {
	Cut    float64 // off square, between two small pieces
	End    float64 // where a wall's piece meets the first or the last
	Back   float64 // of a small piece, between its cuts
	Past   float64 // a wall's piece goes on past the curve's start
	Short  float64 // and ends short of where the walls would meet
	Hollow float64 // behind a joint outside, behind a piece's middle inside
}

// Around is an outside curve of radius r that turns t, with k pieces between the walls' own.
func Around(r, t float64, k int) Curve {
	cut := t / (2 * float64(k+1))
	past := r * tan(cut)
	return Curve{Cut: cut, End: cut, Back: 2 * past, Past: past, Short: r*tan(t/2) - past, Hollow: r * (1/cos(cut) - 1)}
}

// Within is an inside curve, followed by k chords.
func Within(r, t float64, k int) Curve {
	half := t / (2 * float64(k))
	return Curve{Cut: half, End: half / 2, Back: 2 * r * sin(half), Short: r * tan(t/2), Hollow: r * (1 - cos(half))}
}

// Radius is that of a curve by a chord across it and the rise behind the chord's middle.
func Radius(chord, rise float64) float64 { return (chord*chord/4 + rise*rise) / (2 * rise) }

// turnName is the part that piece i of a curve is, of k small ones between the walls' own.
func turnName(i, k int) string {
	switch {
	case i == 0:
		return "left"
	case i > k:
		return "right"
	}
	return fmt.Sprintf("turn-%d", i)
}
