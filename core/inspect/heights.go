package inspect

import (
	"fmt"

	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/odd"
)

var (
	ceilingStep = finding.Declare(finding.Form{Code: "ceiling_step", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
		Text: "At corner %s the ceiling of %s and that of %s differ by %s.", Why: "What hangs from the ceiling cannot meet there at one height.",
		Remedy: "Measure both heights again at the corner; let the lower one set the layout line."})
	ceilingSlopes = finding.Declare(finding.Form{Code: "ceiling_slopes", Severity: finding.Note, Stop: finding.Measure, Kind: "room",
		Text: "The ceiling is lowest at the %s end of %s: %s under its highest.", Why: "A level line is set from the lowest place.",
		Remedy: "Begin the layout line there."})
	floorSteps = finding.Declare(finding.Form{Code: "floor_steps", Severity: finding.Note, Stop: finding.Joints, Kind: "wall",
		Text: "The floor steps %s.", Why: "A base of one height cannot pass it straight."})
	inTheWay = finding.Declare(finding.Form{Code: "in_the_way", Severity: finding.Note, Stop: finding.Measure, Kind: "wall",
		Text: "%s stands in the way of %s %s.", Why: "The piece there must be cut out or stopped around it.",
		Remedy: "Measure how wide and how high it is, to have it cut out; " +
			"or mark it on the piece in place. Know what is behind before you cut or nail; wiring and pipes are for licensed trades."})
)

// uneven is what a ceiling may rise or step without a word.
const uneven = measure.Inch / 8

// ceilings looks at how high the ceiling is over the walls' ends.
func (in *inspection) ceilings() {
	r := in.room
	for i := range r.Walls {
		if step, ok := in.measures.CeilingStep(i); ok && step.Abs() >= uneven {
			in.found.Add(ceilingStep.In(r.ID, r.Corners[i].ID).Says(job.CornerLetter(i), job.WallNumber(i), job.WallNumber((i+1)%len(r.Walls)), step.Abs().In(in.unit)))
		}
	}
	if low, over, ok := in.measures.Lowest(); ok && over >= uneven {
		end := "left"
		if low.Right {
			end = "right"
		}
		in.found.Add(ceilingSlopes.In(r.ID, r.ID).Says(end, job.WallNumber(low.Wall), over.In(in.unit)))
	}
}

// spotNames are what stands in the base's way.
var spotNames = map[string]string{job.SpotSocket: "A socket", job.SpotVent: "A vent", job.SpotPipe: "A pipe"}

// spot tells of what stands in the base's way, and of a step in the floor.
func (in *inspection) spot(s job.Spot) {
	where := fmt.Sprintf("on %s, %s from its left end", job.WallNumber(in.wallAt(s.Wall)), s.At.Length.In(in.unit))
	if s.Steps() {
		f := floorSteps.In(in.room.ID, s.Wall).Says(where)
		f.Remedy = PastStep(in.job, in.room, s)
		in.found.Add(f)
		return
	}
	name, ok := spotNames[s.Kind]
	if !ok || odd.FromSpot(&s) {
		return
	}
	for _, run := range in.room.Runs {
		m := in.job.Moulding(run.Moulding)
		if run.Level == job.Floor && (s.Height == nil || s.Height.Length < m.Height.Length) {
			in.found.Add(inTheWay.In(in.room.ID, s.Wall).Says(name, m.Title(), where))
			return
		}
	}
}

// PastStep tells how a base passes a step in the floor, by the school followed.
func PastStep(j *job.Job, r *job.Room, s job.Spot) string {
	rules, _ := j.RulesAt(r, "", "")
	if s.Height == nil || s.Height.Length <= 0 {
		return map[string]string{job.StepLink: "Measure its height, and step the base with a sloped link.",
			job.StepRip:   "Measure its height, and rip that off the base on the high floor.",
			job.StepStrip: "Measure its height, and put a strip of that under the base on the low floor."}[rules.Step]
	}
	fall := s.Height.Length
	switch rules.Step {
	case job.StepRip:
		return fmt.Sprintf("Rip %s off the bottom of the base on the high floor.", fall.In(j.Unit))
	case job.StepStrip:
		return fmt.Sprintf("Put a strip %s high under the base on the low floor.", fall.In(j.Unit))
	}
	between, takes := detail.Link(fall.Inches(), float64(rules.Slope))
	return fmt.Sprintf("Step the base with a link sloped %s: both joints cut %s, the link %s between its cuts; it takes %s of wall. Fill under it with a piece "+
		"%s high, its tip cut %s.",
		rules.Slope, rules.Slope/2, measure.FromInches(between).In(j.Unit), measure.FromInches(takes).In(j.Unit), fall.In(j.Unit), 90-rules.Slope)
}
