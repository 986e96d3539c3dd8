package profile

import "gnomon/core/words"

// Member names the member of the face on which a place lies, as one would point at it: its top or bottom edge, a
// round, a hollow, a flat, a fillet, counted from below where there are several of a kind.
func (s *Section) Member(at Place) string {
	const edge = 1.0 / 8 // of an edge
	switch {
	case at.Z >= s.high-edge:
		return "top edge"
	case at.Z <= edge:
		return "bottom edge"
	}
	type member struct {
		name string
		off  float64
	}
	var all []member
	o := s.Outline
	for i := range o {
		a, b := o[i].Place(), o.next(i).Place()
		name := "flat"
		switch {
		case o[i].Bow > 0:
			name = "round"
		case o[i].Bow < 0:
			name = "hollow"
		case a.off(b) <= 0.375:
			name = "fillet"
		}
		off := a.off(at)
		last := a
		for _, p := range arc(a, b, o[i].Bow.Inches(), drawn) {
			d := p.minus(last)
			if long := d.U*d.U + d.Z*d.Z; long > 0 {
				t := max(0, min(1, ((at.U-last.U)*d.U+(at.Z-last.Z)*d.Z)/long))
				off = min(off, Mix(last, p, t).off(at))
			}
			last = p
		}
		if i > 0 || !(a.Z == 0 && b.Z == 0) { // what lies on the floor is no member of the face
			all = append(all, member{name, off})
		}
		if b.Z >= s.high-samePlace {
			break
		}
	}
	best := 0
	for i, m := range all {
		if m.off < all[best].off {
			best = i
		}
	}
	of, number := 0, 0
	for i, m := range all {
		if m.name == all[best].name {
			of++
			if i <= best {
				number++
			}
		}
	}
	if of == 1 {
		return all[best].name
	}
	return words.Ordinal(number) + " " + all[best].name + " from below"
}
