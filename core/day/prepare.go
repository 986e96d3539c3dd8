package day

import (
	"cmp"
	"fmt"
	"slices"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// Preparing is what is done with the stock before anything is cut, step by step, with what that takes.
type Preparing struct {
	Steps []hang.Job // each by its task
	Nails []NailLot  // that the whole job takes
}

// NailLot are nails of one length and kind.
type NailLot struct {
	Length measure.Length
	Kind   string
	Count  int
}

// Prepare tells how the stock is prepared: what is painted before it is cut, and what after, by the house rule.
func Prepare(j *job.Job, p *plan.Plan) Preparing {
	var out Preparing
	if len(p.Pieces) == 0 {
		return out
	}
	add := func(task, what string, mind ...string) {
		out.Steps = append(out.Steps, hang.Job{ID: task, What: what, Mind: mind})
	}
	long, face := measure.Length(0), 0.0
	for _, r := range p.Rooms {
		f := r.Finish()
		face += f.Face
		for _, q := range r.Pieces {
			long += max(0, q.Cut)
		}
	}
	sticks := 0
	for _, s := range p.Supplies {
		sticks += s.Count
	}
	laid := ""
	if sticks > 0 {
		laid = words.Count(sticks, "stick") + ", "
	}
	t := &j.Times
	if t.Acclimatise > 0 {
		add(Lie, fmt.Sprintf("Let it lie %s in the rooms where it will hang: %s%s.", Hours(t.Acclimatise), laid, long.About(j.Unit)),
			"Flat, on strips, wrapping open, heating as it will be: wood that is cut too soon shrinks afterwards, and every mitre opens.")
	}
	add(Sort, "Look along every stick, and set bad ones aside.",
		"Bowed ones make the short pieces; twisted ones go back. Snipe and dents at the ends are cut off first.",
		"Sticks whose profile differs are kept apart: two of one batch meet in each corner.")
	all := &hang.Finish{Face: face}
	switch j.Rules.Paint {
	case job.PaintTrestles:
		all.Coats = 1
		all.Paint = hang.Paint(face, 1)
		add(Prime, fmt.Sprintf("Prime all of it on trestles, backs and all: %s of face, %s.", all.FaceText(j.Unit), all.PaintText(j.Unit)),
			"Backs too: wood painted on one side only cups. Air the room.")
		add(Coat, fmt.Sprintf("One coat on trestles: %s of face, %s.", all.FaceText(j.Unit), all.PaintText(j.Unit)),
			"It dries "+Hours(t.PaintDries)+" before it is cut.", "Cut ends, fillings and the last coat come after: touched up on the wall with the same roller.")
	case job.PaintBought:
		all.Coats = 1
		all.Paint = hang.Paint(face, 1)
		add(Coat, fmt.Sprintf("It comes primed. One coat on trestles: %s of face, %s.", all.FaceText(j.Unit), all.PaintText(j.Unit)),
			"It dries "+Hours(t.PaintDries)+" before it is cut.", "Prime cut ends as they are cut; the last coat is touched up on the wall.")
	default:
		all.Coats = 3
		all.Paint = hang.Paint(face, 3)
		add(Prime, fmt.Sprintf("Nothing is painted before it is cut: primer and two coats go on the wall, %s of face, %s.", all.FaceText(j.Unit),
			all.PaintText(j.Unit)),
			"Prime backs and cut ends before they go up all the same.")
	}
	out.nails(p)
	return out
}

func (k *Preparing) nails(p *plan.Plan) {
	for _, r := range p.Rooms {
		for _, n := range r.Fixing.Nails {
			i := slices.IndexFunc(k.Nails, func(l NailLot) bool { return l.Length == n.Length && l.Kind == n.Kind })
			if i < 0 {
				i = len(k.Nails)
				k.Nails = append(k.Nails, NailLot{n.Length, n.Kind, 0})
			}
			k.Nails[i].Count++
		}
	}
	slices.SortFunc(k.Nails, func(a, b NailLot) int { return cmp.Or(cmp.Compare(b.Length, a.Length), cmp.Compare(a.Kind, b.Kind)) })
}
