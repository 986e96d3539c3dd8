package server

import (
	"context"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/day"
	"gnomon/core/edit"
	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// HangView is a room on the wall: what goes up next, and all that is done there.
type HangView struct {
	Room     string          `json:"room"`
	Revision int64           `json:"revision"`
	Cards    []HangCardView  `json:"cards" doc:"what goes up, in its order"`
	Walls    []picture.Wall  `json:"walls"`
	Rounds   []RoundView     `json:"rounds" doc:"the ladder's ways around the room"`
	Firsts   []FirstView     `json:"firsts" doc:"the first piece of each crown"`
	Strips   []HangStripView `json:"strips" doc:"backing and furring"`
	Cuts     []StripCutView  `json:"cuts" doc:"what these are cut from"`
	Finish   FinishView      `json:"finish"`
	Fits     []HangFitView   `json:"fits" doc:"how joints closed, so far as that was said"`
	Findings []FindingView   `json:"findings"`
	Ticked   []string        `json:"ticked" doc:"what of the room and of the whole job was ticked"`
}

// HangCardView is what to know when something goes up.
type HangCardView struct {
	Title  string          `json:"title"`
	Where  string          `json:"where"`
	Wall   string          `json:"wall"`
	Hang   int             `json:"hang"`
	Pieces []HangPieceView `json:"pieces"`
	Steps  []string        `json:"steps"`
	Nails  []NailRowView   `json:"nails"`
	Checks []string        `json:"checks"`
	Waits  []HangPieceView `json:"waits" doc:"what it gives way to and is not up yet"`
	Up     bool            `json:"up"`
	Held   string          `json:"held,omitempty"`
	Cut    bool            `json:"cut" doc:"all of it is cut"`
}

// HangPieceView is a piece of it, with the fact that it went up as it would be recorded now.
type HangPieceView struct {
	ID    string      `json:"id"`
	Label string      `json:"label"`
	Hung  string      `json:"hung,omitempty" doc:"the record that says so"`
	Mark  job.Record  `json:"mark"`
	Left  HangEndView `json:"left"`
	Right HangEndView `json:"right"`
}

// HangEndView is an end, for how its joint closed.
type HangEndView struct {
	Title  string `json:"title,omitempty" doc:"what the joint is called; none where nothing meets there, or what it is glued to on the bench"`
	Corner string `json:"corner,omitempty"`
	Mate   string `json:"mate,omitempty" doc:"the piece across it"`
	Across string `json:"across,omitempty" doc:"and which end of that"`
}

// NailRowView are nails that are alike.
type NailRowView struct {
	Length LengthView `json:"length"`
	Count  int        `json:"count"`
	Kind   string     `json:"kind"`
	Text   string     `json:"text"`
}

// RoundView is the ladder round of a layout line.
type RoundView struct {
	Title  string      `json:"title"`
	Reach  LengthView  `json:"reach"`
	High   *LengthView `json:"high,omitempty"`
	Climbs []ClimbView `json:"climbs"`
}

// ClimbView is one climb.
type ClimbView struct {
	Task    string   `json:"task"`
	Title   string   `json:"title"`
	Steps   []string `json:"steps"`
	Missing []string `json:"missing"`
}

// FirstView is how the first piece is set.
type FirstView struct {
	Piece   string            `json:"piece"`
	Label   string            `json:"label"`
	School  string            `json:"school"`
	Schools []FirstSchoolView `json:"schools"`
	Low     []string          `json:"low" doc:"what setting it low would do"`
	Drop    float64           `json:"drop"`
	Out     float64           `json:"out"`
	Section [][2]float64      `json:"section" doc:"as it hangs, from the wall out and from its bottom up"`
}

// FirstSchoolView is one way of setting it.
type FirstSchoolView struct {
	Code  string   `json:"code"`
	Name  string   `json:"name"`
	Why   string   `json:"why"`
	Steps []string `json:"steps"`
}

// HangStripView is a strip.
type HangStripView struct {
	Task  string     `json:"task"`
	Kind  string     `json:"kind"`
	Wall  string     `json:"wall"`
	Title string     `json:"title"`
	Long  LengthView `json:"long"`
	Size  string     `json:"size"`
	Where string     `json:"where"`
}

// StripCutView is a piece of one.
type StripCutView struct {
	Strip  string     `json:"strip"`
	Length LengthView `json:"length"`
	Stick  int        `json:"stick"`
}

// FinishView is what is left once all hangs.
type FinishView struct {
	Steps []FinishStepView `json:"steps"`
	Beads []FinishBeadView `json:"beads"`
	Face  string           `json:"face"`
	Paint string           `json:"paint"`
}

// FinishStepView is one of its steps.
type FinishStepView struct {
	Task string   `json:"task"`
	What string   `json:"what"`
	Mind []string `json:"mind"`
}

// FinishBeadView is where bead is laid.
type FinishBeadView struct {
	What   string     `json:"what"`
	Length LengthView `json:"length"`
}

// HangFitView is how a joint closed.
type HangFitView struct {
	ID    string `json:"id"`
	Piece string `json:"piece"`
	End   string `json:"end"`
	How   string `json:"how"`
	Word  string `json:"word"`
	Text  string `json:"text"`
}

// RoomAsk asks for a room of a job.
type RoomAsk struct {
	JobPath
	Room string `query:"room" required:"true" maxLength:"80"`
}

func (s *server) onWall(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/hang", "get-hang",
		"A room on the wall: what goes up, with its nails, the ladder round, what finishing takes"),
		func(_ context.Context, in *RoomAsk) (*Body[HangView], error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			for _, r := range p.plan.Rooms {
				if r.Room == in.Room {
					v := hangView(&p.job, r)
					v.Revision = p.revision
					return &Body[HangView]{v}, nil
				}
			}
			return nil, asProblem(&edit.Missing{Thing: "room " + in.Room})
		})
}

func hangView(j *job.Job, r *plan.RoomPlan) HangView {
	in := r.In()
	u := j.Unit
	v := HangView{Room: r.Room, Cards: []HangCardView{}, Walls: []picture.Wall{}, Rounds: []RoundView{}, Firsts: []FirstView{}, Strips: []HangStripView{},
		Cuts: []StripCutView{}, Fits: []HangFitView{}, Findings: findingViews(r.Fixing.Findings), Ticked: []string{}}
	byID := piece.ByID(r.Pieces)
	for _, c := range r.Cards(j.Day.People < 2) {
		v.Cards = append(v.Cards, cardView(c, byID, u))
	}
	drawn := picture.Hung{Room: in.In, Runs: in.Runs, Sets: r.Sets, Pieces: r.Pieces, Lines: r.Lines, Fixing: &r.Fixing}
	v.Walls = append(v.Walls, drawn.Walls()...)
	for _, k := range r.Rounds() {
		v.Rounds = append(v.Rounds, roundView(j, r, k))
	}
	for _, f := range r.Firsts() {
		v.Firsts = append(v.Firsts, firstView(j, f))
	}
	v.strips(j, r)
	v.Finish = finishView(r, u)
	for task := range j.Done() {
		if strings.HasPrefix(task, day.Of(r.Room, "")) || !strings.Contains(task, ".") {
			v.Ticked = append(v.Ticked, task)
		}
	}
	for _, k := range r.Wall() {
		if f := k.Fit; f != nil {
			v.Fits = append(v.Fits, HangFitView{k.ID, k.Piece, k.End, f.How, lesson.HowWord(f.How), lesson.FitText(f, u)})
		}
	}
	return v
}

func cardView(c hang.Card, byID map[string]*piece.Piece, u measure.Unit) HangCardView {
	v := HangCardView{Title: c.Title, Where: c.Where, Wall: c.Pieces[0].Wall, Hang: c.Pieces[0].Hang, Pieces: []HangPieceView{}, Steps: some(c.Steps),
		Nails: []NailRowView{}, Checks: some(c.Checks), Waits: []HangPieceView{}, Up: c.Up(), Cut: true}
	for _, p := range c.Pieces {
		v.Pieces = append(v.Pieces, hangPiece(p, c.Pieces, byID))
		v.Cut = v.Cut && p.Done
		if v.Held == "" {
			v.Held = p.Held
		}
	}
	for _, id := range c.Waits {
		v.Waits = append(v.Waits, hangPiece(byID[id], nil, byID))
	}
	for _, n := range c.Nails {
		v.Nails = append(v.Nails, NailRowView{lengthView(n.Length, u), n.Count, n.Kind, n.Text})
	}
	return v
}

func hangPiece(p *piece.Piece, with []*piece.Piece, byID map[string]*piece.Piece) HangPieceView {
	v := HangPieceView{ID: p.ID, Label: p.Label, Hung: p.Hung,
		Mark: job.Record{Kind: job.RecordHung, On: job.On{Piece: p.ID, Label: p.Label}, Bodies: job.Bodies{Hung: &job.Hung{Length: p.Cut}}}}
	for _, hand := range piece.Hands {
		e := p.End(hand)
		to := &v.Left
		if hand == piece.Hands[1] {
			to = &v.Right
		}
		if mate := byID[e.Meets]; mate != nil && !slices.Contains(with, mate) {
			to.Title, to.Corner, to.Mate, to.Across = string(e.Joint)+" with "+mate.Label, e.Corner, mate.ID, string(hand.Other())
			if e.Letter != "" {
				to.Title += " at " + e.Letter
			}
		}
	}
	return v
}

func roundView(j *job.Job, r *plan.RoomPlan, k hang.Round) RoundView {
	v := RoundView{Title: "The line", Reach: lengthView(k.Reach, j.Unit), Climbs: []ClimbView{}}
	if k.High > 0 {
		high := lengthView(k.High, j.Unit)
		v.High = &high
	}
	for _, t := range r.In().Runs {
		if t.ID == k.Run {
			v.Title = t.Moulding.Title()
		}
	}
	for _, c := range k.Climbs {
		v.Climbs = append(v.Climbs, ClimbView{day.Of(r.Room, "climb-"+k.Run+"-"+c.ID), c.Title, some(c.Steps), some(c.Missing)})
	}
	return v
}

func firstView(j *job.Job, f hang.First) FirstView {
	m := j.Moulding(f.Piece.Moulding)
	v := FirstView{Piece: f.Piece.ID, Label: f.Piece.Label, School: f.School, Schools: []FirstSchoolView{}, Low: some(f.Low.Sentences),
		Drop: m.Tall().Inches(), Out: m.Out().Inches(), Section: m.Profile().Sketch(0)}
	for _, s := range f.Schools {
		v.Schools = append(v.Schools, FirstSchoolView(s))
	}
	return v
}

func (v *HangView) strips(j *job.Job, r *plan.RoomPlan) {
	u := j.Unit
	for _, s := range r.Fixing.Strips {
		k := HangStripView{Task: day.Of(r.Room, string(s.Kind)+"-"+s.Wall), Kind: string(s.Kind), Wall: s.Wall,
			Title: words.Capital(string(s.Kind)) + ", " + job.WallNumber(s.Number-1),
			Long:  lengthView(s.Long(), u), Size: s.Thick.In(u) + " by " + s.Reach.In(u), Where: s.Text(u)}
		v.Strips = append(v.Strips, k)
	}
	cuts, _ := hang.CutStrips(r.Fixing.Strips, j.Prices.Strip.Length, j.Kerf())
	for _, c := range cuts {
		v.Cuts = append(v.Cuts, StripCutView{words.Small(v.Strips[c.Strip].Title), lengthView(c.Length, u), c.Stick})
	}
}

func finishView(r *plan.RoomPlan, u measure.Unit) FinishView {
	f := r.Finish()
	v := FinishView{Steps: []FinishStepView{}, Beads: []FinishBeadView{}, Face: f.FaceText(u), Paint: f.PaintText(u)}
	for _, s := range f.Steps {
		v.Steps = append(v.Steps, FinishStepView{day.Of(r.Room, s.ID), s.What, some(s.Mind)})
	}
	for _, b := range f.Beads {
		v.Beads = append(v.Beads, FinishBeadView{b.What, lengthView(b.Length, u)})
	}
	return v
}
