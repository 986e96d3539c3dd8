package lesson

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// Gaps that a joint has where nobody said how wide it gapes: one that is closed shows none over a sixty-fourth, a hairline none over a thirty-second.
// A gap that was
// read is read to a sixty-fourth.
const (
	closedWithin   = 1.0 / 64
	hairlineWithin = 1.0 / 32
	gapRead        = 1.0 / 128
)

// unreadSD is how far corners that nobody read stand off square.
const unreadSD measure.Angle = 1

// tests are the test cuts of the job's saws.
func (g *gathering) tests() {
	for i := range g.j.Saws {
		s := &g.j.Saws[i]
		for _, t := range s.Tests {
			e := saw.Tested(t)
			g.out.Saw = append(g.out.Saw, SawSeen{Saw: sawName(s), Scale: t.Scale, Test: t.ID,
				SawRecord: learn.SawRecord{Kind: learn.TestCut, Setting: float64(e.At), Value: float64(e.By), SD: float64(e.Give) / 2}})
		}
	}
}

// sawName is what the shop calls a job's saw.
func sawName(s *job.Saw) string {
	if s.Origin != nil && s.Origin.Of != "" {
		return s.Origin.Of
	}
	return s.ID
}

// sawOf makes a record of a saw from how a joint closed, where that says something: a mitre or a cope that followed one, at a corner that was halved,
// cut on one
// scale only, open at one edge and not all along.
func (g *gathering) sawOf(p *piece.Piece, e *piece.End, hand joint.Hand, fit *job.Record) {
	kind := e.Kind()
	if e.Setting == nil || e.Rounded || e.MitredFor != 0 || e.Template || kind != piece.FittedCope && kind != piece.FittedMitre && kind != piece.FittedOutside {
		return
	}
	setting, scale, one := onScale(e.Setting.Mitre, e.Setting.Bevel)
	s := g.seat(p.Moulding)
	if !one || setting == 0 || s.projection <= 0 {
		return
	}
	half := math.Abs(float64(setting))
	of, says := g.angle(p, e, fit.Fit, s, half)
	if !says {
		return
	}
	mates := []*piece.End{e}
	if kind != piece.FittedCope {
		mate := g.pieces[e.Meets]
		if mate == nil {
			return
		}
		other := mate.End(joint.Left)
		if hand == joint.Left {
			other = mate.End(joint.Right)
		}
		if other.Setting == nil {
			return
		}
		mates = append(mates, other)
	}
	ends := [][2]string{{p.ID, string(hand)}, g.across(p, e, hand)}
	machine := sawName(g.j.Machine())
	for i, m := range mates { // what was dialled past the setting is no error of the saw
		set, on, _ := onScale(m.Setting.Mitre, m.Setting.Bevel)
		if on != scale {
			return
		}
		past, saw := g.dialledPast(ends[i], set, scale)
		of.Value, of.Lo, of.Hi = of.Value-past, of.Lo-past, of.Hi-past
		if saw != "" {
			machine = saw
		}
	}
	reading, read := g.reading(p.Room, e)
	of.Reading = float64(reading)
	r := SawSeen{Saw: machine, Scale: scale, Read: read, By: Who(fit), SawRecord: of}
	if kind == piece.FittedCope {
		r.Kind, r.Setting = learn.CopeCut, float64(setting)
	} else {
		r.Kind, r.Setting = learn.MitrePair, half
	}
	g.out.Saw = append(g.out.Saw, r)
}

// onScale is the scale that a setting stands on where it stands on one alone.
func onScale(mitre, bevel measure.Angle) (setting measure.Angle, scale string, one bool) {
	switch {
	case bevel == 0:
		return mitre, job.SawMitre, true
	case mitre == 0:
		return bevel, job.SawBevel, true
	}
	return 0, "", false
}

// dialledPast is by how many degrees an end was dialled past its setting, further over where positive, and on which saw; 0 where it was not told.
func (g *gathering) dialledPast(end [2]string, setting measure.Angle, scale string) (past float64, machine string) {
	r := g.cuts[end]
	if r == nil || r.Cut == nil || r.Cut.Dial == nil {
		return 0, ""
	}
	d := r.Cut.Dial
	dialled := d.Mitre
	if scale == job.SawBevel {
		dialled = d.Bevel
	}
	if s := g.j.SawNamed(d.Saw); s != nil {
		machine = sawName(s)
	}
	return float64(dialled.Abs() - setting.Abs()), machine
}

// reading is how sure the reading of an end's corner is, and who read it last.
func (g *gathering) reading(room string, e *piece.End) (sd measure.Angle, by string) {
	if e.Assumed {
		return unreadSD, ""
	}
	if r := g.j.Room(room); r != nil {
		for _, c := range r.Corners {
			if c.ID == e.Corner && len(c.Readings) > 0 {
				by = c.Readings[len(c.Readings)-1].By
			}
		}
	}
	return g.j.Tools.Reading, by
}

// angle is what a fit says of the angle that its joint was cut at: of a cope's test mitre by how much it is past the half, of a mitre by how much both together
// are; and its deviation.
//
// A cope that was cut too far over gapes where its face stands furthest out: a crown at its top, a base where its section has its most. Two mitres
// cut too far over touch,
// at an inside corner, at the wall and gape at the face: further out, so at the top of a crown; at an outside corner they touch at the tip and gape at the
// wall. Those of a casing touch at its outer edge and gape at the inner one, which is told as the bottom of its section.
func (g *gathering) angle(p *piece.Piece, e *piece.End, f *job.Fit, s *seat, half float64) (r learn.SawRecord, says bool) {
	kind := e.Kind()
	span, turn := s.projection-s.least, 1.0 // of a gap over the span, to degrees
	lean := 1.0                             // of a gap as it is read across the face's line, level
	if kind == piece.FittedCope || s.crown {
		lean = math.Cos(math.Atan2(span, math.Max(s.tall, 1e-6)))
	}
	switch {
	case kind == piece.FittedCope:
		turn = learn.PastHalf(1, span, 0, half, true)
	case e.Faced:
		span = s.tall
		turn = learn.Opening(1, span, half)
	case !s.crown:
		span = s.projection
		turn = learn.Opening(1, span, half)
	default:
		turn = learn.Opening(1, span, half)
	}
	if span <= 0.1 {
		return r, false // a face that stands out alike all over says nothing of the angle
	}
	side, placed := g.side(e, f.Where, s)
	gap := func(inches float64) float64 { return inches / lean * turn }
	r = learn.SawRecord{SD: gap(gapRead)}
	within := func(lo, hi float64) {
		r.Within, r.Lo, r.Hi = true, gap(lo), gap(hi)
	}
	switch {
	case f.Gap == 0 && (f.How == job.FitClosed || f.How == ""):
		within(-closedWithin, closedWithin)
	case f.Gap == 0 && f.How == job.FitHairline && !placed:
		within(-hairlineWithin, hairlineWithin)
	case f.Gap == 0 && f.How == job.FitHairline && side > 0:
		within(closedWithin, hairlineWithin)
	case f.Gap == 0 && f.How == job.FitHairline:
		within(-hairlineWithin, -closedWithin)
	case f.Gap == 0 || !placed:
		return r, false
	default:
		r.Value = gap(side * f.Gap.Inches())
	}
	return r, true
}

// side is on which side of the half a cut was that gapes at a place: + where it went too far over; placed is false where the place does not tell.
func (g *gathering) side(e *piece.End, where string, s *seat) (side float64, placed bool) {
	switch {
	case e.Faced:
		return map[string]float64{"bottom": 1, "top": -1}[where], where == "bottom" || where == "top"
	case e.Kind() == piece.FittedCope && s.crown:
		return map[string]float64{"top": 1, "bottom": -1}[where], where == "bottom" || where == "top"
	case e.Kind() == piece.FittedCope:
		side = map[string]float64{"top": -1, "bottom": 1}[where] * s.foot
		return side, side != 0
	}
	out := map[string]float64{"face": 1, "back": -1}
	if s.crown {
		out = map[string]float64{"top": 1, "face": 1, "bottom": -1, "back": -1}
	}
	side, placed = out[where], out[where] != 0
	if e.Side == job.Outside {
		side = -side
	}
	return side, placed
}
