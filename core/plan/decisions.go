package plan

import (
	"cmp"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/words"
)

// decisions puts a chain's joints into the plan.
func (p *RoomPlan) decisions(c *chain) {
	r := c.room
	known := func(n int) bool { return n >= 0 && c.slots[n].stretch().Known }
	for _, d := range c.joints {
		if !known(d.Left) && !known(d.Right) { // nothing to join yet
			continue
		}
		at := func(n int) *piece.Piece { // the part that stands here, nil for none
			switch {
			case !known(n):
				return nil
			case n == d.Left: // its right end stands here
				return &c.parts[n][len(c.parts[n])-1]
			}
			return &c.parts[n][0]
		}
		id := func(n int) string {
			if q := at(n); q != nil {
				return q.ID
			}
			return ""
		}
		k := r.Corners[d.Corner]
		t := c.ruling(d.Corner)
		out := Decision{Room: r.ID, Run: t.ID, Corner: k.ID, Letter: job.CornerLetter(d.Corner), Joint: string(d.Kind),
			Coped: id(d.Gives), Through: id(d.Through()), Left: id(d.Left), Right: id(d.Right), Rule: d.Rule, Reason: d.Reason, Why: d.Why, RunnerUp: d.RunnerUp,
			Now: c.tally(d.Now), Instead: c.tally(d.Instead)}
		if out.Through == "" && d.Kind == decide.Mitre {
			out.Through = id(d.Left)
		}
		if d.Kind == decide.Alone {
			e := c.alone(d)
			out.Joint, out.Against = string(e.Joint), e.Against
		}
		out.Title = title(d.Kind, out.Against, at(d.Left), at(d.Right), at(d.Gives), at(d.Through()))
		out.Overrides = r.Decided(t.ID, k.ID)
		if r.view.From != nil {
			out.Seen = r.view.From.Sees[d.Corner]
		}
		if d.Gives >= 0 {
			out.Seam = c.run.Corners[d.Corner].Seam[0]
			if d.Gives == d.Right {
				out.Seam = c.run.Corners[d.Corner].Seam[1]
			}
		}
		out.Fit = c.fits(d, at(d.Left), at(d.Right))
		p.Decisions = append(p.Decisions, &out)
		p.Findings.Add(c.gapes(&out, d)...)
		p.Findings.Add(c.copes(p, d, at(d.Gives), at(d.Through()))...)
		p.Findings.Add(refused(p, t, d)...)
		p.Findings.Add(c.heights(d)...)
		if d.Kind == decide.Apart {
			f := sectionsApart.In(r.ID, k.ID).Says(job.CornerLetter(d.Corner))
			f.Why, f.Remedy = d.Reason, d.RunnerUp
			p.Findings.Add(f)
		}
	}
}

// title tells what joint a decision comes to: of the pieces left and right of it and of that
// which gives way to the other, those that there are; against what a single one ends.
func title(kind decide.Kind, against string, left, right, gives, through *piece.Piece) string {
	single := cmp.Or(left, right)
	switch {
	case gives != nil && kind == decide.Cope:
		return gives.Label + " is coped into " + small(through)
	case gives != nil && kind == decide.Butt:
		return gives.Label + " stops against " + small(through)
	case against != "":
		return single.Label + " stops against " + against
	case left == nil || right == nil:
		return single.Label + " ends here, square"
	case kind == decide.Mitre:
		return left.Label + " and " + small(right) + " are mitred"
	}
	return left.Label + " and " + small(right) + " stop square"
}

// small is a piece's label within a sentence; nothing where there is no piece.
func small(p *piece.Piece) string {
	if p == nil {
		return ""
	}
	return words.Small(p.Label)
}

// alone is the end of the single piece that stands at a joint.
func (c *chain) alone(d decide.Joint) piece.End {
	if d.Left >= 0 {
		return c.slots[d.Left].piece().Right
	}
	return c.slots[d.Right].piece().Left
}

var (
	sectionsApart = finding.Declare(finding.Form{Code: "sections_do_not_meet", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
		Text: "At corner %s two sections meet that neither mitre nor cope."})
	heightsDiffer = finding.Declare(finding.Form{Code: "heights_differ", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
		Text: "At corner %s %s and %s are mitred, and their heights differ by %s.", Why: "So much of the raw end of %s stands bare above the other.",
		Remedy: "Rip the taller one down to meet it, return its top over the joint, or set a block at the corner."})
)

// heights tells of a mitre between two heights: the taller one's end stands bare above
// the other.
func (c *chain) heights(d decide.Joint) finding.List {
	if d.Kind != decide.Mitre || d.Left < 0 || d.Right < 0 {
		return nil
	}
	left, right := c.slots[d.Left], c.slots[d.Right]
	by := (left.run.Shape().Drop - right.run.Shape().Drop).Abs()
	if left.run.Moulding == right.run.Moulding || by < measure.Sixtyfourth {
		return nil
	}
	taller := left
	if right.run.Shape().Drop > left.run.Shape().Drop {
		taller = right
	}
	return finding.List{heightsDiffer.In(c.room.ID, c.room.Corners[d.Corner].ID).
		Says(job.CornerLetter(d.Corner), left.run.Moulding.Title(), right.run.Moulding.Title(), by.In(c.room.Job.Unit)).Because(words.Small(taller.piece().Label))}
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
