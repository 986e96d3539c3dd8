package job

import "gnomon/core/measure"

// Around is what is put around an opening, as the opening, its room and the house rules have it together.
type Around struct {
	Opening                                                  *Opening
	Casing, Head, Band, Plinth, Stool, Apron, Fillet, Capped *Moulding
	School                                                   string
	Reveal, Overhang, FilletOver, Lap, Block, Horn           measure.Length
	Comes                                                    measure.Length // the floor still to come, or the stool, that heights were measured from under
	Jamb, Gap                                                measure.Length // the jamb's edge, and what is left between it and the board
	InPlace                                                  bool           // legs are marked in place
	Returned                                                 bool           // the ends of stool and apron
}

// Around is what is put around an opening of a room; nil where nothing is, or where casings are there already.
func (j *Job) Around(r *Room, o *Opening) *Around {
	if !o.Cased() || o.Trim == "none" {
		return nil
	}
	a := &Around{Opening: o, Returned: o.Returns == ""}
	for _, s := range o.SetMouldings() {
		m := j.trimOf(r, *s.Of, s.Kind)
		switch s.Field {
		case "casing_of":
			a.Casing = m
		case "head_of":
			a.Head = m
		case "band_of":
			a.Band = m
		case "plinth_of":
			a.Plinth = m
		case "stool_of":
			a.Stool = m
		case "apron_of":
			a.Apron = m
		case "fillet_of":
			a.Fillet = m
		case "cap_of":
			a.Capped = m
		}
	}
	if a.Casing == nil {
		return nil
	}
	rules, _ := j.RulesAt(r, "", "")
	a.School = or(o.HeadSchool, rules.Head)
	a.Reveal, a.Overhang, a.FilletOver = said(o.Reveal, rules.Reveal), said(o.HeadOver, Entry{}), said(o.FilletOver, usual(j.Unit, measure.Inch/4, 6))
	a.Lap, a.Horn = said(o.Lap, Entry{}), said(o.Horn, rules.Horn)
	a.Jamb, a.Gap = said(o.Jamb, usual(j.Unit, measure.Inch*3/4, 19)), said(o.BoardGap, Entry{})
	a.InPlace = rules.Legs == LegsInPlace
	if o.Kind != OpenWindow {
		a.Stool, a.Apron = nil, nil
		if a.School == HeadPicture {
			a.School = or(rules.Head, HeadMitred)
		}
		if o.Heights == "under" {
			a.Comes = said(o.Comes, Entry{})
		}
	} else {
		a.Plinth = nil
		if a.Stool == nil && o.HeadSchool == "" {
			a.School = HeadPicture
		}
		switch {
		case a.Stool == nil:
			a.Apron = nil
		case a.School == HeadPicture: // with a stool nothing is left of a frame's sill
			a.School = HeadMitred
		}
		if a.Stool != nil && a.Apron == nil && o.ApronOf == "" {
			a.Apron = a.Casing
		}
		if a.Stool != nil && o.Heights == "under" {
			a.Comes = a.Stool.Thickness.Length
		}
	}
	if a.Head == nil {
		a.Head = a.Casing
	}
	if a.School != HeadBuilt {
		a.Fillet, a.Capped = nil, nil
	}
	if a.School != HeadOver && a.School != HeadBuilt {
		a.Overhang = 0
	}
	if a.Plinth != nil {
		a.Block = said(o.Block, Entry{Length: j.baseHeight(r) + measure.Inch/2})
	}
	return a
}

// HeadSchools are how legs and head may meet.
var HeadSchools = []string{HeadMitred, HeadOver, HeadBetween, HeadBuilt, HeadPicture}

// said is a length that was said, or what counts where it was not.
func said(e *Entry, def Entry) measure.Length {
	if e != nil {
		return e.Length
	}
	return def.Length
}

// usual is a length that is taken where none was said: in inches, or in millimetres.
func usual(unit measure.Unit, in, mm measure.Length) Entry {
	if unit.Metric() {
		in = mm * measure.Millimetre
	}
	return Entry{Length: in}
}

// trimOf is a moulding that is named, or that of the room's first run of a kind.
func (j *Job) trimOf(r *Room, named, kind string) *Moulding {
	switch {
	case named == NoMoulding:
		return nil
	case named != "":
		return j.Moulding(named)
	case kind == "":
		return nil
	}
	for i := range r.Runs {
		if m := j.Moulding(r.Runs[i].Moulding); m != nil && m.Kind == kind {
			return m
		}
	}
	return nil
}

// baseHeight is the height of what runs at the floor of a room.
func (j *Job) baseHeight(r *Room) measure.Length {
	out := 6 * measure.Inch
	for i := range r.Runs {
		if m := j.Moulding(r.Runs[i].Moulding); m != nil && m.Is().Runs && !m.Is().Last && r.Runs[i].Level == Floor {
			return m.Height.Length
		}
	}
	return out
}

// Wide is how far the casing and the band around it reach past the reveal.
func (a *Around) Wide() measure.Length {
	w := a.Casing.Height.Length
	if a.Band != nil {
		w += a.Band.Height.Length - a.Lap
	}
	return w
}

// Off is how far outside the jamb's edges its outer edges stand.
func (a *Around) Off() measure.Length { return a.Reveal + a.Wide() }

// Top is how far over the head of the opening what stands there reaches.
func (a *Around) Top() measure.Length {
	t := a.Reveal + a.Head.Height.Length
	if a.Fillet != nil {
		t += a.Fillet.Thickness.Length
	}
	if a.Capped != nil {
		t += a.Capped.Height.Length
	}
	if a.Band != nil {
		t += a.Band.Height.Length - a.Lap
	}
	return t
}

// stood is what of an opening is worked out from what is put around it.
type stood struct {
	band  bool
	off   measure.Length   // of its outer edges, outside its jamb's
	leans [2]measure.Angle // of its two sides, tops to the right
	top   measure.Length   // how high what is around it reaches; 0 where that is not known
}

// Stood is a room with its openings as they will stand for what runs along the walls: of those told to their jambs, From and
// Width are those of the outer edges. The room itself comes back where none is.
func (j *Job) Stood(r *Room) *Room {
	any := false
	for i := range r.Openings {
		any = any || r.Openings[i].ToJamb()
	}
	if !any {
		return r
	}
	out := *r
	out.Openings = append([]Opening(nil), r.Openings...)
	for i := range out.Openings {
		if o := &out.Openings[i]; o.ToJamb() {
			j.stand(r, o)
		}
	}
	return &out
}

func (j *Job) stand(r *Room, o *Opening) {
	o.Told = ""
	a := j.Around(r, o)
	if a == nil { // a bare jamb: what runs along the wall comes up to it
		o.Casing, o.CasingThickness, o.Plinth, o.PlinthThickness = nil, nil, nil, nil
		if o.Kind == OpenDoor {
			o.Casing = &Entry{}
		}
		return
	}
	off := a.Off()
	o.stood.off = off
	at := func(l measure.Length) *Entry { return &Entry{Length: l} } // nobody typed it
	o.From, o.Width = *at(o.From.Length - off), *at(o.Width.Length + 2*off)
	o.Casing, o.CasingThickness = at(a.Wide()), at(a.Casing.Thickness.Length)
	if a.Band != nil {
		o.CasingThickness, o.stood.band = at(a.Band.Thickness.Length), true
	}
	o.Plinth, o.PlinthThickness = nil, nil
	if a.Plinth != nil {
		o.Plinth, o.PlinthThickness = at(a.Plinth.Height.Length), at(a.Plinth.Thickness.Length)
	}
	if o.Head != nil {
		o.stood.top = o.Head.Length - a.Comes + a.Top()
		if o.Kind == OpenWindow {
			o.stood.top = 0
			if o.Sill != nil {
				o.stood.top = o.Sill.Length + o.Head.Length - a.Comes + a.Top()
			}
		}
	}
}

// Leaning says how its two sides lean, tops to the right, as its corners have them.
func (o *Opening) Leaning(left, right measure.Angle) { o.stood.leans = [2]measure.Angle{left, right} }

// LeanOf is how its left or right side leans, its top to the right where that is positive.
func (o *Opening) LeanOf(right bool) measure.Angle {
	if o.Lean != nil {
		return o.Lean.Angle
	}
	return o.JambLean(right)
}

// JambLean is how its left or right side leans as its corners at the floor have it, where it is told to its jamb.
func (o *Opening) JambLean(right bool) measure.Angle {
	if right {
		return o.stood.leans[1]
	}
	return o.stood.leans[0]
}

// JambOff is how far outside its jamb's edges its outer edges stand: as it is worked out, or the width of
// the casing that is there.
func (o *Opening) JambOff() measure.Length {
	if o.stood.off == 0 && o.Casing != nil {
		return o.Casing.Length
	}
	return o.stood.off
}

// Reaches is how high over the floor what stands around it reaches; known is false where its head was not measured.
func (o *Opening) Reaches() (height measure.Length, known bool) {
	if o.stood.top > 0 {
		return o.stood.top, true
	}
	return 0, false
}
