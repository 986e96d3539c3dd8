package server

import (
	"cmp"

	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/plan"
	"gnomon/core/survey"
)

// ToolsView are the deviations of what the job is measured with.
type ToolsView struct {
	Tape    EntryView `json:"tape"`
	Reading float64   `json:"reading"`
	Burn    string    `json:"burn" doc:"where a tape begins that is read from its burned inch or hundred"`
}

func toolsView(t job.Tools, u measure.Unit) ToolsView {
	v := ToolsView{Tape: entryView(t.Tape, u), Reading: float64(t.Reading), Burn: `1"`}
	if u.Metric() {
		v.Burn = "100 mm"
	}
	return v
}

// Facts are lengths noted beside the main one of a thing, by their field's name.
type Facts map[string]EntryView

func factsView(u measure.Unit, each func(func(field string, e *job.Entry))) Facts {
	out := Facts{}
	each(func(field string, e *job.Entry) {
		if e != nil {
			out[field] = entryView(*e, u)
		}
	})
	return out
}

func leanText(l *job.Lean) string {
	if l == nil {
		return ""
	}
	return l.Text
}

// RoomView is a room with its pictures.
type RoomView struct {
	ID        string         `json:"id"`
	Name      string         `json:"name"`
	Title     string         `json:"title"`
	Storey    string         `json:"storey"`
	Code      string         `json:"code" doc:"a few letters that mark its pieces on sticks"`
	Closed    bool           `json:"closed"`
	Walls     []WallView     `json:"walls"`
	Corners   []CornerView   `json:"corners"`
	Diagonals []DiagonalView `json:"diagonals"`
	Openings  []OpeningView  `json:"openings"`
	Spots     []SpotView     `json:"spots"`
	Runs      []RunView      `json:"runs"`
	LeftEnd   string         `json:"leftEnd"`
	RightEnd  string         `json:"rightEnd"`
	Facts     Facts          `json:"facts"`
	Entry     string         `json:"entry" doc:"the opening that was chosen as the way in"`
	Sight     *SightView     `json:"sight,omitempty" doc:"what is seen from the way in"`
	Wet       bool           `json:"wet"`
	Overrides []job.Override `json:"overrides" doc:"what is decided otherwise than the house rules have it"`
	Band      picture.Band   `json:"band"`
	Floor     picture.Floor  `json:"floor"`
	Gap       *LengthView    `json:"gap,omitempty" doc:"how far the walls as measured are from closing"`
	Closing   string         `json:"closing" doc:"in a line how the measurements go together"`
	Look      LookView       `json:"look"`
}

// SightView is what is seen of a room from where people come in.
type SightView struct {
	Opening string        `json:"opening" doc:"they come in by, or none: through the open side"`
	Eye     picture.Point `json:"eye"`
	Sees    []string      `json:"sees" doc:"corners"`
}

// WallView is a wall face.
type WallView struct {
	ID      string       `json:"id"`
	Label   string       `json:"label"`
	Length  *LengthView  `json:"length,omitempty" doc:"between its corner lines at the floor, or at the nearest level"`
	Level   string       `json:"level,omitempty" doc:"where that was measured"`
	Spread  string       `json:"spread,omitempty" doc:"between the least and the most of its readings"`
	Lengths []TakenView  `json:"lengths"`
	Rough   *EntryView   `json:"rough,omitempty" doc:"as called out; typed reads in feet or metres"`
	Joists  bool         `json:"joists" doc:"the ceiling joists run along it"`
	Facts   Facts        `json:"facts"`
	Lean    string       `json:"lean"`
	Studs   []LengthView `json:"studs" doc:"middles, from its left end"`
	Rise    string       `json:"rise,omitempty" doc:"of the ceiling, left to right"`
}

// TakenView is one reading of a wall.
type TakenView struct {
	ID     string    `json:"id"`
	As     EntryView `json:"as" doc:"as the tape showed it"`
	Level  string    `json:"level" enum:"floor,rail,ceiling"`
	Burned string    `json:"burned" doc:"what is taken off"`
	Left   string    `json:"left"`
	Right  string    `json:"right"`
	From   string    `json:"from"`
	To     string    `json:"to"`
	Part   bool      `json:"part"`
	Kept   bool      `json:"kept"`
	Faces  Facts     `json:"faces"`
	Sees   string    `json:"sees,omitempty" doc:"the smallest mistake in it that would be noticed"`
}

// CornerView is the corner at the right end of the wall of the same index.
type CornerView struct {
	ID       string        `json:"id"`
	Letter   string        `json:"letter"`
	Kind     string        `json:"kind" enum:"inside,outside"`
	Joined   bool          `json:"joined" doc:"false at the free end of an open run"`
	Readings []ReadingView `json:"readings"`
	Theta    string        `json:"theta,omitempty" doc:"the corner's own angle"`
	Half     string        `json:"half,omitempty" doc:"half its deflection"`
	Spread   string        `json:"spread,omitempty"`
	Sees     string        `json:"sees,omitempty"`
	Facts    Facts         `json:"facts"`
	Lean     string        `json:"lean"`
	LeanFace string        `json:"leanFace" enum:"left,right" doc:"the wall, left or right of the corner, in whose face the lean was read"`
	Drop     bool          `json:"drop" doc:"the drop was marked here"`
}

// ReadingView is one protractor reading.
type ReadingView struct {
	ID    string `json:"id"`
	Typed string `json:"typed"`
	Scale string `json:"scale" enum:"corner,deflection,mitre"`
	Level string `json:"level" enum:"floor,rail,ceiling"`
	Kept  bool   `json:"kept"`
}

// DiagonalView is a length shot between two corners.
type DiagonalView struct {
	ID     string    `json:"id"`
	From   string    `json:"from"`
	To     string    `json:"to"`
	Text   string    `json:"text" doc:"between which corners"`
	As     EntryView `json:"as"`
	Level  string    `json:"level"`
	Burned string    `json:"burned"`
	Kept   bool      `json:"kept"`
	Sees   string    `json:"sees,omitempty"`
}

// OpeningView is an opening in a wall, or what stands before it.
type OpeningView struct {
	ID    string    `json:"id"`
	Wall  string    `json:"wall"`
	Kind  string    `json:"kind" enum:"door,window,opening,cabinet,tub"`
	Edge  string    `json:"edge" doc:"what its outer edges are to a tape"`
	From  EntryView `json:"from"`
	Width EntryView `json:"width"`
	Facts Facts     `json:"facts"`
	Lean  string    `json:"lean"`
}

// SpotView is something at one place along a wall.
type SpotView struct {
	ID    string    `json:"id"`
	Wall  string    `json:"wall"`
	Kind  string    `json:"kind" enum:"socket,vent,pipe,stud,step_up,step_down"`
	At    EntryView `json:"at"`
	Stud  string    `json:"stud"`
	Facts Facts     `json:"facts"`
}

// seen is what the check sees, by kind and measurement.
type seen map[survey.Of]map[string]string

// seenIn is what the checks of a room at all its levels see.
func seenIn(p *plan.Plan, room string, u measure.Unit) seen {
	out := seen{survey.OfWall: {}, survey.OfTurn: {}, survey.OfDiagonal: {}}
	for _, l := range survey.Levels {
		for _, x := range p.Survey(room, l).Verdict.Seen {
			switch {
			case !x.Checked:
			case x.Of == survey.OfTurn:
				out[x.Of][x.ID] = x.Least.Angle.Text(1) + "°"
			default:
				out[x.Of][x.ID] = inspect.About(x.Least.Length, u)
			}
		}
	}
	return out
}

func roomView(j *job.Job, r *job.Room, p plan.Plan) RoomView {
	u := j.Unit
	m := survey.Reduce(j, r)
	check, sees := p.Survey(r.ID, job.Floor), seenIn(&p, r.ID, u)
	v := RoomView{ID: r.ID, Name: r.Name, Title: r.Title(), Storey: r.Storey, Closed: r.Closed, Walls: []WallView{}, Corners: []CornerView{},
		Diagonals: []DiagonalView{},
		Openings:  []OpeningView{}, Spots: []SpotView{}, Runs: runViews(r, u), LeftEnd: r.LeftEnd, RightEnd: r.RightEnd,
		Facts: factsView(u, func(f func(string, *job.Entry)) { job.Each(&r.Ends, f) }),
		Band:  picture.Unroll(m, r, p.Pieces), Floor: picture.Above(m, r, p.Pieces, check)}
	v.Look = LookView{Inside: r.Look.Inside, Outside: r.Look.Outside, Doors: r.Look.Doors, Returns: r.Look.Returns, Ceiling: roughView(r.Look.Ceiling, u)}
	v.Entry, v.Wet, v.Overrides = r.Entry, r.Wet, some(r.Overrides)
	for _, k := range p.Sights {
		if k.Room != r.ID {
			continue
		}
		v.Sight = &SightView{Opening: k.Opening, Eye: k.Eye, Sees: []string{}}
		for i, sees := range k.Sees {
			if sees {
				v.Sight.Sees = append(v.Sight.Sees, r.Corners[i].ID)
			}
		}
	}
	if g := v.Floor.Gap; g != nil {
		l := lengthView(g.Length.Round(inspect.Step(u)), u)
		v.Gap, v.Closing = &l, check.Text(g.Length, u)
	}
	for i := range r.Walls {
		v.Walls = append(v.Walls, wallView(m, r, i, u, sees[survey.OfWall]))
		v.Corners = append(v.Corners, cornerView(m, r, i, u, sees[survey.OfTurn]))
	}
	for _, d := range r.Diagonals {
		from, _ := r.Point(d.From)
		to, _ := r.Point(d.To)
		v.Diagonals = append(v.Diagonals, DiagonalView{ID: d.ID, From: d.From, To: d.To, Text: r.PointName(from) + " to " + r.PointName(to), As: entryView(d.As, u),
			Level:  string(d.Level),
			Burned: burnedText(d.Burned, u), Kept: d.Kept, Sees: sees[survey.OfDiagonal][d.ID]})
	}
	for _, o := range r.Openings {
		v.Openings = append(v.Openings, OpeningView{ID: o.ID, Wall: o.Wall, Kind: o.Kind, Edge: string(o.Edge()), From: entryView(o.From, u),
			Width: entryView(o.Width, u),
			Facts: factsView(u, func(f func(string, *job.Entry)) { job.Each(&o.OpeningFacts, f) }), Lean: leanText(o.Lean)})
	}
	for _, s := range r.Spots {
		v.Spots = append(v.Spots, SpotView{ID: s.ID, Wall: s.Wall, Kind: s.Kind, At: entryView(s.At, u), Stud: s.Stud,
			Facts: factsView(u, func(f func(string, *job.Entry)) {
				f("width", s.Width)
				f("height", s.Height)
			})})
	}
	return v
}

func burnedText(e *job.Entry, u measure.Unit) string {
	if e == nil {
		return ""
	}
	return e.Length.In(u)
}

func wallView(m survey.Measures, r *job.Room, i int, u measure.Unit, sees map[string]string) WallView {
	w := r.Walls[i]
	v := WallView{ID: w.ID, Label: job.WallNumber(i), Lengths: []TakenView{}, Rough: roughView(w.Rough, u), Joists: w.Joists, Lean: leanText(w.Lean),
		Studs: []LengthView{},
		Facts: factsView(u, func(f func(string, *job.Entry)) { job.Each(&w.WallFacts, f) })}
	if l, ok := m.Wall(i, job.Floor); ok {
		e := lengthView(l.Length, u)
		v.Length, v.Level = &e, string(l.Level)
		if l.Count > 1 {
			v.Spread = l.Spread.In(u)
		}
	}
	for _, t := range w.Lengths {
		v.Lengths = append(v.Lengths, TakenView{ID: t.ID, As: entryView(t.As, u), Level: string(t.Level), Burned: burnedText(t.Burned, u), Left: string(t.Left),
			Right: string(t.Right),
			From:  t.From, To: t.To, Part: t.Part(), Kept: t.Kept, Sees: sees[t.ID], Faces: factsView(u, func(f func(string, *job.Entry)) {
				f("left", t.Faces.Left)
				f("right", t.Faces.Right)
			})})
	}
	for _, s := range m.Studs(i) {
		v.Studs = append(v.Studs, lengthView(s, u))
	}
	if rise, over, ok := m.Rise(i); ok && rise != 0 {
		v.Rise = "rises " + rise.In(u) + " in " + over.In(u)
		if rise < 0 {
			v.Rise = "falls " + (-rise).In(u) + " in " + over.In(u)
		}
	}
	return v
}

func cornerView(m survey.Measures, r *job.Room, i int, u measure.Unit, sees map[string]string) CornerView {
	c := r.Corners[i]
	v := CornerView{ID: c.ID, Letter: job.CornerLetter(i), Kind: string(c.Kind), Joined: r.Joined(i), Readings: []ReadingView{}, Sees: sees[c.ID],
		Facts: factsView(u, func(f func(string, *job.Entry)) { job.Each(&c.CornerFacts, f) }), Lean: leanText(c.Lean), LeanFace: cmp.Or(c.LeanFace, job.HandLeft),
		Drop: c.Drop}
	for _, rd := range c.Readings {
		v.Readings = append(v.Readings, ReadingView{ID: rd.ID, Typed: rd.Angle.Text(6), Scale: string(rd.Scale), Level: string(rd.Level), Kept: rd.Kept})
	}
	if k, ok := m.Corner(i, job.Floor); ok && k.Usable {
		v.Theta, v.Half = k.Theta.String(), joint.Half(k.Theta).String()
		if k.Count > 1 {
			v.Spread = k.Spread.Clean().String()
		}
	}
	return v
}
