package casing

import "math"

// StoolLength is a stool's: the opening and, on both sides, reveal, casing, back band and what it stands past them.
func StoolLength(width, reveal, casing, band, overhang float64) float64 {
	return width + 2*(reveal+casing+band+overhang)
}

// Horn is how far a stool so long reaches past the opening on either side.
func Horn(width, stool float64) float64 { return (stool - width) / 2 }

// Notch is what is taken out of one end of a stool so that it goes round the wall: at the wall's face, at the sash, how
// deep, and how far off square its side is sawn.
type Notch struct{ Face, Back, Deep, Saw float64 }

// Notches are those of a stool in an opening so wide at the wall's face and at the sash, and so deep to it, left first. Off is
// how far left of centred the sash's opening sits, clear what is left free on either side.
func Notches(face, sash, stool, deep, off, clear float64) [2]Notch {
	one := func(off float64) Notch {
		n := Notch{Face: (stool-face)/2 + clear, Back: (stool-sash)/2 + off + clear, Deep: deep}
		n.Saw = deg(math.Atan((n.Back - n.Face) / deep))
		return n
	}
	return [2]Notch{one(-off), one(off)}
}

// ApronLength is an apron's from tip to tip, its ends returned: as wide as the casings' and bands' outer edges.
func ApronLength(width, reveal, casing, band float64) float64 {
	return width + 2*(reveal+casing+band)
}

// Scribe is where the dividers are set and what comes off at each place, where a straight edge leaves gaps to what it is fitted to.
func Scribe(gaps []float64) (set float64, off []float64) {
	for _, g := range gaps {
		set = max(set, g)
	}
	for _, g := range gaps {
		off = append(off, set-g)
	}
	return set, off
}
