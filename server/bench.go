package server

import (
	"bytes"
	"context"

	"io"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/cope"
	"gnomon/core/coping"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/profile"
	"gnomon/core/saw"
	"gnomon/core/words"
	"gnomon/files"
	"gnomon/store"
)

// TwoMouldings are what meets at the bench: each a section of the library, as library:quay, or a moulding of the job
// or of the shop, as job:hall-base or shop:hall-base.
type TwoMouldings struct {
	Through string `query:"through" required:"true" maxLength:"120"`
	Coped   string `query:"coped" required:"true" maxLength:"120"`
	Job     string `query:"job" maxLength:"80" doc:"whose unit, saw and house rules hold; none are those of the shop"`
}

// BenchMoulding is one to choose.
type BenchMoulding struct {
	Ref   string `json:"ref"`
	Name  string `json:"name"`
	From  string `json:"from" enum:"job,shop,library"`
	Crown bool   `json:"crown"`
	Why   string `json:"why,omitempty" doc:"why it cannot be coped over; none where it can"`
}

// BenchMouldings are those to choose from.
type BenchMouldings struct {
	Mouldings []BenchMoulding `json:"mouldings"`
	Rulers    []RulerView     `json:"rulers" doc:"what a screen's own inch is set against"`
}

// RulerView is one of them.
type RulerView struct {
	Code   string  `json:"code"`
	Text   string  `json:"text"`
	Inches float64 `json:"inches"`
}

// ClosingAsk is a joint to close.
type ClosingAsk struct {
	TwoMouldings
	Reading  string `query:"reading" required:"true" maxLength:"60" doc:"the corner's own angle"`
	Made     string `query:"made" maxLength:"60" doc:"the corner that it was sawn for; none is the reading"`
	Lean     string `query:"lean" maxLength:"60" doc:"how far the top of the square piece's wall leans into the room, in degrees"`
	Ceiling  string `query:"ceiling" maxLength:"60" doc:"how far the ceiling comes down over the crown's width"`
	Compound string `query:"compound" maxLength:"60" doc:"how thick compound stands in the corner"`
	Low      string `query:"low" maxLength:"60" doc:"how far the square crown sits too low"`
	Back     string `query:"back" maxLength:"60" doc:"how far the saw leaned; none is what the corner and the tool want"`
	Roll     string `query:"roll" maxLength:"60" doc:"how far both pieces are rolled, flatter"`
	Cures    bool   `query:"cures" doc:"what closes it as well"`
	Space    bool   `query:"space" doc:"both joints in space as well"`
	Side     string `query:"side" enum:"inside,outside" default:"inside" doc:"how the corner turns: an outside one is mitred"`
}

// ClosingView is a joint both ways.
type ClosingView struct {
	Title string       `json:"title"`
	Cope  *ClosingSide `json:"cope,omitempty"`
	Mitre *ClosingSide `json:"mitre,omitempty"`
	Why   string       `json:"why,omitempty" doc:"why one of the two is not shown"`
	Says  []SaysOne    `json:"says"`
	Rolls float64      `json:"rolls" doc:"how far it may be rolled either way, in degrees"`
	Crown bool         `json:"crown"`
	Asked AskedView    `json:"asked" doc:"what was asked, as it is read back"`
}

// AskedView is what a joint was asked for, as people read it.
type AskedView struct {
	Reading  string `json:"reading"`
	Made     string `json:"made"`
	Lean     string `json:"lean"`
	Ceiling  string `json:"ceiling"`
	Compound string `json:"compound"`
	Low      string `json:"low"`
	Roll     string `json:"roll"`
	Step     string `json:"step" doc:"what one step of a length is, to be typed"`
}

// ClosingSide is one of the two joints.
type ClosingSide struct {
	Made    string          `json:"made" doc:"for what it is sawn"`
	Gap     string          `json:"gap"`
	Where   string          `json:"where"`
	Verdict string          `json:"verdict" enum:"closed,fill,recut"`
	Word    string          `json:"word"`
	Touch   string          `json:"touch,omitempty"`
	Cures   []CureView      `json:"cures"`
	Picture picture.Closing `json:"picture"`
	Space   *picture.Space  `json:"space,omitempty"`
}

// CureView is one way to close it.
type CureView struct {
	Do      string  `json:"do"`
	Text    string  `json:"text"`
	Verdict string  `json:"verdict" enum:"closed,fill,recut"`
	Best    bool    `json:"best" doc:"the first that closes it, else the one that leaves least"`
	Roll    float64 `json:"roll" doc:"degrees that both are rolled, to show it; 0 where it is no roll of both"`
	Reading string  `json:"reading,omitempty" doc:"the corner to saw it for, where it is cut again"`
}

// SaysOne is a sentence with more behind it.
type SaysOne struct {
	Check bool   `json:"check,omitempty" doc:"something to look at"`
	Text  string `json:"text"`
	Why   string `json:"why"`
}

// WrongAsk is a joint that gapes.
type WrongAsk struct {
	ClosingAsk
	Joint string `query:"joint" enum:"cope,mitre,outside" default:"cope"`
	At    string `query:"at" enum:"top,bottom,all" default:"top"`
	Gap   string `query:"gap" required:"true" maxLength:"60"`
	Run   string `query:"run" maxLength:"60" doc:"how far a test mitre runs along the piece"`
	Sits  string `query:"sits" maxLength:"60" doc:"how far the square piece sits too low"`
}

// WrongView is what may have gone wrong, the likeliest first.
type WrongView struct {
	Causes []CauseView `json:"causes"`
}

// CauseView is one cause.
type CauseView struct {
	Code   string `json:"code"`
	Text   string `json:"text"`
	Likely string `json:"likely" doc:"in words"`
	Share  int    `json:"share" doc:"of a hundred"`
	Told   bool   `json:"told" doc:"what was measured says so"`
	Cure   string `json:"cure"`
}

// CopeAsk is a cope without a job.
type CopeAsk struct {
	TwoMouldings
	Reading string `query:"reading" required:"true" maxLength:"60"`
	Hand    string `query:"hand" enum:"left,right" default:"right"`
}

// EndPath is a coped end of a job.
type EndPath struct {
	JobPath
	Piece string `query:"piece" required:"true" maxLength:"200"`
	End   string `query:"end" required:"true" enum:"left,right"`
}

// Printing is how a template leaves.
type Printing struct {
	Format string `query:"format" enum:"pdf,svg,dxf" default:"pdf"`
	Paper  string `query:"paper" enum:",letter,a4" doc:"none is what goes with the unit"`
}

// CopeView is a coped end: how it is sawn, and its template.
type CopeView struct {
	Title  string         `json:"title"`
	Line   string         `json:"line" doc:"where the line comes from"`
	Lean   string         `json:"lean"`
	Waste  string         `json:"waste"`
	Extra  string         `json:"extra,omitempty"`
	Steps  []CopeStepView `json:"steps"`
	Checks []string       `json:"checks"`
	Face   TemplateView   `json:"face"`
	Back   *TemplateView  `json:"back,omitempty"`
	Exact  bool           `json:"exact" doc:"the test mitre shows the line"`
}

// CopeStepView is a step, and the part of the line that it is about.
type CopeStepView struct {
	Kind   string          `json:"kind" enum:"saw,relief,part,square,reach"`
	Number int             `json:"number,omitempty"`
	Text   string          `json:"text"`
	At     []picture.Point `json:"at"`
}

// TemplateView is a template in true size: inches, y up.
type TemplateView struct {
	Name    string       `json:"name"`
	Box     [4]float64   `json:"box" doc:"left, bottom, width, height"`
	Strokes []StrokeView `json:"strokes"`
	Notes   []NoteView   `json:"notes"`
}

// StrokeView is a line of a template.
type StrokeView struct {
	Layer string          `json:"layer" enum:"CUT,RELIEF,EDGE,FOLD,CORNER,CHECK"`
	At    []picture.Point `json:"at"`
}

// NoteView is a word on a template.
type NoteView struct {
	At     picture.Point `json:"at"`
	Text   string        `json:"text"`
	Size   float64       `json:"size"`
	Anchor string        `json:"anchor" enum:"start,middle,end"`
}

// JointAsk is a corner of a run of a job.
type JointAsk struct {
	JobPath
	Run    string `query:"run" required:"true" maxLength:"80"`
	Corner string `query:"corner" required:"true" maxLength:"80"`
}

// JointBegins is what the bench begins with for a corner of a job.
type JointBegins struct {
	Title   string `json:"title"`
	Joint   string `json:"joint"`
	Side    string `json:"side" enum:"inside,outside"`
	Through string `json:"through"`
	Coped   string `json:"coped"`
	Reading string `json:"reading"`
	Made    string `json:"made" doc:"the corner that the ends are cut for, as this saw is dialled"`
	Lean    string `json:"lean"`
	Piece   string `json:"piece,omitempty" doc:"the piece that is coped, and its end"`
	End     string `json:"end,omitempty"`
}

func (s *server) bench(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/bench/mouldings", "bench-mouldings", "Mouldings to try at the bench"), func(ctx context.Context, in *struct {
		Job string `query:"job" maxLength:"80"`
	}) (*Body[BenchMouldings], error) {
		out, err := s.benchMouldings(ctx, in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[BenchMouldings]{out}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/fit", "bench-fit", "How a joint closes, coped and mitred"), func(ctx context.Context,
		in *ClosingAsk) (*Body[ClosingView], error) {
		b, err := s.atBench(ctx, in)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[ClosingView]{b.view(in.Cures)}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/wrong", "bench-wrong", "What went wrong with a joint that gapes"), func(ctx context.Context,
		in *WrongAsk) (*Body[WrongView], error) {
		out, err := s.wrong(ctx, in)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[WrongView]{out}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/cope", "bench-cope", "A cope of two mouldings, without a job"), func(ctx context.Context,
		in *CopeAsk) (*Body[CopeView], error) {
		e, err := s.benchCope(ctx, in)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[CopeView]{copeView(e)}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/bench/template", "bench-template", "The template of a cope of two mouldings"),
		func(ctx context.Context, in *struct {
			CopeAsk
			Printing
		}) (*Download, error) {
			e, err := s.benchCope(ctx, &in.CopeAsk)
			if err != nil {
				return nil, asProblem(err)
			}
			return printed([]*coping.End{e}, in.Printing, e.Title(), e.Unit)
		})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/joint", "get-joint", "What the bench begins with for a corner"), func(_ context.Context,
		in *JointAsk) (*Body[JointBegins], error) {
		out, err := s.jointBegins(in)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[JointBegins]{out}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/cope", "get-cope", "How an end is coped"), func(_ context.Context,
		in *EndPath) (*Body[CopeView], error) {
		p, err := s.current(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		e, err := p.copes().end(in.Piece, joint.Hand(in.End))
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[CopeView]{copeView(e)}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/template", "export-template", "The template of a coped end in true size"),
		func(ctx context.Context, in *struct {
			EndPath
			Printing
		}) (*Download, error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			e, err := p.copes().end(in.Piece, joint.Hand(in.End))
			if err != nil {
				return nil, asProblem(err)
			}
			return printed([]*coping.End{e}, in.Printing, e.Title(), p.job.Unit)
		})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/templates", "export-templates", "The templates of a room, in the order to cut"),
		func(ctx context.Context, in *struct {
			JobPath
			Room string `query:"room" required:"true" maxLength:"80"`
			Printing
		}) (*Download, error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			room := p.job.Room(in.Room)
			if room == nil {
				return nil, problem(http.StatusNotFound, "That room is not in the job any more.", FieldProblem{Field: "room", Value: in.Room, Message: "is gone",
					Remedy: "Reload and choose again."})
			}
			in.Format = "pdf"
			return printed(p.copes().in(room.ID), in.Printing, room.Name+": templates", p.job.Unit)
		})
}

// printed is the download of ends' templates.
func printed(ends []*coping.End, how Printing, title string, unit measure.Unit) (*Download, error) {
	paper := how.Paper
	if paper == "" {
		paper = files.PaperLetter
		if unit.Metric() {
			paper = files.PaperA4
		}
	}
	if len(ends) == 0 {
		return nil, problem(http.StatusUnprocessableEntity, "Nothing is coped there.", FieldProblem{Field: "room", Message: "no end is coped there",
			Remedy: "Let a piece give way at a corner, and draw its section."})
	}
	var b bytes.Buffer
	kinds := map[string]struct {
		kind, name string
		write      func(io.Writer) error
	}{
		"pdf": {"application/pdf", `inline; filename="template.pdf"`, func(w io.Writer) error { return files.WriteTemplatesPDF(w, title, ends, paper) }},
		"svg": {"image/svg+xml", `attachment; filename="template.svg"`, func(w io.Writer) error { return files.WriteTemplateSVG(w, ends[0]) }},
		"dxf": {"application/dxf", `attachment; filename="template.dxf"`, func(w io.Writer) error { return files.WriteTemplateDXF(w, ends[0]) }},
	}
	k := kinds[how.Format]
	if err := k.write(&b); err != nil {
		return nil, asProblem(err)
	}
	return &Download{k.kind, k.name, b.Bytes()}, nil
}

// only is the one job that a device was let in for; none where it is for the shop.
func only(ctx context.Context) string {
	if d := deviceOf(ctx); d != nil {
		return d.Job
	}
	return ""
}

// benchJob is the job whose mouldings, unit and saw hold at the bench: the one named, or the shop.
func (s *server) benchJob(ctx context.Context, id string) (job.Job, error) {
	if id == "" {
		id = only(ctx)
	}
	if id == "" {
		id = store.ShopID
	}
	j, _, err := s.store.Job(id)
	return j, err
}

func (s *server) benchMouldings(ctx context.Context, id string) (BenchMouldings, error) {
	if id == "" {
		id = only(ctx)
	}
	out := BenchMouldings{Mouldings: []BenchMoulding{}, Rulers: []RulerView{}}
	for _, r := range coping.Rulers {
		out.Rulers = append(out.Rulers, RulerView(r))
	}
	add := func(ref, name, from string, o *profile.Section) {
		m := BenchMoulding{Ref: ref, Name: name, From: from, Crown: o.Leans()}
		if err := cope.Check(o, 90); err != nil {
			m.Why = words.Capital(err.Error()) + "."
		}
		out.Mouldings = append(out.Mouldings, m)
	}
	for _, from := range []string{"job", "shop"} {
		of := id
		if from == "shop" {
			of = store.ShopID
		}
		if of == "" || from == "shop" && only(ctx) != "" { // the shop is not shown to who is here for one job
			continue
		}
		j, _, err := s.store.Job(of)
		if err != nil {
			return out, err
		}
		for i := range j.Mouldings {
			if m := &j.Mouldings[i]; m.Drawn() {
				add(from+":"+m.ID, onItsBack(m.Title(), m.Is()), from, m.Meets())
			}
		}
	}
	all, _ := profile.Library()
	for _, k := range all {
		if o, err := meeting(k); err == nil {
			add("library:"+k.ID, onItsBack(k.Name, job.KindOf(k.Kind)), "library", o)
		}
	}
	return out, nil
}

// onItsBack says of what goes around openings how it lies at the bench: its wall is the floor of the corner there.
func onItsBack(name string, kind *job.Kind) string {
	if kind.Laid {
		return name + ", on its back"
	}
	return name
}

// meeting is a section of the library as it meets another at the bench.
func meeting(k profile.LibrarySection) (*profile.Section, error) {
	o, err := profile.New(k.Outline)
	if err != nil || !job.KindOf(k.Kind).Laid {
		return o, err
	}
	if o.ThinAbove() {
		o, _ = profile.New(o.Outline.Flipped())
	}
	return profile.New(o.Outline.OnItsBack())
}

// side finds a moulding by its reference.
func (s *server) side(ctx context.Context, j *job.Job, ref string) (coping.Side, error) {
	from, id, _ := strings.Cut(ref, ":")
	unknown := problem(http.StatusUnprocessableEntity, "There is no moulding "+ref+".", FieldProblem{Field: "moulding", Value: ref, Message: "is not there",
		Remedy: "Choose one of the list."})
	switch from {
	case "library":
		all, _ := profile.Library()
		for _, k := range all {
			if k.ID != id {
				continue
			}
			o, err := meeting(k)
			if err != nil {
				return coping.Side{}, err
			}
			st := saw.Moulding{Projection: o.Projection(), Drop: o.Height(), Crown: o.Leans(), Unit: j.Unit}
			if st.Crown {
				wall, ceiling := o.Feet()
				st.Spring = profile.Read{Projection: st.Projection, Drop: st.Drop, WallFoot: wall, CeilingFoot: ceiling}.Seat().Spring
			}
			return coping.Side{Name: k.Name, Shape: &piece.Shape{Moulding: st, Section: o}}, nil
		}
		return coping.Side{}, unknown
	case "shop":
		if only(ctx) != "" {
			return coping.Side{}, unknown
		}
		shop, _, err := s.store.Job(store.ShopID)
		if err != nil {
			return coping.Side{}, err
		}
		j = &shop
	case "job":
	default:
		return coping.Side{}, unknown
	}
	m := j.Moulding(id)
	if m == nil || m.ID != id {
		return coping.Side{}, unknown
	}
	if m.Is().Laid {
		o := m.Meets()
		st := saw.Moulding{Projection: o.Projection(), Drop: o.Height(), Unit: j.Unit}
		return coping.Side{Name: onItsBack(m.Title(), m.Is()), Shape: &piece.Shape{Moulding: st, Section: o}}, nil
	}
	return coping.Side{Name: m.Title(), Shape: piece.ShapeOf(j, m)}, nil
}
