package server

import (
	"context"

	"gnomon/core/coping"
	"gnomon/core/fit"
	"gnomon/core/joint"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/sawing"
)

func (s *server) benchCope(ctx context.Context, in *CopeAsk) (*coping.End, error) {
	j, err := s.benchJob(ctx, in.Job)
	if err != nil {
		return nil, err
	}
	through, err := s.side(ctx, &j, in.Through)
	if err != nil {
		return nil, err
	}
	coped, err := s.side(ctx, &j, in.Coped)
	if err != nil {
		return nil, err
	}
	theta, err := askedAngle("reading", in.Reading, 90, 1, 179)
	if err != nil {
		return nil, err
	}
	if a, b := through.Shape, coped.Shape; a.Section != nil && b.Section != nil && a.Section.Leans() && b.Section.Leans() {
		through.Hangs.Up = fit.TopsLevel(a.Section, b.Section)
	}
	return coping.New(through, coped, coping.Meeting{Theta: theta}, joint.Hand(in.Hand), nil, &j.Rules, j.Machine(), j.Unit)
}

// copes find the coped ends of a plan: its pieces by name, and the shapes of their mouldings, worked out once.
type copes struct {
	*planned
	shapes *piece.Shapes
	pieces map[string]*piece.Piece
}

func (p *planned) copes() copes { return copes{p, piece.NewShapes(&p.job), piece.ByID(p.plan.Pieces)} }

func (c copes) end(id string, hand joint.Hand) (*coping.End, error) {
	return coping.Of(&c.job, c.shapes, c.pieces, id, hand)
}

// in are the coped ends of a room in the order to cut them. What cannot be drawn is left out: the plan tells of it.
func (c copes) in(room string) []*coping.End {
	var out []*coping.End
	for _, k := range c.plan.Cuts() {
		if c.pieces[k.Piece].Room != room || k.Step != sawing.Coping {
			continue
		}
		if e, err := c.end(k.Piece, k.Hand); err == nil {
			out = append(out, e)
		}
	}
	return out
}

func copeView(e *coping.End) CopeView {
	v := CopeView{Title: e.Title(), Line: e.LineText(), Lean: e.LeanText(), Waste: e.WasteText(), Extra: e.ExtraText(), Steps: []CopeStepView{},
		Checks: e.Checks(),
		Face:   templateView(e.Face()), Exact: e.Follows}
	if back := e.Behind(); len(back.Strokes) > 0 {
		b := templateView(back)
		v.Back = &b
	}
	for _, k := range e.Steps() {
		v.Steps = append(v.Steps, CopeStepView{k.Kind, k.Number, k.Text, points(e.OnFace(k))})
	}
	return v
}

func templateView(s coping.Sheet) TemplateView {
	v := TemplateView{Name: s.Name, Box: [4]float64{s.Low[0], s.Low[1], s.High[0] - s.Low[0], s.High[1] - s.Low[1]}, Strokes: []StrokeView{}, Notes: []NoteView{}}
	for _, k := range s.Strokes {
		v.Strokes = append(v.Strokes, StrokeView{k.Layer, points(k.At)})
	}
	for _, n := range s.Notes {
		v.Notes = append(v.Notes, NoteView{picture.Point(n.At), n.Text, n.Size, n.Anchor})
	}
	return v
}

func points(at [][2]float64) []picture.Point {
	out := make([]picture.Point, len(at))
	for i, p := range at {
		out[i] = picture.Round(p)
	}
	return out
}
