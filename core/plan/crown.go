package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// Line is where what hangs from a ceiling is lined up on the wall: the lowest edge of a
// run, or of the whole of a built-up one.
type Line struct {
	Room    string
	Run     string   // the lowest member's
	Members []string // runs that hang together, from the wall outward
	Drop    measure.Length
	Mark    measure.Length // the drop less what compound pushes down: the gauge block
	Stop    measure.Length // the crown stop's distance, the projection; nothing without crown
	Lowest  string         // where the line is set from, in words
}

// lines works out the layout lines of a room.
func (b *builder) lines(r *job.Room) {
	at := map[string]int{}
	first := len(b.plan.Lines)
	for i := range r.Runs {
		k := &r.Runs[i]
		m := b.job.Moulding(k.Moulding)
		if k.Level != job.Ceiling || names[m.Kind] == "" {
			continue
		}
		root := k
		for o := k; o != nil; o = r.Under(o) {
			root = o
		}
		n, there := at[root.ID]
		if !there {
			n = len(b.plan.Lines)
			at[root.ID] = n
			b.plan.Lines = append(b.plan.Lines, Line{Room: r.ID, Run: k.ID})
		}
		l, sh := &b.plan.Lines[n], b.shape(m)
		l.Members = append(l.Members, k.ID)
		if d := below(k) + sh.Drop; d > l.Drop {
			l.Drop, l.Run = d, k.ID
		}
		if sh.Crown {
			l.Stop = sh.Projection
		}
	}
	rules, _ := b.job.RulesAt(r, "", "")
	low, over, known := b.at.Lowest()
	for i := first; i < len(b.plan.Lines); i++ {
		l := &b.plan.Lines[i]
		l.Mark = l.Drop - rules.Layout.Length
		if known && over > 0 {
			end := "left"
			if low.Right {
				end = "right"
			}
			l.Lowest = fmt.Sprintf("the %s end of %s", end, job.WallNumber(low.Wall))
		}
	}
}

// checkRun looks at a run as a whole.
func (b *builder) checkRun(t *trim) {
	f := Finding{Stop: "joints", Room: t.room.ID, Kind: "moulding", ID: t.m.ID, Severity: SeverityNote}
	if len(t.pieces) == 0 {
		return
	}
	b.checkSection(t, f)
	b.checkFalls(t, f)
	b.checkTile(t, f)
	b.checkAssumed(t, f)
	for i := range t.room.Corners {
		b.checkRise(t, i, f)
	}
}

func (b *builder) checkSection(t *trim, f Finding) {
	if c := t.shape.coped; t.shape.section != nil && !c.OK && c.At != nil {
		n := f
		n.Code, n.Severity = "section_not_copable", SeverityCheck
		n.Text = fmt.Sprintf("%s cannot be coped: its face falls back under itself %s above its bottom.", t.m.Title(), c.At.Z.In(b.unit))
		n.Why = fmt.Sprintf("A coped piece would leave a gap of %s behind its outermost edge there.", c.Gap.In(b.unit))
		n.Remedy = "Its inside corners are mitred: glue them, and shim the ends."
		if cmp.Or(t.m.Inside, t.rules.Inside) == job.InsideMitre {
			n.Severity, n.Remedy = SeverityNote, "Its inside corners are mitred as the rule has it: glue them, and shim the ends."
		}
		b.find(n)
	}
	if t.shape.section != nil {
		if d := t.shape.alike; d < profile.TooAlike && t.shape.Crown {
			n := f
			n.Code, n.Stop = "edges_alike", "saw"
			n.Text = fmt.Sprintf("%s looks nearly the same upside down.", t.m.Title())
			n.Why, n.Remedy = fmt.Sprintf("Top and bottom differ by %s at most.", d.In(b.unit)), "Mark the ceiling edge on the back of every stick before the first cut."
			b.find(n)
		}
	}
	if sh := t.shape; sh.Crown && t.m.Projection != nil && sh.section != nil {
		r := t.m.Read()
		wall, ceiling := sh.section.Undercut()
		least, most := r.Between(wall, ceiling)
		if p := t.m.Projection.Length; p < least-measure.Inch/64 || p > most+measure.Inch/64 {
			n := f
			n.Code, n.Severity = "seat_out_of_reach", SeverityCheck
			n.Text = fmt.Sprintf("%s does not sit at a projection of %s.", t.m.Title(), p.In(b.unit))
			n.Why = fmt.Sprintf("Its feet let it sit from %s to %s.", least.In(b.unit), most.In(b.unit))
			n.Remedy = "Choose one between, in Shop."
			b.find(n)
		}
	}
}

// fallen are the pieces of a run that lie otherwise than the house rule has it, for one
// reason.
type fallen struct {
	pose   saw.Pose
	edges  int // how many different ones touch the fence
	why    string
	labels []string
}

// checkFalls tells once of a run why pieces lie otherwise than the house rule has it.
func (b *builder) checkFalls(t *trim, f Finding) {
	var all []*fallen
	for _, p := range t.pieces {
		for _, e := range []End{p.Left, p.Right} {
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
		}
	}
	for _, o := range all {
		how := o.pose.Name()
		if o.edges > 1 {
			how = string(o.pose.Lie)
		}
		who, be := o.labels[0], "is"
		if len(o.labels) > 1 {
			who, be = job.Listed(o.labels), "are"
		}
		n := f
		n.Code, n.Stop = "other_pose", "saw"
		n.Text, n.Why = fmt.Sprintf("%s %s cut %s.", who, be, how), o.why
		n.Remedy = "Lay each as the picture on the Saw stop shows; the settings are for that."
		b.find(n)
	}
}

// checkAssumed tells which mitres are cut for corners that were not read, and by which
// school.
func (b *builder) checkAssumed(t *trim, f Finding) {
	for i, side := range []job.CornerKind{job.Inside, job.Outside} {
		var at []string
		over := measure.Angle(0)
		for _, p := range t.pieces {
			if e := p.Right; e.Assumed && e.Joint == Mitre && e.Side == side {
				at, over = append(at, e.Letter), (e.Theta-e.Turn)/2
				f.Kind, f.ID = "corner", e.Corner
			}
		}
		if len(at) == 0 {
			continue
		}
		n := f
		n.Code, n.Severity = "corner_assumed", SeverityCheck
		n.Text = fmt.Sprintf("%s is mitred at %s as if square: not read.", t.m.Title(), job.Listed(at))
		n.Why = []string{"The rule cuts inside mitres at exactly half.", "The rule cuts outside mitres at exactly half."}[i]
		switch {
		case over > 0:
			n.Why = fmt.Sprintf("The rule cuts each %s over half, so that the edge that is seen closes first.", over)
		case over < 0:
			n.Why = fmt.Sprintf("The rule cuts each %s under half, so that the face closes first.", -over)
		}
		n.Remedy = "Read the corner before you cut."
		b.find(n)
	}
}

// furringAbove is how far above the crown's bottom edge the furring under it ends.
const furringAbove = measure.Inch / 4

func (b *builder) checkTile(t *trim, f Finding) {
	var walls []string
	thick := measure.Length(0)
	for i, tiled := range t.on.tiled {
		if tiled {
			walls = append(walls, fmt.Sprint(i+1))
			thick = t.room.Walls[i].TileThickness.Length
		}
	}
	if len(walls) == 0 {
		return
	}
	on := "wall " + walls[0]
	if len(walls) > 1 {
		on = "walls " + job.Listed(walls)
	}
	f.Code, f.Kind, f.ID = "crown_on_furring", "room", t.room.ID
	f.Text = fmt.Sprintf("%s hangs on furring %s thick on %s, its lower edge %s under the ceiling.", t.m.Title(), thick.In(b.unit), on, (below(t.run) + t.shape.Drop - furringAbove).In(b.unit))
	f.Why = "Tiles reach up to it there; lengths are worked out for the furring's face."
	f.Remedy = "Fix the furring before the tiles, a little above where the crown's bottom edge lands, and tile up to it."
	b.find(f)
}

// What two pieces that rise differently may miss each other by at the face.
const (
	missShows = measure.Inch / 64
	missMost  = measure.Inch / 8
)

// checkRise looks at a corner where the run rises on one wall otherwise than on the next:
// on the mitre, so far out as the moulding stands, they miss each other by
// P·tan h·(tan p_A + tan p_B).
func (b *builder) checkRise(t *trim, i int, f Finding) {
	if !t.room.Joined(i) {
		return
	}
	a, c := t.on.rake[i], t.on.rake[(i+1)%len(t.on.rake)]
	if a == 0 && c == 0 || !t.corners[i].usable || !t.on.runs[i] || !t.on.runs[(i+1)%len(t.on.runs)] {
		return
	}
	by := t.shape.Projection.Times(math.Abs(joint.Half(t.corners[i].theta).Tan() * (a.Tan() + c.Tan())))
	if by < missShows {
		return
	}
	f.Kind, f.ID, f.Code = "corner", t.room.Corners[i].ID, "rises_differ"
	what := "floor"
	if t.run.Level == job.Ceiling {
		what = "ceiling"
	}
	f.Text = fmt.Sprintf("At corner %s %s misses itself by %s at its face.", job.CornerLetter(i), t.m.Title(), by.In(b.unit))
	f.Why = fmt.Sprintf("The %s rises %s along one wall and %s along the other.", what, risesText(a), risesText(c))
	f.Remedy = "Ease the higher face to the lower one after the joint is glued."
	if by > missMost {
		f.Severity = SeverityStop
		f.Remedy = "One section cannot be mitred so: hang the run level from the lowest place and fill above it, or put a short turning piece between."
	}
	b.find(f)
}

func risesText(p measure.Angle) string {
	if p == 0 {
		return "not"
	}
	return p.String()
}
