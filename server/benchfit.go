package server

import (
	"context"
	"fmt"
	"math"
	"net/http"
	"strings"

	"gnomon/core/cope"
	"gnomon/core/coping"
	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// signed parts a sign from a figure.
func signed(text string) (rest string, sign float64) {
	text = strings.TrimSpace(text)
	for _, minus := range []string{"-", "−", "–"} {
		if rest, ok := strings.CutPrefix(text, minus); ok {
			return strings.TrimSpace(rest), -1
		}
	}
	return strings.TrimSpace(strings.TrimPrefix(text, "+")), 1
}

// askedAngle reads an angle, one in place of none, and refuses what is more than most.
func askedAngle(field, text string, none, least, most measure.Angle) (measure.Angle, error) {
	rest, sign := signed(text)
	if rest == "" {
		return none, nil
	}
	a, err := measure.ParseAngle(rest)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", field, err)
	}
	if a *= measure.Angle(sign); a < least || a > most {
		return 0, problem(http.StatusUnprocessableEntity, fmt.Sprintf("%s is out of range.", a), FieldProblem{Field: field, Value: text, Message: "is out of range",
			Remedy: fmt.Sprintf("Give %s to %s.", least, most)})
	}
	return a, nil
}

// askedLength reads a small length in inches, 0 for none.
func askedLength(field, text string, unit measure.Unit) (float64, error) {
	rest, sign := signed(text)
	if rest == "" {
		return 0, nil
	}
	l, err := measure.ParseLength(rest, unit)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", field, err)
	}
	const most = measure.Inch / 2
	if field != "run" && l > most {
		return 0, problem(http.StatusUnprocessableEntity, l.In(unit)+" is more than any joint bears.", FieldProblem{Field: field, Value: text, Message: "is too much",
			Remedy: "Give " + most.In(unit) + " or less."})
	}
	return sign * l.Inches(), nil
}

// onBench is a joint at the bench: coped and mitred, with its words.
type onBench struct {
	through, coped coping.Side
	unit           measure.Unit
	crown          bool
	reading        measure.Angle // as asked
	cope           fit.Joint
	mitre          *fit.Joint
	notCoped       error
	notMitred      string
	roll, lean     measure.Angle
	down, low      float64
	compound       float64
	space          bool
	tool           coping.Tool
}

func (s *server) atBench(ctx context.Context, in *ClosingAsk) (*onBench, error) {
	j, err := s.benchJob(ctx, in.Job)
	if err != nil {
		return nil, err
	}
	b := &onBench{unit: j.Unit, space: in.Space, tool: coping.ToolOf(&j.Rules)}
	for _, k := range []struct {
		side *coping.Side
		ref  string
	}{{&b.through, in.Through}, {&b.coped, in.Coped}} {
		if *k.side, err = s.side(ctx, &j, k.ref); err != nil {
			return nil, err
		}
		if k.side.Shape.Section == nil {
			return nil, &coping.Undrawn{Moulding: k.side.Name}
		}
	}
	if b.reading, err = askedAngle("reading", in.Reading, 90, cope.Least, cope.Most); err != nil {
		return nil, err
	}
	made, err := askedAngle("made", in.Made, b.reading, cope.Least, cope.Most)
	if err != nil {
		return nil, err
	}
	if b.lean, err = askedAngle("lean", in.Lean, 0, -5, 5); err != nil {
		return nil, err
	}
	back, err := askedAngle("back", in.Back, b.tool.LeansAtLeast(made), 0, 80)
	if err != nil {
		return nil, err
	}
	if b.roll, err = askedAngle("roll", in.Roll, 0, -6, 6); err != nil {
		return nil, err
	}
	for _, k := range []struct {
		field, text string
		to          *float64
	}{{"ceiling", in.Ceiling, &b.down}, {"compound", in.Compound, &b.compound}, {"low", in.Low, &b.low}} {
		if *k.to, err = askedLength(k.field, k.text, b.unit); err != nil {
			return nil, err
		}
	}
	a, c := b.through.Shape.Section, b.coped.Shape.Section
	b.crown = a.Leans() && c.Leans()
	at, hangs, drawn := fit.Conditions{Reading: b.reading, Lean: b.lean, Ceiling: b.down, Low: b.low, Compound: b.compound}.Hang(a, c, b.crown)
	half := (180 - made) / 2
	b.cope = fit.Joint{Kind: fit.Cope, Crown: b.crown, Through: a, Coped: c, Corner: at, Poses: hangs, Made: fit.Made{Theta: made, Back: back, Poses: drawn}}
	b.notCoped = cope.Check(a, made)
	if in.Side == string(job.Outside) {
		b.notCoped = &cope.Unfit{Reason: "an outside corner is mitred", Remedy: "there is nothing to cope"}
	}
	if a.Same(c) {
		m := b.cope
		m.Kind, m.Made = fit.Mitre, fit.Made{Theta: made, Halves: [2]measure.Angle{half, half}}
		if in.Side == string(job.Outside) {
			m.Kind = fit.Outside
		}
		b.mitre = &m
	} else {
		b.notMitred = b.through.Name + " and " + words.Small(b.coped.Name) + " are two sections: they do not mitre."
	}
	if b.notCoped != nil && b.mitre == nil {
		return nil, b.notCoped
	}
	return b, nil
}

// rolled is a joint with both pieces rolled by so much, as far as they may.
func (b *onBench) rolled(j fit.Joint) fit.Joint { return j.RolledBy(b.roll) }

func (b *onBench) view(cures bool) ClosingView {
	v := ClosingView{Title: b.coped.Name + " into " + words.Small(b.through.Name), Crown: b.crown, Says: []SaysOne{}, Rolls: 3, Asked: b.readBack()}
	var closed []fit.Closed
	if b.notCoped == nil {
		j := b.rolled(b.cope)
		closed = append(closed, j.Close())
		v.Cope = b.side(b.cope, closed[0], cures)
		v.Cope.Space = b.inSpace(j, closed[0])
	} else {
		v.Why = words.Capital(b.notCoped.Error()) + "."
	}
	if b.mitre != nil {
		j := b.rolled(*b.mitre)
		c := j.Close()
		closed = append(closed, c)
		v.Mitre = b.side(*b.mitre, c, cures)
		v.Mitre.Space = b.inSpace(j, c)
	} else {
		v.Why = b.notMitred
	}
	most := 1.0 / 16
	for _, c := range closed {
		most = max(most, c.Gap()*1.1)
	}
	n := 0
	for _, k := range []*ClosingSide{v.Cope, v.Mitre} {
		if k != nil {
			k.Picture = picture.OfClosing(closed[n], most)
			n++
		}
	}
	b.says(&v)
	return v
}

func (b *onBench) inSpace(j fit.Joint, c fit.Closed) *picture.Space {
	if !b.space {
		return nil
	}
	s := picture.InSpace(j, c)
	return &s
}

// readBack is what was asked, as people read it.
func (b *onBench) readBack() AskedView {
	length := func(x float64, more, less string) string {
		switch {
		case x == 0:
			return "0"
		case x < 0:
			return measure.FromInches(-x).In(b.unit) + " " + less
		}
		return measure.FromInches(x).In(b.unit) + " " + more
	}
	angle := func(a measure.Angle, more, less string) string {
		switch {
		case a == 0:
			return "0°"
		case a < 0:
			return a.Abs().String() + " " + less
		}
		return a.String() + " " + more
	}
	step := "0.015625"
	if b.unit.Metric() {
		step = "0.5"
	}
	return AskedView{Reading: b.reading.String(), Made: b.cope.Made.Theta.String(), Lean: angle(b.lean, "in", "out"), Ceiling: length(b.down, "down", "up"),
		Compound: length(b.compound, "thick", ""), Low: length(b.low, "low", "high"), Roll: angle(b.roll, "flatter", "steeper"), Step: step}
}

func (b *onBench) side(j fit.Joint, c fit.Closed, cures bool) *ClosingSide {
	out := &ClosingSide{Made: "sawn for " + j.Made.Theta.String(), Gap: fit.GapText(c.Gap(), b.unit), Where: j.WhereText(c), Verdict: string(fit.Judge(c.Gap())),
		Word: fit.Judge(c.Gap()).WordText(), Touch: j.TouchText(c), Cures: []CureView{}}
	if j.Kind != fit.Cope {
		out.Made = "each cut " + j.Made.Halves[0].String()
	}
	if !cures {
		return out
	}
	all := j.Cures()
	best := fit.Advise(all)
	if best.Do == fit.Leave && best.Gap <= fit.Shut { // nothing needs doing
		all = all[:1]
	}
	for _, k := range all {
		w := CureView{Do: string(k.Do), Text: k.Text(j, b.unit), Verdict: string(fit.Judge(k.Gap)), Best: k == best}
		switch k.Do {
		case fit.RollBoth:
			w.Roll = float64(k.Roll)
		case fit.CutAgain:
			w.Reading = j.Corner.Theta.String()
		}
		out.Cures = append(out.Cures, w)
	}
	return out
}

// says is what else is worth a word.
func (b *onBench) says(v *ClosingView) {
	j := b.cope
	if b.notCoped != nil {
		j = *b.mitre
	}
	v.Says = append(v.Says, SaysOne{Text: "Sawn at half of what the corner reads, it closes.", Why: j.ReadsText(b.unit)})
	if b.compound > 0 {
		v.Says = append(v.Says, SaysOne{Check: true, Text: fmt.Sprintf("With compound in it the corner reads %s more than a long piece meets.",
			(b.reading - j.Corner.Theta).Round(0.1)), Why: "Read it past the compound, a foot and more from the corner, or cut for what is behind it."})
	}
	if b.notCoped == nil {
		lean := b.tool.LeansAtLeast(j.Made.Theta)
		why := "Level as the piece hangs; all else behind the line then clears."
		if b.crown {
			why = fmt.Sprintf("Level as it hangs; held square to the crown's back it leans %s.", (cope.SquareToBack(j.Made.Theta,
				b.coped.Shape.Spring) + b.tool.Leans).Round(1))
		}
		v.Says = append(v.Says, SaysOne{Text: fmt.Sprintf("Back-cut at least %s, with %s's own %s.", cope.BackCut(j.Made.Theta), b.tool.Name, lean), Why: why})
		sigma := fit.Unsure{Corner: 0.5, Cut: 0.2}
		shows := j.Shows(sigma, fit.Shut, true)
		v.Says = append(v.Says, SaysOne{Check: shows > fit.MayShow, Text: words.Capital(fit.In1(shows)) + " that the cope shows.",
			Why: fmt.Sprintf("With a protractor good to %s and a saw good to %s, once both are rolled as far as they may.", sigma.Corner, sigma.Cut)})
	}
}

func (s *server) wrong(ctx context.Context, in *WrongAsk) (WrongView, error) {
	b, err := s.atBench(ctx, &in.ClosingAsk)
	if err != nil {
		return WrongView{}, err
	}
	j := b.cope
	if in.Joint != "cope" {
		if b.mitre == nil {
			return WrongView{}, problem(http.StatusUnprocessableEntity, b.notMitred, FieldProblem{Field: "joint", Value: in.Joint,
				Message: "two sections do not mitre", Remedy: "Choose one moulding for both, or a cope."})
		}
		j = *b.mitre
		j.Kind = fit.Kind(in.Joint)
	} else if b.notCoped != nil {
		return WrongView{}, b.notCoped
	}
	seen := fit.Seen{At: fit.Place(in.At)}
	if seen.Gap, err = askedLength("gap", in.Gap, b.unit); err != nil {
		return WrongView{}, err
	}
	if seen.Gap <= 0 {
		return WrongView{}, problem(http.StatusUnprocessableEntity, "A joint that gapes is open by something.", FieldProblem{Field: "gap", Value: in.Gap,
			Message: "must be more than 0",
			Remedy:  "Give how wide it is open where it is widest, such as 1/16."})
	}
	for _, k := range []struct {
		field, text string
		to          **float64
	}{{"run", in.Run, &seen.Run}, {"sits", in.Sits, &seen.Low}} {
		if strings.TrimSpace(k.text) == "" {
			continue
		}
		x, err := askedLength(k.field, k.text, b.unit)
		if err != nil {
			return WrongView{}, err
		}
		*k.to = &x
	}
	out := WrongView{Causes: []CauseView{}}
	for _, c := range j.Wrong(seen, b.unit) {
		if c.Likely < 0.005 {
			continue
		}
		out.Causes = append(out.Causes, CauseView{c.Code, c.Text, likely(c.Likely), int(math.Round(c.Likely * 100)), c.Told, c.Cure})
	}
	return out, nil
}

// likely says a share in words.
func likely(share float64) string {
	switch {
	case share > .6:
		return "most likely"
	case share > .25:
		return "likely"
	case share > .08:
		return "may be"
	}
	return "hardly"
}

func (s *server) jointBegins(in *JointAsk) (JointBegins, error) {
	p, err := s.current(in.Job)
	if err != nil {
		return JointBegins{}, err
	}
	var d *plan.Decision
	for _, k := range p.plan.Decisions() {
		if k.Run == in.Run && k.Corner == in.Corner {
			d = k
		}
	}
	byID := piece.ByID(p.plan.Pieces)
	if d == nil || byID[d.Left] == nil || byID[d.Right] == nil {
		return JointBegins{}, problem(http.StatusNotFound, "Nothing meets at that corner any more.", FieldProblem{Field: "corner", Value: in.Corner,
			Message: "has no joint", Remedy: "Choose a corner of the list at Joints."})
	}
	through, gives := byID[d.Left], byID[d.Right]
	e, hand := &gives.Left, joint.Left
	if d.Coped == d.Left {
		through, gives = gives, through
		e, hand = &gives.Right, joint.Right
	}
	out := JointBegins{Title: fmt.Sprintf("corner %s of %s", d.Letter, p.job.Room(d.Room).Name), Joint: d.Joint, Side: string(e.Side),
		Through: "job:" + through.Moulding, Coped: "job:" + gives.Moulding,
		Reading: e.Theta.Text(2), Made: plan.MadeFor(e, p.job.Machine()).Text(2), Lean: e.Tops[1].Text(2)}
	if e.Joint == piece.Cope {
		out.Piece, out.End = gives.ID, string(hand)
	}
	return out, nil
}
