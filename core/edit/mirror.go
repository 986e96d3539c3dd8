package edit

import (
	"cmp"
	"slices"
	"strings"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// mirroring is a room that is seen from the other side: what was left is right.
type mirroring struct {
	unit     measure.Unit
	measures survey.Measures
	place    map[string]int // of its walls
	last     string         // the corner at its right end
	closed   bool
}

// mirror turns left to right: the walls go round in the other order, what was a
// wall's left end is its right, and what stood so far from the left end stands so
// far from the right.
func mirror(j *job.Job, r *job.Room) error {
	was := r.Clone() // what is measured is looked at as it was
	m := mirroring{unit: j.Unit, measures: survey.Reduce(j, &was), place: map[string]int{}, closed: r.Closed}
	n := len(r.Walls)
	for i, w := range r.Walls {
		m.place[w.ID], m.last = i, r.Corners[i].ID
	}
	for _, k := range Kinds {
		if k.mirror != nil {
			if err := k.mirror(&m, r); err != nil {
				return err
			}
		}
	}
	corners := slices.Clone(r.Corners)
	slices.Reverse(r.Walls)
	for i := range r.Walls {
		// The right end of the wall that is now i was its left end, where the
		// corner of the wall before it stands.
		r.Corners[i] = corners[(2*n-2-i)%n]
	}
	r.LeftEnd, r.RightEnd = r.RightEnd, r.LeftEnd
	r.LeftSetback, r.RightSetback = r.RightSetback, r.LeftSetback
	return nil
}

// across is where something stands seen from the other end of its wall, whose length must be
// known.
func (m *mirroring) across(wall string, at *job.Entry, width measure.Length, what string) error {
	l, _, ok := m.measures.Bought(m.place[wall], job.Floor)
	if !ok {
		return &job.Invalid{Thing: "wall " + wall, Field: "length", Reason: "is not known, and " + what + " stands on it, placed from its left end",
			Remedy: "measure " + job.WallNumber(m.place[wall]) + " first, or copy without mirroring"}
	}
	v := l - at.Length - width
	if v < 0 {
		return &job.Invalid{Thing: "wall " + wall, Field: "length", Value: l.In(m.unit), Reason: "is shorter than " + what + " on it reaches",
			Remedy: "put that right first"}
	}
	*at = job.Entry{Length: v, Text: v.String()}
	return nil
}

func mirrorWall(_ *mirroring, w *job.Wall) error {
	w.CeilingLeft, w.CeilingRight = w.CeilingRight, w.CeilingLeft
	w.FloorLeft, w.FloorRight = w.FloorRight, w.FloorLeft
	return nil
}

func mirrorLength(_ *mirroring, t *job.WallLength) error {
	t.Left, t.Right, t.From, t.To = t.Right, t.Left, t.To, t.From
	t.Faces.Left, t.Faces.Right = t.Faces.Right, t.Faces.Left
	return nil
}

// mirrorCorner: what leaned in the face of the wall left of it leans the other way in that of
// the wall right of it.
func mirrorCorner(_ *mirroring, c *job.Corner) error {
	if c.Lean != nil {
		turnLean(c.Lean)
		c.LeanFace = otherEnd(cmp.Or(c.LeanFace, job.HandLeft))
	}
	return nil
}

func mirrorOpening(m *mirroring, o *job.Opening) error {
	turnLean(o.Lean)
	o.ProudLeft, o.ProudRight = o.ProudRight, o.ProudLeft
	if e := o.SashLeft; e != nil && e.Length != 0 {
		e.Length = -e.Length
		e.Text = otherSign(e.Text, e.Length < 0)
	}
	return m.across(o.Wall, &o.From, o.Width.Length, "an opening")
}

func mirrorSpot(m *mirroring, s *job.Spot) error {
	s.Stud = otherEnd(s.Stud)
	switch s.Kind {
	case job.SpotStepUp:
		s.Kind = job.SpotStepDown
	case job.SpotStepDown:
		s.Kind = job.SpotStepUp
	}
	if s.Right != nil { // read from both ends: each is what the other was
		s.At, *s.Right = *s.Right, s.At
		return nil
	}
	return m.across(s.Wall, &s.At, 0, "something")
}

// mirrorOdd turns what its detail was given, and its place, left to right.
func mirrorOdd(m *mirroring, o *job.Odd) error {
	o.End = otherEnd(o.End)
	if d, err := detail.Named(o.Detail); err == nil {
		o.Fields = d.Mirrored(o.Fields)
	}
	if o.At == nil || o.Wall == "" {
		return nil
	}
	return m.across(o.Wall, o.At, 0, "an odd place")
}

// mirrorDiagonal: only the ends of an open run change places.
func mirrorDiagonal(m *mirroring, d *job.Diagonal) error {
	if m.closed {
		return nil
	}
	for _, p := range []*string{&d.From, &d.To} {
		switch *p {
		case job.Start:
			*p = m.last
		case m.last:
			*p = job.Start
		}
	}
	return nil
}

func mirrorRun(_ *mirroring, k *job.Run) error {
	k.First, k.Last, k.LeftEnd, k.RightEnd = k.Last, k.First, k.RightEnd, k.LeftEnd
	return nil
}

func mirrorOverride(_ *mirroring, o *job.Override) error {
	if o.Question == job.AskCoped || o.Question == "cope_hand" {
		o.Choice = otherEnd(o.Choice)
	}
	return nil
}

func turnLean(l *job.Lean) {
	if l == nil || l.Angle == 0 {
		return
	}
	l.Angle = -l.Angle
	l.Text = otherSign(l.Text, l.Angle < 0)
}

// otherSign is a text with a minus or without.
func otherSign(text string, negative bool) string {
	body := strings.TrimPrefix(strings.TrimPrefix(strings.TrimSpace(text), "-"), "−")
	if negative {
		return "-" + body
	}
	return body
}

func mirrorJambLength(_ *mirroring, t *job.JambLength) error {
	other := map[string]string{job.JambLeft: job.JambRight, job.JambRight: job.JambLeft, job.JambRising: job.JambFalling, job.JambFalling: job.JambRising}
	t.Side = cmp.Or(other[t.Side], t.Side)
	return nil
}

func mirrorJambReading(_ *mirroring, r *job.JambReading) error {
	row, side, _ := strings.Cut(r.Corner, "_")
	r.Corner = row + "_" + otherEnd(side)
	return nil
}

func otherEnd(s string) string {
	switch s {
	case "left":
		return "right"
	case "right":
		return "left"
	}
	return s
}
