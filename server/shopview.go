package server

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/profile"
	"gnomon/core/review"
	"gnomon/core/saw"
	"gnomon/core/words"
)

// SawView is a saw; angles without sign.
type SawView struct {
	of     of[job.Saw]
	ID     string      `json:"id"`
	Title  string      `json:"title"`
	Tests  []TestView  `json:"tests"`
	Errors []ErrorView `json:"errors"`
}

// TestView is a test cut and what it says.
type TestView struct {
	ID   string `json:"id"`
	Text string `json:"text" doc:"what was cut and measured"`
	Says string `json:"says"`
}

// ErrorView is a saw's own error at an angle.
type ErrorView struct {
	Scale string  `json:"scale" enum:"mitre,bevel"`
	At    float64 `json:"at" doc:"signed"`
	Name  string  `json:"name" doc:"the angle with its side"`
	By    float64 `json:"by"`
	Give  float64 `json:"give" doc:"how sure, both ways"`
	Text  string  `json:"text"`
	Tests int     `json:"tests"`
}

func sawView(j *job.Job, s *job.Saw) SawView {
	v := SawView{of: viewed(s, j), ID: s.ID, Title: s.Name, Tests: []TestView{}, Errors: []ErrorView{}}
	if v.Title == "" {
		v.Title = "Saw " + s.ID
	}
	for _, t := range s.Tests {
		v.Tests = append(v.Tests, TestView{t.ID, testText(t, j.Unit), saw.Tested(t).Text()})
	}
	for _, scale := range []string{job.SawMitre, job.SawBevel} {
		for _, e := range saw.Errors(s, scale) {
			v.Errors = append(v.Errors, ErrorView{scale, float64(e.At), onScale(scale, e.At), float64(e.By), float64(e.Give), e.Text(), e.Tests})
		}
	}
	return v
}

func onScale(scale string, a measure.Angle) string {
	if scale == job.SawBevel {
		return saw.TiltText(a)
	}
	return saw.SwingText(a)
}

func testText(t job.Test, u measure.Unit) string {
	at := fmt.Sprintf("%s at %s", words.Capital(t.Scale), onScale(t.Scale, t.Set))
	gap := func() string {
		if t.Gap.Length == 0 {
			return "no gap"
		}
		return fmt.Sprintf("a gap of %s at the %s", t.Gap.Length.In(u), t.Open)
	}
	switch t.Way {
	case job.TestCorner:
		return fmt.Sprintf("%s: two pieces turned together made %s.", at, t.Corner)
	case job.TestGap:
		return fmt.Sprintf("%s: two pieces against a true corner left %s over a board %s wide.", at, gap(), t.Width.Length.In(u))
	case job.TestFlipped:
		return fmt.Sprintf("%s: one piece turned over left %s over %s.", at, gap(), t.Width.Length.In(u))
	}
	return fmt.Sprintf("%s: ran %s along a projection of %s.", at, t.Run.Length.In(u), t.Over.Length.In(u))
}

// MouldingView is a moulding.
type MouldingView struct {
	of       of[job.Moulding]
	ID       string       `json:"id"`
	Sticks   []StickView  `json:"sticks"`
	Level    string       `json:"level" enum:"floor,rail,ceiling" doc:"where its kind runs when nothing else is said"`
	Runs     bool         `json:"runs" doc:"along walls, and not around openings"`
	Sprung   bool         `json:"sprung" doc:"it leans between wall and ceiling"`
	Sizes    [2]string    `json:"sizes" doc:"what its height and its thickness are"`
	Joints   []string     `json:"joints" doc:"those at inside corners that may be wished for it"`
	Points   []PointView  `json:"points" doc:"its section, from the told point, the wood on the left; none where only measures are known"`
	Sketch   [][2]float64 `json:"sketch" doc:"the section, or what stands for it, to draw: out from the wall and up, in inches"`
	Says     []string     `json:"says" doc:"what follows from the section, a sentence each"`
	Warnings []string     `json:"warnings"`
	Bad      *[2]float64  `json:"bad,omitempty" doc:"the place that stops it from being coped"`
	Crown    *CrownView   `json:"crown,omitempty"`
}

// KindView is a kind of moulding.
type KindView struct {
	Code  string `json:"code"`
	Title string `json:"title"`
}

// PointView is a corner of a section.
type PointView struct {
	U   EntryView  `json:"u"`
	Z   EntryView  `json:"z"`
	Bow EntryView  `json:"bow"`
	At  [2]float64 `json:"at" doc:"to draw: out from the wall and up, in inches"`
}

// CrownView is how a crown sits, and what that asks for.
type CrownView struct {
	Spring  string     `json:"spring"`
	Common  string     `json:"common,omitempty" doc:"the common spring that is likely meant"`
	Opens   string     `json:"opens,omitempty" doc:"what taking that would open at a square corner"`
	Stop    LengthView `json:"stop" doc:"the crown stop's distance: the projection"`
	Drop    LengthView `json:"drop"`
	Across  LengthView `json:"across" doc:"of the table, flat"`
	Strip   LengthView `json:"strip" doc:"the thickness of strip that backing is told for"`
	Backing LengthView `json:"backing" doc:"how wide such a strip may be and stay hidden behind it"`
	Coarse  string     `json:"coarse" doc:"what a rule read to 1/32 leaves unknown of a mitre run"`
}

// backingOf is the thickness of strip that backing is told for.
const backingOf = 3 * measure.Inch / 4

func mouldingView(j *job.Job, m *job.Moulding) MouldingView {
	u := j.Unit
	v := MouldingView{of: viewed(m, j), ID: m.ID, Sticks: []StickView{}, Points: []PointView{}}
	for i, s := range m.Sticks {
		v.Sticks = append(v.Sticks, StickView{ID: fmt.Sprintf("%s/%d", m.ID, i), EntryView: entryView(s.Entry, u), Price: moneyView(s.Price, j.Prices.Currency),
			Available: s.Available})
	}
	section, kind := m.Profile(), m.Is()
	v.Level, v.Runs, v.Sprung, v.Sizes = string(kind.Level), kind.Runs, kind.Sprung, kind.Sizes
	v.Joints = m.OwnJoints(!m.Drawn() || section.Cope().OK)
	v.Sketch = section.Sketch(0)
	for _, p := range m.Section {
		q := PointView{U: entryView(p.U, u), Z: entryView(p.Z, u), Bow: entryView(job.Entry{Text: "0"}, u), At: [2]float64{p.U.Length.Inches(), p.Z.Length.Inches()}}
		if p.Bow != nil {
			q.Bow = entryView(*p.Bow, u)
		}
		v.Points = append(v.Points, q)
	}
	says, warnings := review.Says(m, section, u)
	v.Says, v.Warnings = some(says), some(warnings)
	if c := section.Cope(); m.Drawn() && !c.OK {
		v.Bad = &[2]float64{c.At.U.Inches(), c.At.Z.Inches()}
	}
	if kind.Sprung {
		v.seat(m, u)
	}
	return v
}

func (v *MouldingView) seat(m *job.Moulding, u measure.Unit) {
	seat, read := m.Seat(), m.Read()
	st := saw.Moulding{Projection: seat.Projection, Drop: seat.Drop, Spring: seat.Spring, Crown: true}
	c := &CrownView{Spring: seat.Spring.String(), Stop: lengthView(seat.Projection, u), Drop: lengthView(seat.Drop, u), Across: lengthView(st.Across(), u),
		Strip: lengthView(backingOf, u), Backing: lengthView(read.Backing(seat, backingOf).Round(measure.Inch/32), u), Coarse: "± " +
			saw.Coarse(seat.Projection).Text(2) + "°"}
	if near, likely := profile.Common(seat.Spring); likely && (near-seat.Spring).Abs() > 0.05 {
		c.Common = near.String()
		c.Opens = saw.WrongSpring(90, seat.Spring, near, seat.Projection, seat.Drop).In(u)
	}
	v.Crown = c
}

// RunView is a moulding that runs in a room.
type RunView struct {
	of of[job.Run]
	ID string `json:"id"`
}

func runViews(j *job.Job, r *job.Room) []RunView {
	out := []RunView{}
	for i := range r.Runs {
		out = append(out, RunView{of: viewed(&r.Runs[i], j), ID: r.Runs[i].ID})
	}
	return out
}

// LayoutLineView is a layout line, in words and lengths.
type LayoutLineView struct {
	Room   string      `json:"room"`
	Run    string      `json:"run"`
	Name   string      `json:"name"`
	Drop   LengthView  `json:"drop"`
	Mark   LengthView  `json:"mark" doc:"the gauge block: the drop less what compound pushes down"`
	Stop   *LengthView `json:"stop,omitempty"`
	Lowest string      `json:"lowest,omitempty" doc:"where it is set from"`
}

// OrderView is an order at the saw to choose from.
type OrderView struct {
	By     string `json:"by" enum:"longest,room,moves"`
	Moves  int    `json:"moves" doc:"how often the saw is set anew"`
	Turned int    `json:"turned" doc:"sticks on which pieces would change places"`
	Kept   int    `json:"kept" doc:"of these, those that would not hold them so"`
}

// BenchGroupView is glued up on the bench.
type BenchGroupView struct {
	ID     string   `json:"id"`
	Room   string   `json:"room"`
	Pieces []string `json:"pieces"`
}

// GlueStepView is one joint to glue on the bench, in the order to do it.
type GlueStepView struct {
	Group string `json:"group"`
	Text  string `json:"text"`
}

func layoutLines(j *job.Job, r *job.Room, p *plan.RoomPlan) []LayoutLineView {
	out := []LayoutLineView{}
	for _, l := range p.Lines {
		v := LayoutLineView{Room: l.Room, Run: l.Run, Drop: lengthView(l.Drop, j.Unit), Mark: lengthView(l.Mark, j.Unit), Lowest: l.Lowest}
		for _, k := range r.Runs {
			if k.ID == l.Members[0] {
				v.Name = j.Moulding(k.Moulding).Title()
			}
		}
		if len(l.Members) > 1 {
			v.Name += " and what it hangs with"
		}
		if l.Stop > 0 {
			s := lengthView(l.Stop, j.Unit)
			v.Stop = &s
		}
		out = append(out, v)
	}
	return out
}
