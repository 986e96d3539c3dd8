package plan

import (
	"fmt"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// uneven is what a ceiling may rise or step without a word.
const uneven = measure.Inch / 8

// checkPlumb looks at heights, and at what stands in the base's way.
func (b *builder) checkPlumb(r *job.Room, f Finding) {
	for i := range r.Walls {
		if step, ok := b.at.CeilingStep(i); ok && step.Abs() >= uneven {
			n := f
			n.Stop, n.Kind, n.ID = "joints", "corner", r.Corners[i].ID
			n.Code, n.Severity = "ceiling_step", SeverityCheck
			n.Text = fmt.Sprintf("At corner %s the ceiling of %s and that of %s differ by %s.", job.CornerLetter(i), job.WallNumber(i), job.WallNumber((i+1)%len(r.Walls)), step.Abs().In(b.unit))
			n.Why, n.Remedy = "What hangs from the ceiling cannot meet there at one height.", "Measure both heights again at the corner; let the lower one set the layout line."
			b.find(n)
		}
	}
	if low, over, ok := b.at.Lowest(); ok && over >= uneven {
		n := f
		n.Kind, n.ID = "room", r.ID
		n.Code, n.Severity = "ceiling_slopes", SeverityNote
		end := "left"
		if low.Right {
			end = "right"
		}
		n.Text = fmt.Sprintf("The ceiling is lowest at the %s end of %s: %s under its highest.", end, job.WallNumber(low.Wall), over.In(b.unit))
		n.Why, n.Remedy = "A level line is set from the lowest place.", "Begin the layout line there."
		b.find(n)
	}
	for _, s := range r.Spots {
		b.checkSpot(r, s, f)
	}
}

// spotNames are what stands in the base's way.
var spotNames = map[string]string{job.SpotSocket: "A socket", job.SpotVent: "A vent", job.SpotPipe: "A pipe"}

func (b *builder) checkSpot(r *job.Room, s job.Spot, f Finding) {
	i := 0
	for k, w := range r.Walls {
		if w.ID == s.Wall {
			i = k
		}
	}
	f.Kind, f.ID, f.Severity = "wall", s.Wall, SeverityNote
	where := fmt.Sprintf("on %s, %s from its left end", job.WallNumber(i), s.At.Length.In(b.unit))
	if s.Kind == job.SpotStepUp || s.Kind == job.SpotStepDown {
		f.Code, f.Stop = "floor_steps", "joints"
		f.Text = fmt.Sprintf("The floor steps %s.", where)
		f.Why, f.Remedy = "A base of one height cannot pass it straight.", b.stepped(r, s)
		b.find(f)
		return
	}
	name, ok := spotNames[s.Kind]
	if !ok {
		return
	}
	for _, run := range r.Runs {
		m := b.job.Moulding(run.Moulding)
		if run.Level == job.Floor && (s.Height == nil || s.Height.Length < m.Height.Length) {
			f.Code = "in_the_way"
			f.Text = fmt.Sprintf("%s stands in the way of %s %s.", name, m.Title(), where)
			f.Why = "The piece there must be cut out or stopped around it."
			f.Remedy = "Mark it on the piece in place. Know what is behind before you cut or nail; wiring and pipes are for licensed trades."
			b.find(f)
			return
		}
	}
}

// stepped tells how a base passes a step in the floor, by the school followed.
func (b *builder) stepped(r *job.Room, s job.Spot) string {
	rules, _ := b.job.RulesAt(r, "", "")
	if s.Height == nil || s.Height.Length <= 0 {
		return map[string]string{job.StepLink: "Measure its height, and step the base with a sloped link.", job.StepRip: "Measure its height, and rip that off the base on the high floor.",
			job.StepStrip: "Measure its height, and put a strip of that under the base on the low floor."}[rules.Step]
	}
	f := s.Height.Length
	switch rules.Step {
	case job.StepRip:
		return fmt.Sprintf("Rip %s off the bottom of the base on the high floor.", f.In(b.unit))
	case job.StepStrip:
		return fmt.Sprintf("Put a strip %s high under the base on the low floor.", f.In(b.unit))
	}
	k := detail.StepDown(f, detail.Slope)
	return fmt.Sprintf("Step the base with a link sloped %s: both joints cut %s, the link %s between its cuts; it takes %s of wall. Fill under it with a piece %s high, its tip cut %s.",
		detail.Slope, k.Joint, k.Long.In(b.unit), k.Takes.In(b.unit), f.In(b.unit), k.Tip)
}
