package review

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

var (
	otherPose = finding.Declare(finding.Form{Code: "other_pose", Severity: finding.Note, Stop: finding.Saw, Kind: "moulding",
		Text: "%s %s cut %s.", Remedy: "Lay each as the picture on the Saw stop shows; the settings are for that."})
	cornerAssumed = finding.Declare(finding.Form{Code: "corner_assumed", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
		Text: "%s is mitred at %s as if square: not read.", Remedy: "Read the corner before you cut."})
	crownOnFurring = finding.Declare(finding.Form{Code: "crown_on_furring", Severity: finding.Note, Stop: finding.Joints, Kind: "room",
		Text:   "%s hangs on furring %s thick on %s, its lower edge %s under the ceiling.",
		Why:    "Tiles reach up to it there; lengths are worked out for the furring's face.",
		Remedy: "Fix the furring before the tiles, a little above where the crown's bottom edge lands, and tile up to it."})
	risesDiffer = finding.Declare(finding.Form{Code: "rises_differ", Severity: finding.Note, Stop: finding.Joints, Kind: "corner",
		Text: "At corner %s %s misses itself by %s at its face.", Why: "The %s rises %s along one wall and %s along the other.",
		Remedy: "Ease the higher face to the lower one after the joint is glued."})
)

// Run looks at a run as a whole; pieces are its own, whole, before any is divided.
func Run(run *stretch.Run, pieces []piece.Piece) finding.List {
	if len(pieces) == 0 {
		return nil
	}
	found := section(run)
	found.Add(otherPoses(run, pieces)...)
	found.Add(furring(run)...)
	found.Add(assumed(run, pieces)...)
	for i := range run.Room.Corners {
		found.Add(rises(run, i)...)
	}
	return found
}

// fallen are the pieces of a run that lie otherwise than the house rule has it, for one
// reason.
type fallen struct {
	pose   saw.Pose
	edges  int // how many different ones touch the fence
	why    string
	labels []string
	corner []finding.Ref // of each end
}

// otherPoses tells once of a run why pieces lie otherwise than the house rule has it.
func otherPoses(run *stretch.Run, pieces []piece.Piece) finding.List {
	var all []*fallen
	for i := range pieces {
		p := &pieces[i]
		for _, hand := range piece.Hands {
			e := p.End(hand)
			if e.Setting == nil || len(e.Why) == 0 || e.Dial == nil || e.Fence != "" {
				continue
			}
			i := slices.IndexFunc(all, func(o *fallen) bool { return o.pose.Lie == e.Pose.Lie && o.why == e.Why[0] })
			if i < 0 {
				i = len(all)
				all = append(all, &fallen{pose: e.Pose, edges: 1, why: e.Why[0]})
			}
			o := all[i]
			if o.pose.Edge != e.Pose.Edge {
				o.edges = 2
			}
			if !slices.Contains(o.labels, p.Label) {
				o.labels = append(o.labels, p.Label)
			}
			o.corner = append(o.corner, finding.Ref{Kind: "corner", ID: e.Corner})
		}
	}
	var found finding.List
	for _, o := range all {
		lies := o.pose.Name()
		if o.edges > 1 {
			lies = string(o.pose.Lie)
		}
		who, be := o.labels[0], "is"
		if len(o.labels) > 1 {
			who, be = words.List(o.labels), "are"
		}
		f := otherPose.In(run.Room.ID, run.Moulding.ID).Says(who, be, lies)
		f.Why, f.HangsOn = o.why, o.corner
		found.Add(f)
	}
	return found
}

// assumed tells which mitres are cut for corners that were not read, and by which
// school.
func assumed(run *stretch.Run, pieces []piece.Piece) finding.List {
	var found finding.List
	for _, side := range []job.CornerKind{job.Inside, job.Outside} {
		var at []string
		var corners []finding.Ref
		over := measure.Angle(0)
		for i := range pieces {
			if e := &pieces[i].Right; e.Assumed && e.Joint == piece.Mitre && e.Side == side {
				at, corners = append(at, e.Letter), append(corners, finding.Ref{Kind: "corner", ID: e.Corner})
				if !e.Rounded { // the small pieces of that share what a square corner turns
					over = (e.Theta - e.MitredFor) / 2
				}
			}
		}
		if len(at) == 0 {
			continue
		}
		f := cornerAssumed.In(run.Room.ID, corners[len(corners)-1].ID).Says(run.Moulding.Title(), words.List(at))
		f.HangsOn = corners
		f.Why = fmt.Sprintf("The rule cuts %s mitres at exactly half.", side)
		switch {
		case over > 0:
			f.Why = fmt.Sprintf("The rule cuts each %s over half, so that the edge that is seen closes first.", over)
		case over < 0:
			f.Why = fmt.Sprintf("The rule cuts each %s under half, so that the face closes first.", -over)
		}
		found.Add(f)
	}
	return found
}

// furringAbove is how far above the crown's bottom edge the furring under it ends.
const furringAbove = measure.Inch / 4

// furring tells of crown that hangs on furring above tiles.
func furring(run *stretch.Run) finding.List {
	var walls []string
	thick := measure.Length(0)
	for i, tiled := range run.On.Tiled {
		if tiled {
			walls = append(walls, fmt.Sprint(i+1))
			thick = run.Room.Walls[i].TileThickness.Length
		}
	}
	if len(walls) == 0 {
		return nil
	}
	on := "wall " + walls[0]
	if len(walls) > 1 {
		on = "walls " + words.List(walls)
	}
	unit := run.Room.Job.Unit
	return finding.List{crownOnFurring.In(run.Room.ID, run.Room.ID).
		Says(run.Moulding.Title(), thick.In(unit), on, (stretch.Below(run.Run) + run.Shape().Drop - furringAbove).In(unit))}
}

// What two pieces that rise differently may miss each other by at the face.
const (
	missShows = measure.Inch / 64
	missMost  = measure.Inch / 8
)

// rises looks at a corner where the run rises on one wall otherwise than on the next:
// on the mitre, so far out as the moulding stands, they miss each other by
// P·tan h·(tan p_A + tan p_B).
func rises(run *stretch.Run, i int) finding.List {
	next := (i + 1) % len(run.Room.Walls)
	if !run.Room.Joined(i) {
		return nil
	}
	a, c := run.On.Rake[i], run.On.Rake[next]
	if a == 0 && c == 0 || !run.Corners[i].Usable || !run.On.Runs[i] || !run.On.Runs[next] {
		return nil
	}
	by := run.Shape().Projection.Times(math.Abs(joint.Half(run.Corners[i].Theta).Tan() * (a.Tan() + c.Tan())))
	if by < missShows {
		return nil
	}
	what := "floor"
	if run.Level == job.Ceiling {
		what = "ceiling"
	}
	f := risesDiffer.In(run.Room.ID, run.Room.Corners[i].ID).Says(job.CornerLetter(i), run.Moulding.Title(), by.In(run.Room.Job.Unit)).Because(what, risesText(a),
		risesText(c))
	if by > missMost {
		f.Severity = finding.Stop
		f.Remedy = "One section cannot be mitred so: hang the run level from the lowest place and fill above it, or put a short turning piece between."
	}
	return finding.List{f}
}

func risesText(p measure.Angle) string {
	if p == 0 {
		return "not"
	}
	return p.String()
}
