// Package housetest makes random jobs for tests: what must hold for every house is tried on many.
package housetest

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
)

// dice throws what a random job is made of.
type dice struct{ *rand.Rand }

func (d dice) of(n int) bool            { return d.IntN(n) == 0 }
func (d dice) between(a, b int) float64 { return float64(a) + float64(b-a)*d.Float64() }
func pick[T any](d dice, of ...T) T     { return of[d.IntN(len(of))] }

// inch is a length of so many inches as a tape is read, to a sixteenth.
func (d dice) inch(in float64) job.Entry {
	return job.Written(measure.Length(math.Round(in*16))*measure.Inch/16, measure.UnitInch)
}
func (d dice) some(n int, a, b int) *job.Entry { // in one of n throws
	if !d.of(n) {
		return nil
	}
	e := d.inch(d.between(a, b))
	return &e
}
func (d dice) lean(n int) *job.Lean {
	if !d.of(n) {
		return nil
	}
	a := measure.Angle(math.Round(d.between(-30, 30)) / 10)
	return &job.Lean{Angle: a, Text: a.Text(1)}
}

// Job is a job of any shape: rooms that close and that do not, every kind of moulding,
// of opening and of spot, house rules and answers of all schools. It may break a rule of Check.
func Job(seed uint64) job.Job {
	d := dice{rand.New(rand.NewPCG(seed, 17))}
	j := job.Job{Name: fmt.Sprint("Random ", seed), Unit: measure.UnitInch}
	j.Mouldings = mouldings(d)
	swing, tilt := pick(d, 45.0, 50, 60), pick(d, 0.0, 45, 47)
	j.Saws = []job.Saw{{ID: "s", MitreLeft: measure.Angle(swing), MitreRight: measure.Angle(swing), BevelLeft: 45, BevelRight: measure.Angle(tilt),
		Resolution: pick[measure.Angle](d, 0.1, 0.5), Detents: []measure.Angle{0, 15, 22.5, 31.6, 45}}}
	s := &j.Saws[0]
	s.Flat, s.NestedHeight, s.NestedDepth = d.some(3, 4, 12), d.some(3, 3, 6), d.some(3, 2, 4)
	j.Saw = "s"
	j.Normalise()
	for _, q := range job.Questions {
		if d.of(2) {
			j.Rules.Follow(q.Code, q.Schools[d.IntN(len(q.Schools))].Code, j.Unit)
		}
	}
	j.Rules.Hair, j.Rules.Spring = d.inch(d.between(1, 3)/16), d.inch(d.between(1, 3)/16)
	if d.of(3) {
		j.Rules.Weights = &job.Weights{Short: d.IntN(100), Hidden: d.IntN(100), Hand: d.IntN(100), Double: d.IntN(100)}
	}
	for n := range 1 + d.IntN(3) {
		j.Rooms = append(j.Rooms, randomRoom(d, fmt.Sprint("r", n)))
	}
	j.Normalise()
	return j
}

func mouldings(d dice) []job.Moulding {
	sticks := func() []job.Stick {
		return []job.Stick{{Entry: d.inch(pick(d, 96.0, 144, 192)), Price: 2000}, {Entry: d.inch(pick(d, 84.0, 120, 168)), Price: 1500}}
	}
	all := []job.Moulding{
		{ID: "base", Kind: job.KindBase, Profiled: true, Height: d.inch(d.between(3, 7)), Thickness: d.inch(d.between(8, 14) / 16)},
		{ID: "flat", Kind: job.KindFlat, Height: d.inch(d.between(2, 6)), Thickness: d.inch(d.between(8, 16) / 16)},
		{ID: "shoe", Kind: job.KindShoe, Profiled: true, Height: d.inch(0.75), Thickness: d.inch(0.5)},
		{ID: "rail", Kind: job.KindRail, Profiled: true, Height: d.inch(2.5), Thickness: d.inch(0.75)},
		{ID: "crown", Kind: job.KindCrown, Height: d.inch(d.between(2, 5)), Thickness: d.inch(d.between(2, 4))},
		{ID: "casing", Kind: job.KindCasing, Profiled: true, Height: d.inch(3.5), Thickness: d.inch(0.75)},
	}
	flat := pick(d, 0.125, 0.25, 0.5)
	all = append(all, job.Moulding{ID: "drawn", Kind: job.KindBase, Profiled: true, Height: d.inch(4), Thickness: d.inch(1)})
	m := &all[len(all)-1]
	for _, p := range [][2]float64{{0, 0}, {1, 0}, {pick(d, 1.0, 0.5, 1+flat), 2}, {flat, 4}, {0, 4}} {
		u := p[0]
		m.Section = append(m.Section, job.SectionPoint{U: d.inch(u), Z: d.inch(p[1])})
		m.Thickness = d.inch(max(m.Thickness.Length.Inches(), u))
	}
	for i := range all {
		all[i].Sticks = sticks()
		all[i].Inside = pick(d, "", "", "", job.InsideCope, job.InsideMitre)
	}
	return all
}

// randomRoom has walls around a point, so that it closes but for what is misread.
func randomRoom(d dice, id string) job.Room {
	n := 3 + d.IntN(7)
	r := job.Room{ID: id, Name: "Room " + id, Closed: !d.of(4), Wet: d.of(6)}
	at := make([][2]float64, n)
	square := d.of(2)
	if square {
		n = 4
		if d.of(2) {
			n = 6
		}
		w, h := d.between(60, 260), d.between(60, 260)
		x, y := w*d.between(3, 7)/10, h*d.between(3, 7)/10
		at = [][2]float64{{0, 0}, {0, h}, {w, h}, {w, 0}}
		if n == 6 {
			at = [][2]float64{{0, 0}, {0, h}, {x, h}, {x, y}, {w, y}, {w, 0}}
		}
	} else {
		for i := range at { // clockwise, as a wall is faced from inside
			a, far := -2*math.Pi*(float64(i)+d.between(-2, 2)/10)/float64(n), d.between(50, 160)
			at[i] = [2]float64{far * math.Cos(a), far * math.Sin(a)}
		}
	}
	heading := func(i int) float64 {
		p, q := at[i%n], at[(i+1)%n]
		return math.Atan2(q[1]-p[1], q[0]-p[0])
	}
	for i := range n {
		p, q := at[i], at[(i+1)%n]
		long := math.Hypot(q[0]-p[0], q[1]-p[1])
		w := job.Wall{ID: fmt.Sprintf("%sw%d", id, i), Joists: d.of(3)}
		for k := range 1 + d.IntN(2) {
			e := long + d.between(-1, 1)/16
			if d.of(25) {
				e += pick(d, 12.0, -1, 10)
			}
			if e > 1 && !d.of(20) {
				w.Lengths = append(w.Lengths, job.WallLength{ID: fmt.Sprintf("%st%d", w.ID, k), As: d.inch(e), Level: pick(d, job.Floor, job.Floor, job.Floor, job.Ceiling),
					Kept: d.of(20)})
			}
		}
		w.Lean, w.TileThickness, w.TileHeight, w.StudSpacing = d.lean(8), d.some(10, 0, 1), d.some(12, 30, 100), d.some(8, 12, 24)
		if d.of(3) {
			w.CeilingLeft, w.CeilingRight = d.some(1, 94, 98), d.some(1, 94, 98)
		}
		if d.of(6) {
			w.FloorLeft, w.FloorRight = d.some(1, 0, 2), d.some(1, 0, 2)
		}
		r.Walls = append(r.Walls, w)
		turn := (heading(i) - heading(i+1)) * 180 / math.Pi
		for turn <= -180 {
			turn += 360
		}
		for turn > 180 {
			turn -= 360
		}
		c := job.Corner{ID: fmt.Sprintf("%sc%d", id, i), Kind: job.Inside}
		theta := 180 - turn
		if turn < 0 {
			c.Kind, theta = job.Outside, 180+turn
		}
		if square && d.of(2) {
			theta = 90
		}
		for k := range d.IntN(3) {
			scale := pick(d, job.ScaleCorner, job.ScaleCorner, job.ScaleDeflection, job.ScaleMitre)
			shown := map[job.Scale]float64{job.ScaleCorner: theta, job.ScaleDeflection: 180 - theta, job.ScaleMitre: (180 - theta) / 2}[scale] + d.between(-4, 4)/10
			if d.of(30) {
				scale = job.ScaleMitre
			}
			c.Readings = append(c.Readings, job.Reading{ID: fmt.Sprintf("%sg%d", c.ID, k), Angle: measure.Angle(math.Round(shown*10) / 10), Scale: scale,
				Level: pick(d, job.Floor, job.Floor, job.Ceiling)})
		}
		if c.Kind == job.Outside {
			c.Radius = d.some(4, 0, 2)
		}
		c.Lean = d.lean(15)
		if c.Lean != nil && d.of(2) {
			c.LeanFace = job.HandRight
		}
		r.Corners = append(r.Corners, c)
	}
	if d.of(4) && n > 3 {
		r.Diagonals = append(r.Diagonals, job.Diagonal{ID: id + "d", From: r.Corners[0].ID, To: r.Corners[2].ID, Level: job.Floor,
			As: d.inch(math.Hypot(at[1][0]-at[3%n][0], at[1][1]-at[3%n][1]) + d.between(-1, 1)/8)})
	}
	cutOpenings(d, &r)
	hangRuns(d, &r)
	return r
}

func cutOpenings(d dice, r *job.Room) {
	for k := range d.IntN(4) {
		o := job.Opening{ID: fmt.Sprintf("%so%d", r.ID, k), Wall: r.Walls[d.IntN(len(r.Walls))].ID,
			Kind: pick(d, job.OpenDoor, job.OpenWindow, job.OpenOpening, job.OpenCabinet, job.OpenTub),
			From: d.inch(pick(d, 0, d.between(0, 60))), Width: d.inch(d.between(15, 40))}
		o.Casing, o.CasingThickness, o.Plinth, o.PlinthThickness = d.some(2, 2, 4), d.some(2, 0, 1), d.some(5, 2, 5), d.some(6, 1, 2)
		o.Depth, o.Head, o.Lean = d.some(2, 12, 25), d.some(3, 70, 100), d.lean(8)
		r.Openings = append(r.Openings, o)
		if d.of(3) {
			r.Entry = o.ID
		}
	}
	for k := range d.IntN(3) {
		r.Spots = append(r.Spots, job.Spot{ID: fmt.Sprintf("%ss%d", r.ID, k), Wall: r.Walls[d.IntN(len(r.Walls))].ID,
			Kind: pick(d, job.SpotSocket, job.SpotVent, job.SpotPipe, job.SpotStud, job.SpotStepUp, job.SpotStepDown),
			At:   d.inch(d.between(2, 50)), Width: d.some(2, 1, 5), Height: d.some(2, 1, 4)})
	}
}

func hangRuns(d dice, r *job.Room) {
	add := func(moulding string, level job.Level) *job.Run {
		k := job.Run{ID: fmt.Sprintf("%sk%d", r.ID, len(r.Runs)), Moulding: moulding, Level: level}
		if d.of(4) {
			k.First, k.Last = r.Walls[d.IntN(len(r.Walls))].ID, r.Walls[d.IntN(len(r.Walls))].ID
		}
		k.LeftEnd, k.RightEnd = pick(d, "", "", job.EndReturn), pick(d, "", "", job.EndReturn)
		k.Proud = d.some(12, 0, 2)
		r.Runs = append(r.Runs, k)
		return &r.Runs[len(r.Runs)-1]
	}
	if !d.of(5) {
		base := add(pick(d, "base", "base", "drawn", "flat"), job.Floor).ID
		if d.of(3) {
			if k := add("shoe", job.Floor); d.of(2) {
				k.On = base
			}
		}
	}
	if d.of(3) {
		add("rail", job.Rail)
	}
	if d.of(2) {
		on := ""
		if d.of(2) {
			k := add("flat", job.Ceiling)
			k.Below, on = d.some(3, 0, 3), k.ID
		}
		k := add("crown", job.Ceiling)
		k.On, k.Below = on, d.some(4, 0, 3)
	}
	for k := range d.IntN(3) {
		if len(r.Runs) == 0 {
			break
		}
		q := job.Questions[d.IntN(len(job.Questions))]
		if len(q.Over) == 0 {
			continue
		}
		o := job.Override{ID: fmt.Sprintf("%sv%d", r.ID, k), Question: q.Code, Choice: q.Schools[d.IntN(len(q.Schools))].Code}
		over := pick(d, q.Over...)
		if over != job.OverRoom {
			o.Run = r.Runs[d.IntN(len(r.Runs))].ID
		}
		if over == job.OverCorner {
			o.Corner = r.Corners[d.IntN(len(r.Corners))].ID
		}
		r.Overrides = append(r.Overrides, o)
	}
}

// WorkOn answers, cuts, spoils, sets by hand and measures anew what stands in a plan, so
// that the next plan has work done to look after.
func WorkOn(seed uint64, j job.Job, p *plan.Plan) job.Job {
	d := dice{rand.New(rand.NewPCG(seed, 18))}
	next := j.Clone()
	if len(p.Pieces) == 0 {
		return next
	}
	at := func() *piece.Piece { return p.Pieces[d.IntN(len(p.Pieces))] }
	for n := range d.IntN(8) {
		q := at()
		m := job.Record{ID: fmt.Sprint("m", n), Kind: job.RecordCut, On: job.On{Piece: q.ID, Label: q.Label, End: job.HandLeft},
			Bodies: job.Bodies{Cut: &job.Cut{Length: q.Cut}}}
		e := q.Left
		if d.of(2) {
			m.End, e = job.HandRight, q.Right
		}
		if e.Setting != nil {
			m.Cut.Mitre, m.Cut.Bevel, m.Cut.Pose = e.Setting.Mitre, e.Setting.Bevel, e.Pose.Name()
		}
		if d.of(5) {
			m.Kind, m.End = job.RecordMiscut, ""
		}
		next.Records = append(next.Records, m)
		if d.of(6) {
			next.Records = append(next.Records, job.Record{ID: fmt.Sprint("u", n), Kind: job.RecordUndone, Of: m.ID})
		}
	}
	if d.of(2) {
		q := at()
		h := job.ByHand{Piece: q.ID, By: "Nell"}
		if h.InPlace = d.of(3); !h.InPlace && q.Cut > 2*measure.Inch {
			e := job.Written(q.Cut-measure.Inch, j.Unit)
			h.Length = &e
		}
		next.ByHand = append(next.ByHand, h)
	}
	for n := range d.IntN(3) {
		q := at()
		r := next.Room(q.Room)
		switch o := (job.Override{ID: fmt.Sprint("told", n), By: "Nell"}); {
		case q.Right.Corner != "" && d.of(2):
			o.Question, o.Run, o.Corner, o.Choice = job.AskCoped, q.Run, q.Right.Corner, pick(d, job.HandLeft, job.HandRight)
			r.Overrides = append(r.Overrides, o)
		case d.of(2):
			o.Question, o.Run, o.Choice = job.AskFirst, q.Run, q.ID
			r.Overrides = append(r.Overrides, o)
		}
	}
	if d.of(3) { // measured anew
		r := &next.Rooms[d.IntN(len(next.Rooms))]
		if w := &r.Walls[d.IntN(len(r.Walls))]; len(w.Lengths) > 0 {
			w.Lengths[0].As = d.inch(w.Lengths[0].As.Length.Inches() + d.between(-3, 3))
		}
	}
	next.Normalise()
	for i := range next.Rooms { // each question once
		r := &next.Rooms[i]
		r.Overrides = slices.CompactFunc(r.Overrides, func(a, b job.Override) bool { return a.SamePlace(b) })
	}
	return next
}
