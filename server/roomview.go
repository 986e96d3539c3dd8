package server

import (
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
	of   of[job.Tools]
	Burn string `json:"burn" doc:"where a tape begins that is read from its burned inch or hundred"`
}

func toolsView(j *job.Job) ToolsView {
	v := ToolsView{of: viewed(&j.Tools, j), Burn: `1"`}
	if j.Unit.Metric() {
		v.Burn = "100 mm"
	}
	return v
}

// RoomView is a room with its pictures.
type RoomView struct {
	of        of[job.Room]
	ID        string         `json:"id"`
	Title     string         `json:"title"`
	Code      string         `json:"code" doc:"a few letters that mark its pieces on sticks"`
	Walls     []WallView     `json:"walls"`
	Corners   []CornerView   `json:"corners"`
	Diagonals []DiagonalView `json:"diagonals"`
	Openings  []OpeningView  `json:"openings"`
	Spots     []SpotView     `json:"spots"`
	Runs      []RunView      `json:"runs"`
	Bare      bool           `json:"bare" doc:"nobody has said anything of its walls: called out, they are others"`
	Sight     *SightView     `json:"sight,omitempty" doc:"what is seen from the way in"`
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
	of      of[job.Wall]
	ID      string           `json:"id"`
	Label   string           `json:"label"`
	Length  *LengthView      `json:"length,omitempty" doc:"between its corner lines at the floor, or at the nearest level"`
	Level   string           `json:"level,omitempty" doc:"where that was measured"`
	Spread  string           `json:"spread,omitempty" doc:"between the least and the most of its readings"`
	Lengths []WallLengthView `json:"lengths"`
	Studs   []LengthView     `json:"studs" doc:"middles, from its left end"`
	Rise    string           `json:"rise,omitempty" doc:"of the ceiling, left to right"`
}

// WallLengthView is one reading of a wall.
type WallLengthView struct {
	of   of[job.WallLength]
	ID   string `json:"id"`
	Part bool   `json:"part"`
	Sees string `json:"sees,omitempty" doc:"the smallest mistake in it that would be noticed"`
	// LeftFace and RightFace are how far what it was measured between stood out, or how long a scrap was.
	LeftFace  *EntryView `json:"leftFace,omitempty"`
	RightFace *EntryView `json:"rightFace,omitempty"`
}

// CornerView is the corner at the right end of the wall of the same index.
type CornerView struct {
	of       of[job.Corner]
	ID       string        `json:"id"`
	Letter   string        `json:"letter"`
	Joined   bool          `json:"joined" doc:"false at the free end of an open run"`
	Readings []ReadingView `json:"readings"`
	Theta    string        `json:"theta,omitempty" doc:"the corner's own angle"`
	Half     string        `json:"half,omitempty" doc:"half its deflection"`
	Spread   string        `json:"spread,omitempty"`
	Sees     string        `json:"sees,omitempty"`
}

// ReadingView is one protractor reading.
type ReadingView struct {
	of    of[job.Reading]
	ID    string `json:"id"`
	Typed string `json:"typed"`
}

// DiagonalView is a length shot between two corners.
type DiagonalView struct {
	of   of[job.Diagonal]
	ID   string `json:"id"`
	Text string `json:"text" doc:"between which corners"`
	Sees string `json:"sees,omitempty"`
}

// SpotView is something at one place along a wall.
type SpotView struct {
	of of[job.Spot]
	ID string `json:"id"`
}

// seen is what the check sees, by kind and measurement.
type seen map[survey.Of]map[string]string

// seenIn is what the checks of a room at all its levels see.
func seenIn(p *plan.RoomPlan, u measure.Unit) seen {
	out := seen{survey.OfWall: {}, survey.OfTurn: {}, survey.OfDiagonal: {}}
	for _, l := range survey.Levels {
		for _, x := range p.Survey(l).Verdict.Seen {
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

func roomView(j *job.Job, r *job.Room, p *plan.RoomPlan) RoomView {
	u := j.Unit
	m, stood := survey.Reduce(j, r), j.Stood(r)
	check, sees := p.Survey(job.Floor), seenIn(p, u)
	v := RoomView{of: viewed(r, j), ID: r.ID, Title: r.Title(), Walls: []WallView{}, Corners: []CornerView{}, Diagonals: []DiagonalView{},
		Openings: []OpeningView{}, Spots: []SpotView{}, Runs: runViews(j, r), Bare: r.Bare(), Overrides: some(r.Overrides),
		Band: picture.Unroll(m, stood, p.Pieces), Floor: picture.Above(m, stood, p.Pieces, check)}
	v.Look = LookView{viewed(&r.Look, j)}
	for _, k := range p.Sights {
		v.Sight = &SightView{Opening: k.Opening, Eye: k.Eye, Sees: []string{}}
		for i, sees := range k.Sees {
			if sees {
				v.Sight.Sees = append(v.Sight.Sees, r.Corners[i].ID)
			}
		}
	}
	if g := v.Floor.Gap; g != nil {
		l := lengthView(g.Length.Round(u.Step()), u)
		v.Gap, v.Closing = &l, check.Text(g.Length, u)
	}
	for i := range r.Walls {
		v.Walls = append(v.Walls, wallView(j, m, r, i, sees[survey.OfWall]))
		v.Corners = append(v.Corners, cornerView(j, m, r, i, sees[survey.OfTurn]))
	}
	for i := range r.Diagonals {
		d := &r.Diagonals[i]
		from, _ := r.Point(d.From)
		to, _ := r.Point(d.To)
		v.Diagonals = append(v.Diagonals, DiagonalView{of: viewed(d, j), ID: d.ID, Text: r.PointName(from) + " to " + r.PointName(to),
			Sees: sees[survey.OfDiagonal][d.ID]})
	}
	for i := range r.Openings {
		o := &r.Openings[i]
		v.Openings = append(v.Openings, openingView(j, r, o, &stood.Openings[i], p.Sets))
	}
	for i := range r.Spots {
		v.Spots = append(v.Spots, SpotView{of: viewed(&r.Spots[i], j), ID: r.Spots[i].ID})
	}
	return v
}

func wallView(j *job.Job, m survey.Measures, r *job.Room, i int, sees map[string]string) WallView {
	w, u := &r.Walls[i], j.Unit
	v := WallView{of: viewed(w, j), ID: w.ID, Label: job.WallNumber(i), Lengths: []WallLengthView{}, Studs: []LengthView{}}
	if l, ok := m.Wall(i, job.Floor); ok {
		e := lengthView(l.Length, u)
		v.Length, v.Level = &e, string(l.Level)
		if l.Count > 1 {
			v.Spread = l.Spread.In(u)
		}
	}
	for k := range w.Lengths {
		t := &w.Lengths[k]
		lv := WallLengthView{of: viewed(t, j), ID: t.ID, Part: t.Part(), Sees: sees[t.ID]}
		for _, f := range []struct {
			of *job.Entry
			to **EntryView
		}{{t.Faces.Left, &lv.LeftFace}, {t.Faces.Right, &lv.RightFace}} {
			if f.of != nil {
				e := entryView(*f.of, u)
				*f.to = &e
			}
		}
		v.Lengths = append(v.Lengths, lv)
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

func cornerView(j *job.Job, m survey.Measures, r *job.Room, i int, sees map[string]string) CornerView {
	c := &r.Corners[i]
	v := CornerView{of: viewed(c, j), ID: c.ID, Letter: job.CornerLetter(i), Joined: r.Joined(i), Readings: []ReadingView{}, Sees: sees[c.ID]}
	for k := range c.Readings {
		v.Readings = append(v.Readings, ReadingView{of: viewed(&c.Readings[k], j), ID: c.Readings[k].ID, Typed: c.Readings[k].Angle.Text(6)})
	}
	if k, ok := m.Corner(i, job.Floor); ok && k.Usable {
		v.Theta, v.Half = k.Theta.String(), joint.Half(k.Theta).String()
		if k.Count > 1 {
			v.Spread = k.Spread.Clean().String()
		}
	}
	return v
}
