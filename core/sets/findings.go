package sets

import (
	"errors"
	"fmt"

	"gnomon/core/casing"
	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/opening"
	"gnomon/core/words"
)

var (
	cannotBe = finding.Declare(finding.Form{Code: "set_impossible", Severity: finding.Stop, Stop: finding.Measure, Kind: "opening",
		Text: "%s: %s.", Why: "Nothing can be cut to go around it so.", Remedy: "Measure it again."})
	revealWide = finding.Declare(finding.Form{Code: "reveal_wide", Severity: finding.Stop, Stop: finding.Joints, Kind: "opening",
		Text: "%s: a reveal of %s leaves nothing of a jamb %s thick to nail to.", Why: "The casing's inner edge would stand past the jamb.",
		Remedy: "Leave 3/16 to 1/4 in showing, or measure the jamb's edge."})
	noRoom = finding.Declare(finding.Form{Code: "casing_no_room", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: its %s leg stands %s wide past the reveal, and only %s is left to the corner.", Why: "A casing cannot stand past the corner.",
		Remedy: "Rip that leg to %s, or scribe it to the other wall; its outer edge is what is lost."})
	headProfiled = finding.Declare(finding.Form{Code: "head_profiled", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: a profiled casing is butted at its head.", Why: "Its profile runs out into the end grain of the other and stands open.",
		Remedy: "Mitre it, take square-edged stock, or cope the one over the other from a template."})
	headUnlike = finding.Declare(finding.Form{Code: "head_unlike", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: legs of %s are mitred with a head of %s.", Why: "Two profiles do not meet in a mitre.",
		Remedy: "Take one moulding for both, let the head lie over the legs, or cope the one over the other from a template."})
	comesUnsaid = finding.Declare(finding.Form{Code: "floor_to_come_unsaid", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text:   "%s: its heights were read from under a floor to come, and it is not said how thick that is.",
		Why:    "Its legs are cut to stand on the floor that is there.",
		Remedy: "Put its thickness on the opening's sheet.", Missing: true})
	headThin = finding.Declare(finding.Form{Code: "head_thinner", Severity: finding.Note, Stop: finding.Joints, Kind: "opening",
		Text: "%s: its head is %s thick and its legs are %s.", Why: "A butted head stands at least as far out as what comes under it.",
		Remedy: "Take thicker stock for the head, or pack it out."})
	plinthNarrow = finding.Declare(finding.Form{Code: "plinth_small", Severity: finding.Note, Stop: finding.Joints, Kind: "opening",
		Text: "%s: its plinth is %s wide and %s thick, and what stands on it is %s by %s.", Why: "A plinth is thicker and wider than the casing on it.",
		Remedy: "Take a larger block, or leave it out."})
	notFlush = finding.Declare(finding.Form{Code: "board_not_flush", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: %s the %s stands proud by %s, more than the %s that a mitre forgives.", Why: "Cut flat, it would open %s on the face."})
	tilts = finding.Declare(finding.Form{Code: "casing_tilts", Severity: finding.Note, Stop: finding.Joints, Kind: "opening",
		Text: "%s: %s the casing tilts by %s, and its mitres are cut for that.", Why: "%s.",
		Remedy: "Or make board and jamb flush, and cut flat."})
	notAlike = finding.Declare(finding.Form{Code: "casing_tilts_unlike", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: leg and head do not tilt alike at its %s corner.", Why: "A mitre closes only where both its pieces lie alike.",
		Remedy: "Pack the one out, or take the board back beside the other, until both are."})
)

// impossible tells why a set cannot be worked out.
func impossible(m *opening.Measured, err error) finding.Finding {
	f := cannotBe.In(m.Room.ID, m.ID).Says(m.Title, err.Error())
	var no *casing.Impossible
	if errors.As(err, &no) {
		f = cannotBe.In(m.Room.ID, m.ID).Says(m.Title, no.Thing+" "+no.Value+" "+no.Reason)
		f.Remedy = words.Capital(no.Remedy) + "."
	}
	return f
}

// possible looks for what stands against a set before anything is cut.
func (r *room) possible(m *opening.Measured) finding.List {
	a, u := m.Around, r.job.Unit
	var found finding.List
	in := func(f *finding.Form) finding.Finding { return f.In(r.ID, m.ID) }
	if a.Reveal >= a.Jamb {
		found.Add(in(revealWide).Says(m.Title, a.Reveal.In(u), a.Jamb.In(u)))
	}
	if o := m.Opening; o.Heights == "under" && o.Kind != job.OpenWindow && o.Comes == nil {
		found.Add(in(comesUnsaid).Says(m.Title))
	}
	butted := a.School == job.HeadOver || a.School == job.HeadBetween || a.School == job.HeadBuilt
	if butted && a.Casing.Profiled {
		found.Add(in(headProfiled).Says(m.Title))
	}
	if !butted && a.Head.ID != a.Casing.ID && (a.Head.Profiled || a.Casing.Profiled) {
		found.Add(in(headUnlike).Says(m.Title, a.Casing.Title(), a.Head.Title()))
	}
	if butted && a.Head.Thickness.Length < a.Casing.Thickness.Length {
		found.Add(in(headThin).Says(m.Title, a.Head.Thickness.Length.In(u), a.Casing.Thickness.Length.In(u)))
	}
	if p := a.Plinth; p != nil && (p.Height.Length < a.Casing.Height.Length || p.Thickness.Length < a.Casing.Thickness.Length) {
		found.Add(in(plinthNarrow).Says(m.Title, p.Height.Length.In(u), p.Thickness.Length.In(u), a.Casing.Height.Length.In(u), a.Casing.Thickness.Length.In(u)))
	}
	found.Add(r.flush(m)...)
	return found
}

// sides are the sides beside which board and jamb may not be flush, with the corners of the mitres there.
var sides = []struct {
	side, where string
	corners     [2]casing.At
}{{job.JambLeft, "on its left", [2]casing.At{casing.BottomLeft, casing.TopLeft}}, {job.JambTop, "over its head", [2]casing.At{casing.TopLeft, casing.TopRight}},
	{job.JambRight, "on its right", [2]casing.At{casing.TopRight, casing.BottomRight}}}

// arris is where what is proud touches the casing first, from its inner edge: the board's edge, or the jamb's outer arris.
func arris(a *job.Around, p measure.Length) float64 {
	on := (a.Jamb - a.Reveal).Inches()
	if p > 0 {
		on += a.Gap.Inches()
	}
	return max(1.0/16, on)
}

// tilt is the roll of the casing beside a side.
func tilt(m *opening.Measured, side string) measure.Angle {
	a, p := m.Around, m.Proud(side)
	if p == 0 {
		return 0
	}
	return measure.Angle(casing.Tilt(p.Inches(), arris(a, p), a.Casing.Height.Length.Inches()))
}

// flush looks how far board and jamb are from flush, and says what to do about it.
func (r *room) flush(m *opening.Measured) finding.List {
	a, u := m.Around, r.job.Unit
	rules, _ := r.job.RulesAt(r.Room, "", "")
	var found finding.List
	mitred := a.School == job.HeadMitred || a.School == job.HeadPicture
	if !mitred {
		return nil
	}
	w, t := a.Casing.Height.Length.Inches(), a.Casing.Thickness.Length.Inches()
	for _, s := range sides {
		p := m.Proud(s.side)
		if p == 0 {
			continue
		}
		corner := float64(m.Angle(s.corners[1]))
		most := inches(casing.MostProud(corner, w, t, arris(a, p), fit.Shut, p < 0))
		if p.Abs() <= most {
			continue
		}
		what := "board"
		if p < 0 {
			what = "jamb"
		}
		roll := tilt(m, s.side)
		if rules.Proud == job.ProudTilt {
			f := tilts.In(r.ID, m.ID).Says(m.Title, s.where, roll.Abs().Text(1)+"°")
			if p > 0 {
				f = f.Because("Swung a little less and left long at the back: nothing is cut under")
			} else {
				f = f.Because("Swung a little less and cut under behind")
			}
			found.Add(f)
			continue
		}
		f := notFlush.In(r.ID, m.ID).Says(m.Title, s.where, what, p.Abs().In(u), most.In(u)).
			Because(inches(casing.TiltOpen(corner, float64(roll), w, t).Face()).In(u))
		back := (a.Casing.Height.Length - measure.Inch/4).In(u)
		f.Remedy = fmt.Sprintf("Take the board back by %s over %s beside the jamb; or put a strip %s thick behind the casing's inner edge.", p.In(u), back, p.In(u))
		if p < 0 {
			f.Remedy = fmt.Sprintf("Plane the jamb's edge down by %s; or pack the casing's outer edge out by as much.", (-p).In(u))
		}
		found.Add(f)
		r.first[m.ID+s.side] = f.Remedy
	}
	if rules.Proud == job.ProudTilt {
		left, head, right := m.Proud(job.JambLeft), m.Proud(job.JambTop), m.Proud(job.JambRight)
		for _, c := range []struct {
			at   casing.At
			a, b measure.Length
		}{{casing.TopLeft, left, head}, {casing.TopRight, right, head}} {
			if (c.a - c.b).Abs() > measure.Inch/32 {
				found.Add(notAlike.In(r.ID, m.ID).Says(m.Title, c.at))
				break
			}
		}
	}
	return found
}

// tilts are the rolls that the mitres at each corner are cut for: none where board and jamb are made flush first.
func (b *builder) tilts() (out [4]measure.Angle) {
	m := b.set.Measured
	rules, _ := b.job.RulesAt(b.Room, "", "")
	if rules.Proud != job.ProudTilt || b.set.Far {
		return out
	}
	left, head, right := tilt(m, job.JambLeft), tilt(m, job.JambTop), tilt(m, job.JambRight)
	return [4]measure.Angle{casing.TopLeft: (left + head) / 2, casing.TopRight: (right + head) / 2, casing.BottomRight: right, casing.BottomLeft: left}
}

// Space looks whether there is room for a set between the corners of its wall, whose length is known: of each leg that does
// not fit, how much is left for it.
func (s *Set) Space(j *job.Job, r *job.Room, wall measure.Length) finding.List {
	var found finding.List
	a, o := s.Around, s.Measured.Opening
	left := o.From.Length - a.Reveal
	right := wall - o.From.Length - o.Width.Length - a.Reveal
	if s.Far {
		return nil
	}
	for _, k := range []struct {
		hand, part string
		space      measure.Length
	}{{"left", LeftLeg, left}, {"right", RightLeg, right}} {
		if k.space >= a.Wide() {
			continue
		}
		f := noRoom.In(r.ID, o.ID).Says(s.Title, k.hand, a.Wide().In(j.Unit), max(0, k.space).In(j.Unit))
		f.Remedy = fmt.Sprintf(noRoom.Remedy, max(0, k.space).In(j.Unit))
		found.Add(f)
		for _, p := range s.Pieces {
			if p.Part == k.part && k.space > 0 {
				p.Work = append(p.Work, fmt.Sprintf("Rip it to %s, at its outer edge: no more is left to the corner. Scribe it there.", k.space.In(j.Unit)))
			}
		}
	}
	return found
}
