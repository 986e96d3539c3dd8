package plan

import (
	"math"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// apart is how far apart the corners are for which it is worked out how a joint closes: between them it is scaled.
const apart = 15

// table is how a joint of two mouldings closes in a corner; none where a section is not drawn.
func (r *room) table(kind fit.Kind, through, coped string, theta measure.Angle) *fit.Table {
	a, b := r.Shapes.Of(through), r.Shapes.Of(coped)
	if a.Section == nil || b.Section == nil {
		return nil
	}
	at := min(max(apart*math.Round(float64(theta)/apart), 60), 165)
	return fit.TableOf(kind, a.Crown && b.Crown, a.Section, b.Section, measure.Angle(at))
}

// What is not known of a cut, and of a corner, where nothing tells it.
const (
	untestedSaw measure.Angle = 0.2 // a saw that no test cut was made on: its zero and its scale
	unread      measure.Angle = 1   // a corner that was taken as square
	setAgain                  = .05 // degrees that a saw set alike twice cuts otherwise
)

// really is how much of a corner's deflection each end of a joint is cut more than it should be, as dialled and as far as the
// saw is known, and the deviation of that.
func really(e *piece.End, m *job.Saw) (off, sigma measure.Angle) {
	if e.Setting == nil || e.Dial == nil {
		return 0, untestedSaw
	}
	sigma = untestedSaw
	mitre, bevel := e.Dial.Mitre, e.Dial.Bevel
	if o := e.Dial.MitreOff; o != nil {
		mitre, sigma = mitre+o.By, o.Give/2
	}
	if o := e.Dial.BevelOff; o != nil {
		bevel += o.By
	}
	if e.Dial.Detent == nil { // set by eye, to what its scale shows
		sigma = measure.Angle(math.Hypot(float64(sigma), float64(m.Resolution)/math.Sqrt(12)))
	}
	half := func(mitre, bevel measure.Angle) measure.Angle {
		v := e.Pose.Installed(joint.Normal{X: bevel.Cos() * mitre.Cos(), Y: bevel.Cos() * mitre.Sin(), Z: bevel.Sin()})
		return measure.FromRadians(math.Abs(math.Atan(v.Y / v.X)))
	}
	if e.Fence != "" { // turned a quarter: a degree is a degree
		return (mitre - e.Setting.Mitre).Abs(), sigma
	}
	return half(mitre, bevel) - half(e.Setting.Mitre, e.Setting.Bevel), sigma
}

// MadeFor is the corner that an end is cut for, as it is dialled.
func MadeFor(e *piece.End, m *job.Saw) measure.Angle {
	off, _ := really(e, m)
	if e.Template {
		off = 0
	}
	return (e.Theta - 2*off).Round(0.01)
}

// fitted is how two ends of a joint close in their corner: the one that runs through, and the one that gives way; of a mitre any order.
// Nil where it cannot be told.
func (r *room) fitted(kind decide.Kind, side job.CornerKind, corner stretch.Corner, m *job.Saw, through, gives end) *fit.Expected {
	if !corner.Usable || through.Setting == nil && kind != decide.Cope || gives.Setting == nil {
		return nil
	}
	sigma := corner.Sigma
	if corner.Assumed {
		sigma = unread
	}
	switch kind {
	case decide.Cope:
		table := r.table(fit.Cope, through.moulding, gives.moulding, corner.Theta)
		if table == nil {
			return nil
		}
		off, cut := really(gives.End, m)
		if gives.Template { // its line is drawn: no saw shows it
			off, cut = 0, 0
		}
		x := table.Expect(corner.Theta, 2*off, fit.Unsure{Corner: sigma, Cut: cut}.Off(fit.Cope))
		return &x
	case decide.Mitre:
		if through.moulding != gives.moulding || gives.MitredFor != 0 && !corner.Assumed {
			return nil
		}
		of := fit.Mitre
		if side == job.Outside {
			of = fit.Outside
		}
		table := r.table(of, through.moulding, gives.moulding, corner.Theta)
		if table == nil {
			return nil
		}
		a, s := really(through.End, m)
		b, z := really(gives.End, m)
		if gives.MitredFor != 0 { // by the school for a corner that was not read
			a += corner.Theta - gives.MitredFor
		}
		x := table.Expect(corner.Theta, a+b, measure.Angle(math.Hypot(float64(sigma), math.Hypot(float64(s), float64(z)))))
		return &x
	case decide.Butt:
		thick := r.Shapes.Of(gives.moulding).Projection.Inches()
		off, cut := really(gives.End, m)
		return bent(func(by measure.Angle) float64 { return fit.Butted(thick, corner.Theta+by, corner.Theta, 0) }, -float64(off),
			math.Hypot(float64(sigma), float64(cut)))
	}
	return nil
}

// bent is how a joint closes whose gap grows straight with what it is off, either way by its own: it is off so much, and may be off by
// more with a deviation.
func bent(gap func(measure.Angle) float64, off, dev float64) *fit.Expected {
	x, y := []float64{-5, 0, 5}, []float64{gap(-5), 0, gap(5)}
	return &fit.Expected{Gap: gap(measure.Angle(off)), Shows: fit.Chance(x, y, off, dev, fit.Shut), Gapes: fit.Chance(x, y, off, dev, fit.Fill)}
}

// end is an end of a piece of a moulding.
type end struct {
	*piece.End
	moulding string
}

// fits is how the joint at a decision closes, of the parts that stand there.
func (c *chain) fits(d decide.Joint, left, right *piece.Piece) *fit.Expected {
	if left == nil || right == nil {
		return nil
	}
	a, b := end{&left.Right, left.Moulding}, end{&right.Left, right.Moulding}
	if d.Gives == d.Left {
		a, b = b, a
	}
	t := c.ruling(d.Corner)
	return c.room.fitted(d.Kind, c.room.Corners[d.Corner].Kind, t.Corners[d.Corner], c.room.Job.Machine(), a, b)
}

// shows is how likely each choice of who gives way at a corner shows, in hundredths: what tells less is not told apart.
func (c *chain) shows(i int) [2]float64 {
	r := c.room
	var left, right *slot
	for n := range c.slots {
		if s := c.slots[n].stretch(); s.Right == i {
			left = &c.slots[n]
		} else if s.Left == i {
			right = &c.slots[n]
		}
	}
	if left == nil || right == nil || r.Corners[i].Kind != job.Inside {
		return [2]float64{}
	}
	var out [2]float64
	if left.run.Moulding == right.run.Moulding && !r.Job.Machine().Tried() {
		return out // a saw that nothing is known of errs alike on both sides: either choice shows as much
	}
	for gives, hand := range [2]joint.Hand{joint.Right, joint.Left} {
		by, into := left, right
		if gives == 1 {
			by, into = right, left
		}
		t := by.run
		e := piece.End{Joint: piece.Cope, Corner: r.Corners[i].ID, Theta: t.Corners[i].Theta, Side: job.Inside, Template: into.run.Moulding.ID != t.Moulding.ID}
		t.Setup.SetAt(&e, hand, 0, t.Corners[i].Usable)
		if x := r.fitted(decide.Cope, job.Inside, t.Corners[i], r.Job.Machine(), end{&piece.End{}, into.run.Moulding.ID}, end{&e, t.Moulding.ID}); x != nil {
			out[gives] = math.Round(x.Shows*100) / 100
		}
	}
	return out
}

var jointShows = finding.Declare(finding.Form{Code: "joint_shows", Severity: finding.Check, Stop: finding.Joints, Kind: "corner",
	Text: "At corner %s %s: %s.", Why: "%s."})

// gapes tells of a joint that will hardly close, with the way out.
func (c *chain) gapes(out *Decision, d decide.Joint) finding.List {
	x := out.Fit
	if x == nil || x.Gap <= fit.Fill && x.Gapes <= .5 {
		return nil
	}
	t := c.ruling(d.Corner)
	k := c.room.Corners[d.Corner]
	f := jointShows.In(c.room.ID, k.ID).Says(job.CornerLetter(d.Corner), words.Small(out.Title), "it will hardly close").Because(x.Text(c.room.Job.Unit))
	f.HangsOn = []finding.Ref{{Kind: "corner", ID: k.ID}}
	switch {
	case t.Corners[d.Corner].Assumed:
		f.Remedy = "Read the corner: it was taken as square."
	case d.Kind == decide.Mitre && k.Kind == job.Inside && t.Shape().Coped.OK:
		f.Remedy = "Cope it, which forgives more; or read the corner again past the compound, and prove the cut on scrap."
	case x.Gap > fit.Shut:
		f.Remedy = "Test the saw at this setting, or set it between its marks; prove the cut on scrap in the corner."
	default:
		f.Remedy = "Read the corner again past the compound, and prove the cut on scrap in the corner."
	}
	return finding.List{f}
}

// ScarfFit is how a scarf of a plan closes: the part under it, and the one that laps over.
type ScarfFit struct {
	Room, Run, Under, Over string
	Fit                    fit.Expected
}

// Scarfs are how the scarfs of pieces close: their two planes differ by what the saw errs on its two sides.
func Scarfs(j *job.Job, pieces []*piece.Piece) []ScarfFit {
	var out []ScarfFit
	byID := piece.ByID(pieces)
	for _, p := range pieces {
		e := &p.Right
		q := byID[e.Meets]
		if e.Joint != piece.Scarf || q == nil || e.Setting == nil || q.Left.Setting == nil {
			continue
		}
		thick := j.Moulding(p.Moulding).Out().Inches()
		a, s := really(e, j.Machine())
		b, z := really(&q.Left, j.Machine())
		off, dev := float64(a-b), math.Hypot(float64(s), float64(z))
		if e.SameSetting(&q.Left) { // what the saw errs it errs on both, and they stay parallel
			off, dev = 0, math.Sqrt2*setAgain
		}
		f := ScarfFit{Room: p.Room, Run: p.Run, Under: p.ID, Over: q.ID,
			Fit: *bent(func(by measure.Angle) float64 { return fit.Scarfed(thick, e.Scarf, by) }, off, dev)}
		if e.ToldTo == piece.ToShort {
			f.Under, f.Over = f.Over, f.Under
		}
		out = append(out, f)
	}
	return out
}
