package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/odd"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/saw"
)

// DetailView is one of the odd places that can be worked out.
type DetailView struct {
	Name   string            `json:"name"`
	Title  string            `json:"title"`
	Says   string            `json:"says"`
	Place  string            `json:"place" enum:",wall,piece,corner,end,alone" doc:"where in a room it can be put"`
	Second string            `json:"second,omitempty" doc:"what a second moulding is to it, where a room may name one"`
	Fields []DetailFieldView `json:"fields"`
}

// DetailFieldView is one thing that it asks for.
type DetailFieldView struct {
	Name    string   `json:"name"`
	Label   string   `json:"label"`
	Takes   string   `json:"takes" enum:"length,angle,count,choice,lengths,angles"`
	Stands  string   `json:"stands,omitempty" doc:"what stands where nothing is given"`
	Begins  string   `json:"begins,omitempty" doc:"what the bench begins with"`
	Free    bool     `json:"free" doc:"it may be left out"`
	Choices []string `json:"choices"`
	Help    string   `json:"help,omitempty"`
	Room    bool     `json:"room" doc:"a room knows it itself"`
}

// WorkedView is an odd place worked out.
type WorkedView struct {
	Figures  []FigureView    `json:"figures"`
	Sticks   []OddStickView  `json:"sticks"`
	Drawn    OddDrawing      `json:"drawn"`
	Steps    []string        `json:"steps"`
	Cautions []string        `json:"cautions"`
	Put      []string        `json:"put" doc:"its fields as a room keeps them"`
	Given    []GivenTextView `json:"given,omitempty" doc:"its fields as they were given"`
}

// GivenTextView is a field as it was given.
type GivenTextView struct {
	Name string `json:"name"`
	Text string `json:"text"`
}

// FigureView is one result.
type FigureView struct {
	Name  string `json:"name"`
	Label string `json:"label"`
	Text  string `json:"text"`
	Takes string `json:"takes"`
}

// OddStickView is one of its pieces, as this saw cuts it.
type OddStickView struct {
	Part   string     `json:"part"`
	Label  string     `json:"label"`
	Beside bool       `json:"beside" doc:"it runs there anyway"`
	Cap    bool       `json:"cap" doc:"cut off a long offcut"`
	Cut    LengthView `json:"cut"`
	Left   EndView    `json:"left"`
	Right  EndView    `json:"right"`
	Work   []string   `json:"work"`
}

// OddDrawing is it to scale, in inches, right and up.
type OddDrawing struct {
	View   string     `json:"view" enum:"front,above"`
	Shapes []OddShape `json:"shapes"`
	Dims   []OddDim   `json:"dims"`
	Notes  []OddNote  `json:"notes"`
}

// OddShape is something drawn.
type OddShape struct {
	Kind   string       `json:"kind" enum:"wood,there,filler,wall,floor,hole,mark"`
	Of     string       `json:"of,omitempty" doc:"the part that it is"`
	Points [][2]float64 `json:"points"`
	Open   bool         `json:"open" doc:"a line, not a face"`
}

// OddDim is a measure drawn.
type OddDim struct {
	From  [2]float64 `json:"from"`
	To    [2]float64 `json:"to"`
	Text  string     `json:"text"`
	Field string     `json:"field,omitempty" doc:"the field that it shows"`
}

// OddNote is a word at a place.
type OddNote struct {
	At   [2]float64 `json:"at"`
	Text string     `json:"text"`
}

// OddView is an odd place of a room.
type OddView struct {
	ID       string          `json:"id"`
	Kind     string          `json:"kind" enum:"odd,spot" doc:"what it was entered as"`
	Title    string          `json:"title"`
	Detail   string          `json:"detail"`
	Place    string          `json:"place"`
	Where    string          `json:"where" doc:"in a few words"`
	Wall     string          `json:"wall,omitempty"`
	Corner   string          `json:"corner,omitempty"`
	Run      string          `json:"run,omitempty"`
	End      string          `json:"end,omitempty"`
	At       *EntryView      `json:"at,omitempty"`
	Moulding string          `json:"moulding,omitempty"`
	Second   string          `json:"second,omitempty"`
	Given    []GivenTextView `json:"given"`
	Pieces   []string        `json:"pieces" doc:"what it made, or parted, or is cut out of"`
	Worked   *WorkedView     `json:"worked,omitempty" doc:"none where it cannot be as given, or changes nothing"`
}

func detailViews(u measure.Unit) []DetailView {
	out := make([]DetailView, 0, len(detail.All))
	for _, d := range detail.All {
		v := DetailView{Name: d.Name, Title: d.Title, Says: d.Says, Place: string(d.Place), Second: d.Second, Fields: []DetailFieldView{}}
		for i := range d.Fields {
			f := &d.Fields[i]
			v.Fields = append(v.Fields, DetailFieldView{Name: f.Name, Label: f.Label, Takes: string(f.Takes), Stands: f.Stands(u), Begins: f.Begins(u), Free: f.Free,
				Choices: some(f.Choices), Help: f.Help, Room: f.Room != "" && !f.Ruled()})
		}
		out = append(out, v)
	}
	return out
}

// workedView is a detail worked out, its pieces set up on a saw.
func workedView(w *detail.Worked, setup func(s *detail.Stick) piece.Setup, u measure.Unit) *WorkedView {
	v := &WorkedView{Figures: []FigureView{}, Sticks: []OddStickView{}, Steps: some(w.Steps), Cautions: some(w.Cautions), Put: []string{},
		Drawn: OddDrawing{View: string(w.Drawn.View), Shapes: []OddShape{}, Dims: []OddDim{}, Notes: []OddNote{}}}
	for _, f := range w.Figures {
		v.Figures = append(v.Figures, FigureView{f.Name, f.Label, f.Text(u), string(f.Takes)})
	}
	names := map[string]string{}
	for i := range w.Sticks {
		names[w.Sticks[i].Part] = w.Sticks[i].Label
	}
	for i := range w.Sticks {
		st := &w.Sticks[i]
		p := odd.Piece(w, st, setup(st), names, u)
		if odd.IsReturn(st) {
			p.Cut = measure.FromInches(max(st.Thick, st.Top()))
		}
		v.Sticks = append(v.Sticks, OddStickView{Part: st.Part, Label: st.Label, Beside: st.Beside, Cap: st.Cap, Cut: lengthView(p.Cut, u),
			Left: endView(&p.Left, nil, u), Right: endView(&p.Right, nil, u), Work: some(p.Work)})
	}
	for _, k := range w.Drawn.Shapes {
		v.Drawn.Shapes = append(v.Drawn.Shapes, OddShape(k))
	}
	for _, k := range w.Drawn.Dims {
		v.Drawn.Dims = append(v.Drawn.Dims, OddDim{k.From, k.To, k.Text, k.Field})
	}
	for _, k := range w.Drawn.Notes {
		v.Drawn.Notes = append(v.Drawn.Notes, OddNote(k))
	}
	return v
}

// setUp is how the pieces of a moulding of the job are cut; of none, how those are that are as high and as thick as the detail has
// them.
func setUp(j *job.Job, moulding, crown string, s *detail.Stick) piece.Setup {
	m := saw.Moulding{Projection: measure.FromInches(s.Thick), Drop: measure.FromInches(s.High), Unit: j.Unit}
	if of := j.Moulding(moulding); of != nil {
		m = saw.MouldingOf(j, of)
	}
	return piece.Setup{Shape: &piece.Shape{Moulding: m}, Crown: saw.Lie(crown), Saw: j.Machine()}
}

func givenTexts(d *detail.Detail, texts map[string][]string) []GivenTextView {
	out := []GivenTextView{}
	for i := range d.Fields {
		for _, t := range texts[d.Fields[i].Name] {
			out = append(out, GivenTextView{d.Fields[i].Name, t})
		}
	}
	return out
}

// oddViews are the odd places of a room: those that came to something, and those entered that did not.
func oddViews(j *job.Job, r *job.Room, p *plan.RoomPlan) []OddView {
	out := []OddView{}
	at := map[string]int{}
	add := func(k *odd.Place) *OddView {
		if i, there := at[k.ID]; there {
			return &out[i]
		}
		v := OddView{ID: k.ID, Kind: k.Kind, Title: k.Title, Detail: k.Detail.Name, Place: string(k.Detail.Place), Where: k.Where(r, j.Unit), Wall: k.Wall,
			Corner: k.Corner, Run: k.Run, End: k.End, Moulding: k.Moulding, Second: k.Second, Given: givenTexts(k.Detail, k.Given()), Pieces: []string{}}
		if o := r.Odd(k.ID); o != nil && o.At != nil {
			e := entryView(*o.At, j.Unit)
			v.At = &e
		}
		at[k.ID] = len(out)
		out = append(out, v)
		return &out[len(out)-1]
	}
	for i := range p.Odds {
		k := &p.Odds[i]
		v := add(&k.Place)
		v.Pieces = append(v.Pieces, k.Pieces...)
		if v.Worked != nil {
			continue
		}
		rules, _ := j.RulesAt(r, k.Run, "")
		setup := func(s *detail.Stick) piece.Setup {
			of := k.Moulding
			if s.Second {
				of = k.Second
			}
			for i := range r.Runs {
				if k.Run != "" && r.Runs[i].ID == k.Run {
					of = r.Runs[i].Moulding
				}
			}
			return setUp(j, of, rules.Crown, s)
		}
		v.Worked = workedView(k.Worked, setup, j.Unit)
	}
	for _, k := range odd.Of(r) {
		if k.Kind == "odd" {
			add(&k)
		}
	}
	return out
}

// BenchDetail is what is worked out at the bench.
type BenchDetail struct {
	Detail   string   `query:"detail" required:"true" maxLength:"80"`
	Fields   []string `query:"field,explode" maxItems:"250" doc:"as in fall=3/4; one that takes several comes several times"`
	Job      string   `query:"job" maxLength:"80" doc:"the job whose saw and mouldings it is for"`
	Moulding string   `query:"moulding" maxLength:"80" doc:"the job's moulding that its pieces are of"`
}

func (s *server) workAtBench(ctx context.Context, in *BenchDetail) (*WorkedView, error) {
	d, err := detail.Named(in.Detail)
	if err != nil {
		return nil, asProblem(err)
	}
	of, err := s.benchJob(ctx, in.Job)
	if err != nil {
		return nil, asProblem(err)
	}
	j := &of
	texts := detail.Split(in.Fields)
	put := some(detail.Texts(d, texts, j.Unit, true)) // before the moulding's sizes come to it
	if m := j.Moulding(in.Moulding); m != nil {
		seat := saw.MouldingOf(j, m)
		for i := range d.Fields {
			switch f := &d.Fields[i]; f.Room {
			case detail.OfHeight:
				texts[f.Name] = []string{seat.Drop.In(j.Unit)}
			case detail.OfThickness:
				texts[f.Name] = []string{seat.Projection.In(j.Unit)}
			}
		}
	}
	g, err := detail.Read(d, texts, j.Unit)
	if err != nil {
		return nil, asProblem(err)
	}
	w, err := d.Work(g)
	if err != nil {
		return nil, asProblem(err)
	}
	v := workedView(w, func(st *detail.Stick) piece.Setup {
		if st.Second {
			return setUp(j, "", j.Rules.Crown, st)
		}
		return setUp(j, in.Moulding, j.Rules.Crown, st)
	}, j.Unit)
	v.Put, v.Given = put, givenTexts(d, texts)
	return v, nil
}

// FieldsView are fields as a room keeps them.
type FieldsView struct {
	Fields []string `json:"fields"`
}

// keptFields are fields as typed, as a room keeps them.
func (s *server) keptFields(ctx context.Context, in *BenchDetail) (*FieldsView, error) {
	d, err := detail.Named(in.Detail)
	if err != nil {
		return nil, asProblem(err)
	}
	j, err := s.benchJob(ctx, in.Job)
	if err != nil {
		return nil, asProblem(err)
	}
	texts := detail.Split(in.Fields)
	if err := detail.Check(d, texts, j.Unit); err != nil {
		return nil, asProblem(err)
	}
	return &FieldsView{some(detail.Texts(d, texts, j.Unit, true))}, nil
}

func (s *server) benchDetails(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/bench/details", "bench-details", "The odd places that can be worked out"), func(ctx context.Context,
		in *struct {
			Job string `query:"job" maxLength:"80"`
		}) (*Body[[]DetailView], error) {
		j, err := s.benchJob(ctx, in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[[]DetailView]{detailViews(j.Unit)}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/fields", "bench-fields", "Fields of an odd place as a room keeps them"), func(ctx context.Context,
		in *BenchDetail) (*Body[FieldsView], error) {
		v, err := s.keptFields(ctx, in)
		if err != nil {
			return nil, err
		}
		return &Body[FieldsView]{*v}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/detail", "bench-detail", "An odd place worked out"), func(ctx context.Context,
		in *BenchDetail) (*Body[WorkedView], error) {
		v, err := s.workAtBench(ctx, in)
		if err != nil {
			return nil, err
		}
		return &Body[WorkedView]{*v}, nil
	})
}

// lying draws a piece that something is cut out of.
func lying(j *job.Job, q *piece.Piece) *picture.LyingPiece {
	if len(q.Holes) == 0 {
		return nil
	}
	f := picture.Lying(q, saw.MouldingOf(j, j.Moulding(q.Moulding)), j.Unit)
	return &f
}
