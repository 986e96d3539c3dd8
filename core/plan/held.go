package plan

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// takes is how much of its piece's length an end takes up at the face, past the corner line:
// less than nothing where the face reaches further than the back. At an inside corner the
// face of the piece and that of what stands on the other wall at d cross at
// (d + P·cos θ)/sin θ, whichever of the two gives way.
func (e End) takes(sh *shape, hand joint.Hand) measure.Length {
	if e.Corner != "" && e.Side == job.Inside && e.Setting != nil {
		return (e.other + sh.Projection.Times(e.Theta.Cos())).Times(1 / e.Theta.Sin())
	}
	s := e.Slope
	if hand == joint.Right {
		s = -s
	}
	return e.Short + sh.Projection.Times(s) + e.tip()
}

// crosses tells whether the two ends of a piece cross before its far edge, and what they take
// up of it there. No such piece can be cut, and what stands beside it collides.
func (p *Piece) crosses(sh *shape) (takes measure.Length, does bool) {
	if p.Cap || p.Back <= 0 {
		return 0, false
	}
	takes = p.Left.takes(sh, joint.Left) + p.Right.takes(sh, joint.Right)
	if takes >= p.Length {
		return takes, true
	}
	// Leaning and rising ends cross at another height as well: over the section's corners.
	at := [][2]measure.Length{{sh.Projection, 0}, {sh.Projection, sh.Drop}, {0, sh.Drop}}
	if sh.Crown {
		at = at[1:2]
	}
	for _, c := range at {
		l := p.Left.takesAt(c[0], c[1], joint.Left) + p.Right.takesAt(c[0], c[1], joint.Right)
		if l >= p.Back {
			return p.Length - p.Back + l, true
		}
	}
	return takes, false
}

// takesAt is how much of its piece's back an end's cut takes up at a point of the section.
func (e End) takesAt(u, z measure.Length, hand joint.Hand) measure.Length {
	by := measure.Length(math.Round(float64(u)*e.Slope + float64(z)*e.Rise))
	if hand == joint.Right {
		return -by
	}
	return by
}

// hold tells of a piece why it is held back or not cut as it is.
func (b *builder) hold(t *trim, p *Piece) {
	if p.Hand != nil { // it was measured by hand, or is marked in place: no reading counts
		p.Held = ""
	}
	switch takes, does := p.crosses(t.shape); {
	case p.Cut <= 0 || p.Back <= 0:
		p.Held = "Nothing is left to cut: its wall is shorter than its ends must stop short of the corners."
	case does:
		p.Held = fmt.Sprintf("Its two ends cross before its far edge: they take %s there, and it is %s long.", takes.In(b.unit), p.Length.In(b.unit))
	}
	if t.run.Level != job.Floor || p.Cap {
		return
	}
	for _, s := range t.room.Spots {
		if s.Wall != p.Wall || s.Kind != job.SpotStepUp && s.Kind != job.SpotStepDown {
			continue
		}
		if at := s.At.Length - p.From; at > 0 && at < p.Length {
			p.NotAsIs = fmt.Sprintf("The floor steps %s from its left end. %s", at.In(b.unit), b.stepped(t.room, s))
		}
	}
}

// checkCrossing tells of a piece whose ends cross.
func (b *builder) checkCrossing(t *trim, p Piece, f Finding) {
	takes, does := p.crosses(t.shape)
	if !does {
		return
	}
	f.Code, f.Severity = "ends_cross", SeverityStop
	f.Text = fmt.Sprintf("%s cannot be made: its two ends cross before its far edge.", p.Label)
	f.Why = fmt.Sprintf("They take %s of it at the face and it is %s long; the pieces beside it would run into one another.", takes.In(b.unit), p.Length.In(b.unit))
	f.Remedy = "Choose a smaller moulding, leave the alcove out and return the runs before it on both sides, or set a made-up block there that the pieces beside it stop against."
	b.find(f)
}
