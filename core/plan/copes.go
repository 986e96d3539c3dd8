package plan

import (
	"slices"

	"gnomon/core/cope"
	"gnomon/core/coping"
	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/words"
)

var (
	copeUndrawn = finding.Declare(finding.Form{Code: "cope_undrawn", Severity: finding.Check, Stop: finding.Joints, Kind: "moulding",
		Text:   "%s is coped over another section, and its own or the other's is not drawn.",
		Why:    "Its line follows from both sections, and measures alone do not give it.",
		Remedy: "Draw the sections of %s in Shop, take the nearest of the library, or trace the line from a scrap."})
	copeCorner = finding.Declare(finding.Form{Code: "cope_corner", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
		Text: "At corner %s a cope is wished, and the corner is %s.", Why: "Copes are from %s to %s: past that the tip is too long and thin, or there is none.",
		Remedy: "Mitre it, or butt what is square-edged."})
	copeMisses = finding.Declare(finding.Form{Code: "cope_misses", Severity: finding.Check, Stop: finding.Joints, Kind: "piece",
		Text: "%s, %s end: the line of its cope runs %s past the end as it is cut.", Why: "The walls lean, or the two sections stand at other heights.",
		Remedy: "Leave that much at this end when you cut it, and trim it to the template."})
)

// copes tells what stands against coping at a decision.
func (c *chain) copes(p *RoomPlan, d decide.Joint, gives, through *piece.Piece) finding.List {
	if d.Kind != decide.Cope || gives == nil || through == nil {
		return nil
	}
	r := c.room
	t := c.ruling(d.Corner)
	k := r.Corners[d.Corner]
	said := func(code, id string) bool {
		return slices.ContainsFunc(p.Findings, func(f finding.Finding) bool { return f.Code == code && f.ID == id })
	}
	if theta := t.Corners[d.Corner].Theta; theta < cope.Least || theta > cope.Most {
		if said(copeCorner.Code, k.ID) { // by another moulding at the same corner
			return nil
		}
		f := copeCorner.In(r.ID, k.ID).Says(job.CornerLetter(d.Corner), theta.String()).Because(cope.Least.String(), cope.Most.String())
		f.HangsOn = []finding.Ref{{Kind: "corner", ID: k.ID}}
		return finding.List{f}
	}
	hand := joint.Left
	if d.Gives == d.Left {
		hand = joint.Right
	}
	e := gives.End(hand)
	if !e.Template && !e.Drawn || e.Setting == nil {
		return nil // the mitre's edge is the line
	}
	a, b := r.Shapes.Of(through.Moulding), r.Shapes.Of(gives.Moulding)
	if a.Section == nil || b.Section == nil {
		if said(copeUndrawn.Code, gives.Moulding) {
			return nil
		}
		var missing []string
		for _, m := range []string{through.Moulding, gives.Moulding} {
			if r.Shapes.Of(m).Section == nil {
				missing = append(missing, r.Job.Moulding(m).Title())
			}
		}
		return finding.List{copeUndrawn.In(r.ID, gives.Moulding).Says(r.Job.Moulding(gives.Moulding).Title()).Do(words.List(missing))}
	}
	end, err := coping.Of(r.Job, r.Shapes, map[string]*piece.Piece{gives.ID: gives, through.ID: through}, gives.ID, hand)
	if err != nil {
		return nil // what is not copable is mitred, and told of
	}
	if miss := end.Misses(); miss > coping.Slight {
		return finding.List{copeMisses.In(r.ID, gives.ID).Says(gives.Label, string(hand), measure.FromInches(miss).In(r.Job.Unit))}
	}
	return nil
}
