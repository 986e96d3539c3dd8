package coping

import (
	"fmt"
	"slices"

	"gnomon/core/cope"
	"gnomon/core/measure"
	"gnomon/core/saw"
	"gnomon/core/words"
)

// Kinds of step.
const (
	StepSaw    = "saw"    // a straight part at the saw
	StepRelief = "relief" // a relief cut, numbered
	StepPart   = "part"   // a part of the line
	StepSquare = "square" // a tip squared off
	StepReach  = "reach"  // what the tool does not reach
)

// Step is one thing to do to the end, in the order of doing it. From and To are around the face.
type Step struct {
	Kind     string
	Number   int // of a relief cut
	From, To float64
	Text     string
}

func (e *End) length(x float64) string { return measure.FromInches(x).In(e.Unit) }

// girth is how far it is around the face.
func (e *End) girth() float64 { return e.Line[len(e.Line)-1].Around }

// place names a place around the face: an edge, or so far up it.
func (e *End) place(around float64) string {
	switch {
	case around <= 1e-6:
		return "the bottom edge"
	case around >= e.girth()-1e-6:
		return "the top edge"
	}
	return e.length(around) + " up the face"
}

// LineText tells where the line comes from: from the edge of the test mitre only where that draws it.
func (e *End) LineText() string {
	if e.Follows {
		return "The edge of the test mitre is the line: darken it, and follow it."
	}
	was := "the mitre's own edge"
	if e.Piece != nil && e.Piece.End(e.Hand).Template {
		was = "the edge of a cut to the wall"
	}
	return fmt.Sprintf("Draw the line from the template: %s would be off by %s.", was, e.length(e.Off))
}

// LeanText tells how far the saw leans.
func (e *End) LeanText() string {
	out := fmt.Sprintf("Lean %s %s or more, level as the piece hangs, so that only the face edge can touch", e.Tool.Name, e.Lean)
	if e.Back > 0 {
		out += fmt.Sprintf(": %s clear the other face, the rest is the tool's own", e.Back)
	}
	out += "."
	if e.Coped.Shape.Crown && e.Square > 0 {
		out += fmt.Sprintf(" Held square to its back instead, it leans %s or more, and its lips are filed.", (e.Square + e.Tool.Leans).Round(1))
	}
	return out
}

// ExtraText tells how much longer than the corner line the piece is, or nothing.
func (e *End) ExtraText() string {
	if e.Extra < 1.0/128 {
		return ""
	}
	return fmt.Sprintf("Its face runs %s past the corner line: leave that much more than the wall.", e.length(e.Extra))
}

// WasteText tells which side of the line falls away.
func (e *End) WasteText() string {
	return fmt.Sprintf("Face up, the waste is on the %s of the line: what is kept is the piece's own side.", e.Hand)
}

// sawText tells a straight part that is cut at the saw.
func (e *End) sawText(c SawCut) string {
	set := "square"
	if s := c.Way.Setting; s.Mitre.Abs() > 0.05 || s.Bevel.Abs() > 0.05 {
		set = "at " + saw.SwingText(s.Mitre.Round(0.1))
		if s.Bevel.Abs() > 0.05 {
			set += ", tilted " + saw.TiltText(s.Bevel.Round(0.1))
		}
	}
	from, to := e.place(c.From), e.place(c.To)
	if c.To >= e.girth()-1e-6 {
		from, to = to, from
	}
	whole := c.From <= 1e-6 && c.To >= e.girth()-1e-6
	if whole {
		return fmt.Sprintf("At the saw, %s: cut it %s, the whole of the face. Nothing is left to cope.", saw.Lying(c.Way.Pose, c.Way.Fence), set)
	}
	return fmt.Sprintf("At the saw, %s: cut it %s from %s to %s and stop there. Let the blade stop in the wood before you lift it, or it kicks and digs in.",
		saw.Lying(c.Way.Pose, c.Way.Fence), set, from, to)
}

// Steps is what to do to the end, in order: straight parts at the saw, relief cuts from the end, parts of the line, tips, and what is left.
func (e *End) Steps() []Step {
	var out []Step
	sawn := func(from, to float64) bool {
		return slices.ContainsFunc(e.Cuts, func(c SawCut) bool { return c.Way.Reached && from >= c.From-1e-6 && to <= c.To+1e-6 })
	}
	for _, c := range e.Cuts {
		if c.Way.Reached {
			out = append(out, Step{Kind: StepSaw, From: c.From, To: c.To, Text: e.sawText(c)})
		}
	}
	for _, r := range e.Reliefs {
		if r.Inner {
			out = append(out, Step{Kind: StepRelief, Number: r.Number, From: r.Around, To: r.Around,
				Text: fmt.Sprintf("Relief cut %d: from the end along the piece, through the waste, to the corner %s.", r.Number, e.place(r.Around))})
		}
	}
	// What begins at an edge or an outer corner needs no relief cut, and goes first.
	for _, begins := range []bool{true, false} {
		for _, p := range e.Parts {
			if p = e.unsawn(p); (p.Begins != cope.AtInner) != begins || p.To-p.From < 1.0/64 {
				continue
			}
			out = append(out, Step{Kind: StepPart, From: p.From, To: p.To, Text: e.partText(p)})
		}
	}
	for _, f := range e.Feathers {
		if sawn(f.From, f.To) || f.To-f.From < 1.0/8 { // the file takes what is shorter
			continue
		}
		out = append(out, Step{Kind: StepSquare, From: f.From, To: f.To, Text: fmt.Sprintf(
			"From %s to %s the wood behind the line is thinner than %s: square it off there, by up to %s. It would break, and shows %s of the other face at most.",
			e.place(f.From), e.place(f.To), e.length(cope.Tip), e.length(min(f.Width, 1)), e.length(f.Gap))})
	}
	for _, h := range e.Hollows {
		out = append(out, Step{Kind: StepReach, From: h.From, To: h.To, Text: fmt.Sprintf("%s does not reach into the hollow from %s to %s: finish it with %s.",
			words.Capital(e.Tool.Name), e.place(h.From), e.place(h.To), e.Tool.Finish)})
	}
	return out
}

// unsawn is what of a part the saw leaves.
func (e *End) unsawn(p cope.Part) cope.Part {
	for _, c := range e.Cuts {
		switch {
		case !c.Way.Reached:
		case c.From <= p.From+1e-6 && c.To > p.From:
			p.From = min(p.To, c.To)
		case c.To >= p.To-1e-6 && c.From < p.To:
			p.To = max(p.From, c.From)
		}
	}
	return p
}

func (e *End) partText(p cope.Part) string {
	from, to := e.place(p.From), e.place(p.To)
	switch p.Way {
	case cope.Down:
		return fmt.Sprintf("Saw from %s down to %s, %s.", to, from, begins(p))
	case cope.Widen:
		return fmt.Sprintf("Between %s and %s no single relief cut lets the blade in: make two a blade apart at the corner, then saw; finish with %s.", from, to,
			e.Tool.Finish)
	case cope.Either:
		return fmt.Sprintf("Saw from %s to %s, either way.", from, to)
	}
	return fmt.Sprintf("Saw from %s up to %s, %s.", from, to, begins(p))
}

func begins(p cope.Part) string {
	return map[string]string{cope.AtEdge: "in from the edge", cope.AtOuter: "in from the waste", cope.AtInner: "starting in the relief cut"}[p.Begins]
}

// Checks are what to see on a scrap before the piece itself is coped.
func (e *End) Checks() []string {
	out := []string{fmt.Sprintf("Cope a scrap of %s first, and hold it to a scrap of %s: no light through the joint from either side.", e.Coped.Name,
		e.Through.Name)}
	if e.Piece != nil {
		if run := e.Piece.End(e.Hand).Run; e.Follows && run > 0 {
			out = append(out, fmt.Sprintf("The test mitre runs %s along the piece: more gapes at its %s, less at the other edge.", run.In(e.Unit), e.far()))
		}
	}
	return append(out,
		"Clamp it good face up, the end standing out far enough for the saw; both hands behind the blade. File toward the face, never away from it.")
}

// far is the edge at which the moulding stands out furthest.
func (e *End) far() string {
	if e.Coped.Shape.Crown {
		return "top"
	}
	return "bottom"
}

// Tries is how often an end can be begun anew before its stick is used up, with so much left of that: each takes as much as the
// cut before the cope runs along the piece, and one kerf.
func Tries(left, deep, kerf measure.Length) int {
	return int(left / max(deep+kerf, measure.Sixtyfourth))
}

// TriesText tells that; known is false where the piece lies on no stick yet.
func TriesText(tries int, known bool) string {
	switch {
	case !known:
		return "It lies on no stick yet: cut it a hand longer than you need, for a second try."
	case tries == 0:
		return "There is no second try in this stick: try it on scrap first."
	case tries == 1:
		return "One more try in this stick, if it breaks."
	}
	return fmt.Sprintf("%d more tries in this stick, if it breaks.", tries)
}
