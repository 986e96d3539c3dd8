package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// decisions puts a chain's joints into the plan.
func (b *builder) decisions(r *job.Room, c *chain) {
	known := func(n int) bool { return n >= 0 && c.at[n].span().known }
	for _, d := range c.joints {
		if !known(d.Left) && !known(d.Right) { // nothing to join yet
			continue
		}
		id := func(n int) string {
			switch {
			case !known(n):
				return ""
			case n == d.Left: // its right end stands here
				return c.parts[n][len(c.parts[n])-1].ID
			}
			return c.parts[n][0].ID
		}
		k := r.Corners[d.Corner]
		t := c.ruling(r, d.Corner)
		out := Decision{Room: r.ID, Run: t.run.ID, Corner: k.ID, Letter: job.CornerLetter(d.Corner), Joint: string(d.Kind),
			Coped: id(d.Gives), Through: id(d.Through()), Left: id(d.Left), Right: id(d.Right), Rule: d.Rule, Reason: d.Reason, RunnerUp: d.RunnerUp,
			Now: c.tally(d.Now), Instead: c.tally(d.Instead)}
		if out.Through == "" && d.Kind == decide.Mitre {
			out.Through = id(d.Left)
		}
		if d.Kind == decide.Alone {
			e := c.alone(d)
			out.Joint, out.Stops = string(e.Joint), e.Stops
		}
		out.Overrides = r.Decided(t.run.ID, k.ID)
		if b.view.sight != nil {
			out.Seen = b.view.sight.Sees[d.Corner]
		}
		if d.Gives >= 0 {
			out.Seam = c.run.Corners[d.Corner].Seam[0]
			if d.Gives == d.Right {
				out.Seam = c.run.Corners[d.Corner].Seam[1]
			}
		}
		b.plan.Decisions = append(b.plan.Decisions, out)
		b.refused(t, d)
		b.checkHeights(c, r, d)
		if d.Kind == decide.Apart {
			b.find(Finding{Code: "sections_do_not_meet", Severity: SeverityCheck, Stop: "joints", Room: r.ID, Kind: "corner", ID: k.ID,
				Text: "At corner " + job.CornerLetter(d.Corner) + " two sections meet that neither mitre nor cope.", Why: d.Reason, Remedy: d.RunnerUp})
		}
	}
}

// alone is the end of the single piece that stands at a joint.
func (c *chain) alone(d decide.Joint) End {
	if d.Left >= 0 {
		return c.at[d.Left].piece().Right
	}
	return c.at[d.Right].piece().Left
}

// checkHeights tells of a mitre between two heights: the taller one's end stands bare above
// the other.
func (b *builder) checkHeights(c *chain, r *job.Room, d decide.Joint) {
	if d.Kind != decide.Mitre || d.Left < 0 || d.Right < 0 {
		return
	}
	left, right := c.at[d.Left], c.at[d.Right]
	by := (left.t.shape.Drop - right.t.shape.Drop).Abs()
	if left.t.m == right.t.m || by < measure.Sixtyfourth {
		return
	}
	taller := left
	if right.t.shape.Drop > left.t.shape.Drop {
		taller = right
	}
	b.find(Finding{Code: "heights_differ", Severity: SeverityCheck, Stop: "joints", Room: r.ID, Kind: "corner", ID: r.Corners[d.Corner].ID,
		Text: fmt.Sprintf("At corner %s %s and %s are mitred, and their heights differ by %s.", job.CornerLetter(d.Corner), left.t.m.Title(), right.t.m.Title(), by.In(b.unit)),
		Why:  fmt.Sprintf("So much of the raw end of %s stands bare above the other.", job.InSentence(taller.piece().Label)), Remedy: "Rip the taller one down to meet it, return its top over the joint, or set a block at the corner."})
}

func (c *chain) tally(t *decide.Tally) *Tally {
	if t == nil {
		return nil
	}
	out := &Tally{Cost: t.Cost, Coped: t.Coped}
	letters := func(at []int) []string {
		var out []string
		for _, i := range at {
			out = append(out, c.run.Corners[i].Letter)
		}
		return out
	}
	for _, n := range t.Double {
		out.Double = append(out.Double, c.run.Pieces[n].Label)
	}
	out.Seams, out.OffHand = letters(t.Seams), letters(t.OffHand)
	return out
}
