package edit

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/survey"
)

// Copy asks for a copy of a room.
type Copy struct {
	Of     string `json:"of"`
	Name   string `json:"name"`
	Storey string `json:"storey"`
	Mirror bool   `json:"mirror"` // a flat across the landing: left becomes right
	Rough  bool   `json:"rough"`  // keep the lengths as called out only, to be measured
}

// copyRoom adds a copy of a room after it. Everything in it gets an identifier of
// its own, made from the copy's.
func copyRoom(j *job.Job, op Op) (Op, error) {
	var ask Copy
	if err := strict(op, &ask); err != nil {
		return Op{}, err
	}
	src := j.Room(ask.Of)
	if src == nil {
		return Op{}, &Missing{"room " + ask.Of}
	}
	if err := j.Check(); err != nil { // what is worked out from a room needs one that can be
		return Op{}, err
	}
	r := src.Clone()
	if ask.Mirror {
		if err := mirror(j, &r); err != nil {
			return Op{}, err
		}
	}
	if ask.Rough {
		callOnly(j, src, &r, ask.Mirror)
	}
	rename(&r, op.ID)
	r.Name, r.Storey = ask.Name, ask.Storey
	at := indexOf(j.Rooms, roomID, ask.Of) + 1
	j.Rooms = slices.Insert(j.Rooms, at, r)
	return Op{Do: Remove, Kind: "room", ID: op.ID}, nil
}

// rename gives everything in a room a new identifier. What was decided for a piece stays
// behind: the copy's are others.
func rename(r *job.Room, id string) {
	r.ID = id
	n := 0
	fresh := func() string { n++; return fmt.Sprintf("%s-%d", id, n) }
	was := map[string]string{"": "", job.Start: job.Start}
	next := func(p *string) { old := *p; *p = fresh(); was[old] = *p }
	for i := range r.Openings {
		next(&r.Openings[i].ID)
	}
	for i := range r.Walls {
		w := &r.Walls[i]
		next(&w.ID)
		for k := range w.Lengths {
			t := &w.Lengths[k]
			t.ID, t.From, t.To = fresh(), was[t.From], was[t.To]
		}
		c := &r.Corners[i]
		next(&c.ID)
		for k := range c.Readings {
			c.Readings[k].ID = fresh()
		}
	}
	for i := range r.Openings {
		r.Openings[i].Wall = was[r.Openings[i].Wall]
	}
	for i := range r.Diagonals {
		d := &r.Diagonals[i]
		d.ID, d.From, d.To = fresh(), was[d.From], was[d.To]
	}
	for i := range r.Spots {
		r.Spots[i].ID, r.Spots[i].Wall = fresh(), was[r.Spots[i].Wall]
	}
	for i := range r.Runs {
		next(&r.Runs[i].ID)
	}
	for i := range r.Runs {
		k := &r.Runs[i]
		k.First, k.Last, k.On = was[k.First], was[k.Last], was[k.On]
	}
	r.Entry = was[r.Entry]
	r.Overrides = slices.DeleteFunc(r.Overrides, func(o job.Override) bool {
		return o.Piece != "" || o.Question == job.AskFirst || o.Run != "" && was[o.Run] == "" || o.Corner != "" && was[o.Corner] == ""
	})
	for i := range r.Overrides {
		o := &r.Overrides[i]
		o.ID, o.Run, o.Corner = fresh(), was[o.Run], was[o.Corner]
	}
}

// callOnly takes the measurements out and leaves the lengths as called out.
func callOnly(j *job.Job, src, r *job.Room, mirrored bool) {
	m := survey.Reduce(j, src)
	n := len(r.Walls)
	for i := range r.Walls {
		from := i
		if mirrored {
			from = n - 1 - i
		}
		w := &r.Walls[i]
		w.Lengths = nil
		if l, ok := m.Wall(from, job.Floor); ok {
			w.Rough = &job.Entry{Length: l.Length, Text: l.Length.String()}
		}
		r.Corners[i].Readings = nil
	}
	r.Diagonals = nil
}

// mirror turns left to right: the walls go round in the other order, what was a
// wall's left end is its right, and what stood so far from the left end stands so
// far from the right.
func mirror(j *job.Job, r *job.Room) error {
	m := survey.Reduce(j, r)
	n := len(r.Walls)
	place := map[string]int{}
	for i, w := range r.Walls {
		place[w.ID] = i
	}
	// Seen from the other end; the wall's length must be known.
	across := func(wall string, at *job.Entry, width job.Entry, what string) error {
		l, _, ok := m.Bought(place[wall], job.Floor)
		if !ok {
			return &job.Invalid{Thing: "wall " + wall, Field: "length", Reason: "is not known, and " + what + " stands on it, placed from its left end",
				Remedy: "measure " + job.WallNumber(place[wall]) + " first, or copy without mirroring"}
		}
		v := l - at.Length - width.Length
		if v < 0 {
			return &job.Invalid{Thing: "wall " + wall, Field: "length", Value: l.In(j.Unit), Reason: "is shorter than " + what + " on it reaches",
				Remedy: "put that right first"}
		}
		*at = job.Entry{Length: v, Text: v.String()}
		return nil
	}
	for i := range r.Openings {
		o := &r.Openings[i]
		if err := across(o.Wall, &o.From, o.Width, "an opening"); err != nil {
			return err
		}
		turnLean(o.Lean)
	}
	for i := range r.Spots {
		s := &r.Spots[i]
		if err := across(s.Wall, &s.At, job.Entry{}, "something"); err != nil {
			return err
		}
		s.Stud, s.Kind = otherEnd(s.Stud), otherStep(s.Kind)
	}
	corners := slices.Clone(r.Corners)
	slices.Reverse(r.Walls)
	for i := range r.Walls {
		w := &r.Walls[i]
		for k := range w.Lengths {
			t := &w.Lengths[k]
			t.Left, t.Right, t.From, t.To = t.Right, t.Left, t.To, t.From
			t.Faces.Left, t.Faces.Right = t.Faces.Right, t.Faces.Left
		}
		w.CeilingLeft, w.CeilingRight = w.CeilingRight, w.CeilingLeft
		w.FloorLeft, w.FloorRight = w.FloorRight, w.FloorLeft
		// The right end of the wall that is now i was its left end, where the
		// corner of the wall before it stands.
		r.Corners[i] = corners[(2*n-2-i)%n]
		// What leaned in the face of the wall left of it leans the other way in that of
		// the wall right of it.
		if c := &r.Corners[i]; c.Lean != nil {
			turnLean(c.Lean)
			c.LeanFace = otherEnd(cmp.Or(c.LeanFace, job.HandLeft))
		}
	}
	for i := range r.Diagonals {
		d := &r.Diagonals[i]
		if d.From == job.Start || d.To == job.Start {
			end := corners[n-1].ID
			for _, p := range []*string{&d.From, &d.To} {
				switch *p {
				case job.Start:
					*p = end
				case end:
					*p = job.Start
				}
			}
		}
	}
	for i := range r.Runs {
		k := &r.Runs[i]
		k.First, k.Last, k.LeftEnd, k.RightEnd = k.Last, k.First, k.RightEnd, k.LeftEnd
	}
	for i := range r.Overrides {
		if o := &r.Overrides[i]; o.Question == job.AskCoped || o.Question == "cope_hand" {
			o.Choice = otherEnd(o.Choice)
		}
	}
	r.LeftEnd, r.RightEnd = r.RightEnd, r.LeftEnd
	r.LeftSetback, r.RightSetback = r.RightSetback, r.LeftSetback
	return nil
}

func turnLean(l *job.Lean) {
	if l == nil || l.Angle == 0 {
		return
	}
	l.Angle = -l.Angle
	body := strings.TrimPrefix(strings.TrimPrefix(strings.TrimSpace(l.Text), "-"), "−")
	if l.Text = body; l.Angle < 0 {
		l.Text = "-" + body
	}
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

func otherStep(kind string) string {
	switch kind {
	case job.SpotStepUp:
		return job.SpotStepDown
	case job.SpotStepDown:
		return job.SpotStepUp
	}
	return kind
}
