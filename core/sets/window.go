package sets

import (
	"fmt"

	"gnomon/core/casing"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// clear is what is left free at either side of what goes into an opening.
const clear = measure.Inch / 32

var (
	stoolNarrow = finding.Declare(finding.Form{Code: "stool_narrow", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: its stool takes %s of width, and %s has %s.", Why: "From the sash over the wall and the casing it is to stand out past both.",
		Remedy: "Take a wider stick, glue a strip on behind, or let it stand out less."})
	depthUnread = finding.Declare(finding.Form{Code: "stool_depth_unread", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s: how deep it is from the wall to the sash was not measured.", Why: "The notches at both ends of its stool are as deep.",
		Remedy: "Measure it at both sides, square to the wall.", Missing: true})
)

// stool makes a window's stool: its length, its rip, its notches and the returns of its ends.
func (b *builder) stool() {
	s := b.set
	a, o := s.Around, s.Measured
	if a.Stool == nil {
		return
	}
	unit := b.job.Unit
	in := func(l measure.Length) string { return l.In(unit) }
	width := o.Lengths.Bottom
	length := casing.StoolLength(width, a.Reveal.Inches(), a.Casing.Height.Length.Inches(), bandWide(a), a.Horn.Inches())
	square := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
	p := b.add(Stool, a.Stool, inches(length), square, square, b.flat(a.Stool))
	horn := inches(casing.Horn(width, length))
	p.Work = append(p.Work, fmt.Sprintf("Horns: %s past the opening at either end.", in(horn)))
	if o.JambDepth == nil {
		s.Findings.Add(depthUnread.In(s.Room, s.Opening).Says(s.Title))
		p.NotAsIs = "Its notches wait for the depth from the wall to the sash."
		return
	}
	deep := o.JambDepth.Length
	proud := a.Casing.Thickness.Length
	if a.Band != nil {
		proud = max(proud, a.Band.Thickness.Length)
	}
	need := deep + proud + a.Horn
	switch has := a.Stool.Height.Length; {
	case has < need-measure.Inch/32:
		s.Findings.Add(stoolNarrow.In(s.Room, s.Opening).Says(s.Title, in(need), a.Stool.Title(), in(has)))
	case has > need+measure.Inch/32:
		p.Work = append(p.Work, fmt.Sprintf("Rip it to %s at its back edge.", in(need)))
	}
	sash, off := width, 0.0
	if o.SashWidth != nil {
		sash = o.SashWidth.Length.Inches()
	}
	if o.SashLeft != nil {
		off = o.SashLeft.Length.Inches()
	}
	if s.Far {
		off = -off
	}
	n := casing.Notches(width, sash, length, deep.Inches(), off, clear.Inches())
	for i, hand := range []string{"left", "right"} {
		saw := "square"
		if v := measure.Angle(n[i].Saw); v.Abs() >= 0.1 {
			saw = v.Abs().String() + " off square, narrower at the back"
			if v > 0 {
				saw = v.Abs().String() + " off square, wider at the back"
			}
		}
		p.Work = append(p.Work, fmt.Sprintf("Notch the %s end: %s along the wall, %s at the sash, %s deep, its side sawn %s.", hand, in(inches(n[i].Face)),
			in(inches(n[i].Back)), in(deep), saw))
	}
	p.Work = append(p.Work, "Scribe its back to the sash and its horns to the wall: dividers at the widest gap, take off the difference.")
	if a.Returned && a.Stool.Profiled {
		p.Work = append(p.Work, fmt.Sprintf("Return its ends: mitre each horn from its front corner at 45°, and glue on a return %s long from the same stick.",
			in(need-deep)))
	}
}

// bandWide is what a back band adds past the casing's edge.
func bandWide(a *job.Around) float64 {
	if a.Band == nil {
		return 0
	}
	return (a.Band.Height.Length - a.Lap).Inches()
}

// apron makes the apron under a stool, its ends returned.
func (b *builder) apron() {
	s := b.set
	a := s.Around
	if a.Apron == nil {
		return
	}
	shape := *b.shapes.Of(a.Apron.ID)
	shape.Laid = false
	setup := piece.Setup{Shape: &shape, Crown: saw.Upright, Saw: b.job.Machine()}
	length := inches(casing.ApronLength(s.Measured.Lengths.Bottom, a.Reveal.Inches(), a.Casing.Height.Length.Inches(), bandWide(a)))
	end := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
	if a.Returned {
		end = piece.End{Joint: piece.Mitre, ToldTo: piece.ToTip, Theta: piece.ReturnCorner, Side: job.Outside,
			Note: "Returned to the wall: its cap is cut from a longer offcut."}
	}
	p := b.add(Apron, a.Apron, length, end, end, setup)
	if !a.Returned {
		return
	}
	for _, hand := range piece.Hands {
		c := setup.Cap(p, hand)
		c.Set, c.Part, c.Far = s.Opening, Apron+"-cap-"+string(hand), s.Far
		s.Pieces = append(s.Pieces, &c)
	}
}

// builtHead makes the fillet and the small crown of a built-up head. The crown goes along the head's face and around both its
// ends: its returns are as long as the head is thick.
func (b *builder) builtHead() {
	s := b.set
	a := s.Around
	if a.School != job.HeadBuilt {
		return
	}
	square := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
	head := inches(s.Worked.Head.Inner)
	if a.Fillet != nil {
		b.add(Fillet, a.Fillet, inches(casing.Fillet(head.Inches(), a.FilletOver.Inches())), square, square, b.flat(a.Fillet))
	}
	if a.Capped == nil {
		return
	}
	rules, _ := b.job.RulesAt(b.Room, "", "")
	setup := piece.Setup{Shape: b.shapes.Of(a.Capped.ID), Crown: saw.Lie(rules.Crown), Saw: b.job.Machine()}
	mitre := func(part string) piece.End {
		return piece.End{Joint: piece.Mitre, ToldTo: piece.ToShort, Theta: piece.ReturnCorner, Side: job.Outside, Meets: ID(s.Opening, s.Far, part)}
	}
	wall := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd, Against: "the wall"}
	front := b.add(Cap, a.Capped, head, mitre(CapLeft), mitre(CapRight), setup)
	thick := a.Head.Thickness.Length
	left := b.add(CapLeft, a.Capped, thick, wall, mitre(Cap), setup)
	right := b.add(CapRight, a.Capped, thick, mitre(Cap), wall, setup)
	left.Cap, right.Cap = true, true // cut from a long offcut, and kept in order
	front.How = "Glue its returns on at the bench, in order from the left, then set it on the head."
}
