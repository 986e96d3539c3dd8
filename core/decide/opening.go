package decide

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// OpeningEnd is how a piece ends against an opening, a cabinet or a tub. Sloped means cut at 45,
// long at the back, as shoe ends at a casing. Chamfer is how far back from the end the
// face is taken away at 45, where it would stand out past what it ends against.
type OpeningEnd struct {
	Sloped  bool
	Chamfer measure.Length
	Reason  string
}

// Against says how a moulding of a kind that stands out by out and runs at a level ends at an
// opening. A plinth stands at the floor only.
func Against(kind *job.Kind, level job.Level, out measure.Length, o *job.Opening, unit measure.Unit) OpeningEnd {
	switch {
	case kind.Sprung && o.Cased():
		return OpeningEnd{Reason: "Square against the " + o.Side(level) + ", which reaches into it: return its end, or lower what stands there."}
	case o.Kind == job.OpenCabinet || o.Kind == job.OpenTub:
		what := "the " + o.Side(level)
		if o.Lean != nil && o.Lean.Angle != 0 {
			return OpeningEnd{Reason: fmt.Sprintf("Square against %s, with its lean of %s over the height.", what, o.Lean.Angle.Abs())}
		}
		return OpeningEnd{Reason: "Square against " + what + "."}
	case kind.Sloped && o.Kind != job.OpenVent:
		return OpeningEnd{Sloped: true, Reason: "Shoe ends at 45 against a casing, long at the back."}
	}
	what, stands := o.Side(level), o.CasingThickness
	switch what {
	case "plinth":
		stands = o.PlinthThickness
	case "vent":
		stands = o.Depth
	}
	if stands == nil || out <= stands.Length {
		return OpeningEnd{Reason: "Square against the " + what + "."}
	}
	c := out - stands.Length
	or := ""
	if o.Cased() {
		or = ", or put on a back band or a plinth"
	}
	return OpeningEnd{Chamfer: c, Reason: fmt.Sprintf(
		"It stands %s past the %s: chamfer the face at 45° from %s back of the end%s.",
		c.In(unit), what, c.In(unit), or)}
}
