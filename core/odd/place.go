package odd

import (
	"cmp"
	"slices"
	"strconv"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// Place is an odd place of a room.
type Place struct {
	ID       string
	Title    string
	Kind     string // what it was entered as: an odd place or a spot
	Detail   *detail.Detail
	Wall     string
	Corner   string
	Run      string // the only one that it counts for; none is all that it can
	End      string
	At       measure.Length // from its wall's left end
	Moulding string
	Second   string
	texts    map[string][]string
}

// Of are the odd places of a room, in order along its walls: those entered, and of its spots those that are measured well enough to be
// worked out. What names no detail is left out.
func Of(r *job.Room) []Place {
	if len(r.Odds) == 0 && len(r.Spots) == 0 {
		return nil
	}
	var out []Place
	for i := range r.Odds {
		o := &r.Odds[i]
		d, err := detail.Named(o.Detail)
		if err != nil {
			continue
		}
		p := Place{ID: o.ID, Title: cmp.Or(o.Name, d.Title), Kind: "odd", Detail: d, Wall: o.Wall, Corner: o.Corner, Run: o.Run, End: o.End,
			Moulding: o.Moulding, Second: o.Second, texts: detail.Split(o.Fields)}
		if o.At != nil {
			p.At = o.At.Length
		}
		out = append(out, p)
	}
	for i := range r.Spots {
		if p, ok := spot(&r.Spots[i]); ok {
			out = append(out, p)
		}
	}
	slices.SortStableFunc(out, func(a, b Place) int { return cmp.Compare(a.At, b.At) })
	return out
}

// FromSpot tells whether a spot is measured well enough to be cut to.
func FromSpot(s *job.Spot) bool { _, ok := spot(s); return ok }

var spotTitles = map[string]string{job.SpotSocket: "Socket", job.SpotVent: "Vent", job.SpotPipe: "Pipe"}

// spot is what stands in the way as a detail; ok is false where too little of it is measured.
func spot(s *job.Spot) (p Place, ok bool) {
	p = Place{ID: s.ID, Title: spotTitles[s.Kind], Kind: "spot", Wall: s.Wall, At: s.At.Length, texts: map[string][]string{}}
	set := func(field string, l measure.Length) { p.texts[field] = []string{inches(l.Inches())} }
	switch {
	case s.Steps() && s.Height != nil && s.Height.Length > 0:
		p.Detail, p.Title = named("step"), "Step"
		set("fall", s.Height.Length)
		p.texts["falls"] = []string{map[string]string{job.SpotStepDown: "right", job.SpotStepUp: "left"}[s.Kind]}
		return p, true
	case s.Width == nil || s.Width.Length <= 0:
		return p, false
	case s.Kind == job.SpotPipe:
		p.Detail = named("pipe")
		set("diameter", s.Width.Length)
		set("left_of", s.At.Length)
		if s.Height != nil {
			set("up", s.Height.Length)
		}
		if s.Right != nil {
			set("right_of", s.Right.Length)
		}
	case (s.Kind == job.SpotSocket || s.Kind == job.SpotVent) && s.Tall != nil && s.Tall.Length > 0:
		half := s.Width.Length.Times(.5)
		if s.At.Length < half {
			return p, false
		}
		p.Detail = named("notch")
		low := measure.Length(0)
		if s.Height != nil {
			low = s.Height.Length
		}
		set("width", s.Width.Length)
		set("left_of", s.At.Length-half)
		set("height_low", low)
		set("height_high", low+s.Tall.Length)
		if s.Right != nil && s.Right.Length >= half {
			set("right_of", s.Right.Length-half)
		}
	default:
		return p, false
	}
	if s.Clear != nil {
		set("clearance", s.Clear.Length)
	}
	return p, true
}

func named(name string) *detail.Detail {
	d, err := detail.Named(name)
	if err != nil {
		panic(err) // a detail of this program's own
	}
	return d
}

// inches is a length as a field takes it, to the last digit.
func inches(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// Knows is what a room knows of a place: lengths in inches, angles in degrees, words.
type Knows map[detail.Known]any

// Work works a place out with what the room knows. What was given itself counts before that.
func (p *Place) Work(knows Knows, unit measure.Unit) (*detail.Worked, error) {
	texts := make(map[string][]string, len(p.texts)+len(knows))
	for name, t := range p.texts {
		texts[name] = t
	}
	for i := range p.Detail.Fields {
		f := &p.Detail.Fields[i]
		if f.Room == "" || len(texts[f.Name]) > 0 {
			continue
		}
		switch v := knows[f.Room].(type) {
		case string:
			texts[f.Name] = []string{v}
		case measure.Length:
			if v >= 0 || f.Least < 0 {
				texts[f.Name] = []string{inches(v.Inches())}
			}
		case measure.Angle:
			texts[f.Name] = []string{inches(float64(v))}
		}
	}
	g, err := detail.Read(p.Detail, texts, measure.UnitInch)
	if err != nil {
		return nil, err
	}
	g.Unit = unit
	return p.Detail.Work(g)
}

// Texts is what a field was given as, or what stands where nothing is.
func (p *Place) Texts(field string) string {
	if t := p.texts[field]; len(t) > 0 {
		return t[0]
	}
	if f := p.Detail.Field(field); f != nil {
		return f.Preset
	}
	return ""
}

// Given are its fields as they were given.
func (p *Place) Given() map[string][]string { return p.texts }

func (p *Place) length(field string) (measure.Length, bool) {
	if p.Detail.Field(field) == nil || p.Texts(field) == "" {
		return 0, false
	}
	l, err := measure.ParseLength(p.Texts(field), measure.UnitInch)
	return l, err == nil
}

// Span is from where to where along its wall something in the way is, by its reading from the left.
func (p *Place) Span() (from, to measure.Length, ok bool) {
	from, ok = p.length("left_of")
	if !ok {
		return 0, 0, false
	}
	if wide, is := p.length("width"); is {
		return from, from + wide, true
	}
	return from, from, true
}

// Low is how high over the floor something in the way begins.
func (p *Place) Low() (measure.Length, bool) {
	if low, ok := p.length("height_low"); ok {
		return low, true
	}
	up, ok := p.length("up")
	if wide, is := p.length("diameter"); ok && is {
		return up - wide.Times(.5), true
	}
	return up, ok
}

// Where tells in a few words where a place is.
func (p *Place) Where(r *job.Room, unit measure.Unit) string {
	var out string
	for i := range r.Walls {
		if r.Walls[i].ID == p.Wall {
			out = job.WallNumber(i)
		}
		if r.Corners[i].ID == p.Corner {
			out = "corner " + job.CornerLetter(i)
		}
	}
	switch {
	case p.End != "":
		out += ", " + p.End + " end"
	case p.Detail.Place == detail.OnWall, p.Kind == "spot":
		out += ", " + p.At.In(unit) + " from its left end"
	}
	return out
}
