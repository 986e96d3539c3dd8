package review

import (
	"cmp"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/stretch"
)

var (
	notCopable = finding.Declare(finding.Form{Code: "section_not_copable", Severity: finding.Check, Stop: finding.Joints, Kind: "moulding",
		Text: "%s cannot be coped: its face " + profile.FallsBack + " %s above its bottom.",
		Why:  "A coped piece would leave a gap of %s behind its outermost edge there.", Remedy: "Its inside corners are mitred: glue them, and shim the ends."})
	edgesAlike = finding.Declare(finding.Form{Code: "edges_alike", Severity: finding.Note, Stop: finding.Saw, Kind: "moulding",
		Text: "%s looks nearly the same upside down.", Why: "Top and bottom differ by %s at most.",
		Remedy: "Mark the ceiling edge on the back of every stick before the first cut."})
	seatOutOfReach = finding.Declare(finding.Form{Code: "seat_out_of_reach", Severity: finding.Check, Stop: finding.Joints, Kind: "moulding",
		Text: "%s does not sit at a projection of %s.", Why: "Its feet let it sit from %s to %s.", Remedy: "Choose one between, in Shop."})
)

// section looks at what the moulding's drawn section allows; nothing where none is drawn.
func section(run *stretch.Run) finding.List {
	var found finding.List
	sh, m, unit := run.Shape(), run.Moulding, run.Room.Job.Unit
	if sh.Section == nil {
		return nil
	}
	if c := sh.Coped; !c.OK && c.At != nil {
		f := notCopable.In(run.Room.ID, m.ID).Says(m.Title(), c.At.Z.In(unit)).Because(c.Gap.In(unit))
		if cmp.Or(m.Inside, run.Rules.Inside) == job.InsideMitre {
			f.Severity, f.Remedy = finding.Note, "Its inside corners are mitred as the rule has it: glue them, and shim the ends."
		}
		found.Add(f)
	}
	if !sh.Crown {
		return found
	}
	if sh.Alike < profile.TooAlike {
		found.Add(edgesAlike.In(run.Room.ID, m.ID).Says(m.Title()).Because(sh.Alike.In(unit)))
	}
	if m.Projection != nil {
		wall, ceiling := sh.Section.Undercut()
		least, most := m.Read().Between(wall, ceiling)
		if p := m.Projection.Length; p < least-measure.Inch/64 || p > most+measure.Inch/64 {
			found.Add(seatOutOfReach.In(run.Room.ID, m.ID).Says(m.Title(), p.In(unit)).Because(least.In(unit), most.In(unit)))
		}
	}
	return found
}
