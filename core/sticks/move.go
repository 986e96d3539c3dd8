package sticks

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/piece"
)

// ToNew moves a piece to a new stick: ToNew and the place of its length in the
// moulding's list.
const ToNew = "new:"

// moveWork bounds the fitting of one stick's pieces among what is cut of it.
const moveWork = nest.Second / 50

// Move gives the layout with one piece on another stick: both sticks are laid out
// anew in the order that loses least, but for what is cut. A stick on which
// nothing is left is not bought. Errors are *job.Invalid and say what is in the way.
func Move(j *job.Job, pieces []*piece.Piece, moulding, id, to string) (job.Layout, error) {
	m, l := j.Moulding(moulding), j.Layout(moulding)
	if m == nil || l == nil {
		return job.Layout{}, &job.Invalid{Thing: "moulding " + moulding, Reason: "has no sticks laid out", Remedy: "fit its sticks first"}
	}
	next := j.Clone()
	out := next.Layout(moulding)
	byID := piece.ByID(pieces)
	q := byID[id]
	if q == nil || q.Moulding != moulding {
		return *out, &job.Invalid{Thing: "piece " + id, Reason: "is not in the plan", Remedy: "fit the sticks again"}
	}
	if q.Begun() {
		return *out, &job.Invalid{Thing: q.Label, Reason: "is cut already", Remedy: "take its mark back at the Saw if it was not"}
	}
	from := slices.IndexFunc(out.Sticks, func(s job.LaidStick) bool {
		return slices.ContainsFunc(s.Pieces, func(x job.Laid) bool { return x.Piece == id })
	})
	fit := Problem(&next, m)
	onto, err := target(out, m, to)
	if err != nil {
		return *out, err
	}
	if onto == from {
		return *out, nil
	}
	for _, i := range []int{from, onto} {
		if i >= 0 && out.Sticks[i].Locked {
			return *out, &job.Invalid{Thing: fmt.Sprintf("stick %d", i+1), Reason: "is locked", Remedy: "unlock it first"}
		}
	}
	t := &out.Sticks[onto]
	if t.Bad || t.Rack > 0 {
		return *out, &job.Invalid{Thing: fmt.Sprintf("stick %d", onto+1), Reason: "is bad, or put away", Remedy: "choose another"}
	}
	t.Pieces = append(t.Pieces, job.Laid{Piece: id})
	if err := relay(&next, &fit, t, byID); err != nil {
		err.Thing, err.Reason = q.Label, fmt.Sprintf("stick %d %s", onto+1, err.Reason)
		return *out, err
	}
	if from >= 0 {
		s := &out.Sticks[from]
		s.Pieces = slices.DeleteFunc(s.Pieces, func(x job.Laid) bool { return x.Piece == id })
		if err := relay(&next, &fit, s, byID); err != nil {
			return *out, err
		}
		if len(s.Pieces) == 0 && len(s.Spoiled) == 0 && !s.Bad && s.Rack == 0 {
			out.Sticks = slices.Delete(out.Sticks, from, from+1)
		}
	}
	return *out, nil
}

// target finds the stick to move to, and adds it where it is a new one.
func target(l *job.Layout, m *job.Moulding, to string) (int, error) {
	if i := slices.IndexFunc(l.Sticks, func(s job.LaidStick) bool { return s.ID == to }); i >= 0 {
		return i, nil
	}
	var n int
	if _, err := fmt.Sscanf(to, ToNew+"%d", &n); err == nil && strings.HasPrefix(to, ToNew) && n >= 0 && n < len(m.Sticks) {
		l.Sticks = append(l.Sticks, job.LaidStick{ID: FreshStick(l), Length: m.Sticks[n].Length, Price: m.Sticks[n].Price})
		return len(l.Sticks) - 1, nil
	}
	return 0, &job.Invalid{Thing: "stick " + to, Reason: "is not in the layout", Remedy: "choose one that is, or a new one"}
}

// FreshStick is an identifier that no stick of the layout has.
func FreshStick(l *job.Layout) string {
	for n := len(l.Sticks) + 1; ; n++ {
		id := fmt.Sprintf("s%d", n)
		if !slices.ContainsFunc(l.Sticks, func(s job.LaidStick) bool { return s.ID == id }) {
			return id
		}
	}
}

// relay lays a stick's pieces out anew around what is cut or spoiled.
func relay(j *job.Job, fit *nest.Problem, s *job.LaidStick, byID map[string]*piece.Piece) *job.Invalid {
	var free []nest.Piece
	hold := job.LaidStick{ID: s.ID, Length: s.Length, Spoiled: s.Spoiled}
	for _, x := range s.Pieces {
		if p := byID[x.Piece]; p != nil && !p.Begun() {
			free = append(free, Fitted(j, p))
		} else {
			hold.Pieces = append(hold.Pieces, x)
		}
	}
	if len(hold.Pieces) == 0 && len(hold.Spoiled) == 0 {
		st, over := fit.Lay(nest.Stock{ID: s.ID, Length: s.Length}, free)
		if over > 0 {
			return &job.Invalid{Reason: "is " + over.In(j.Unit) + " too short for that as well", Remedy: "move a piece off it first, or choose another stick"}
		}
		s.Pieces = nil
		for _, c := range st.Pieces {
			s.Pieces = append(s.Pieces, job.Laid{Piece: c.Piece, From: c.From, To: c.To})
		}
		return nil
	}
	f := &Fitting{Problem: *fit, job: j, kept: []job.LaidStick{hold}, rests: map[string]rest{}}
	f.Problem.Stocks, f.Problem.Pieces = nil, free
	f.offerRests(0, byID)
	if len(free) > 0 {
		l, err := nest.Search(context.Background(), f.Problem, nest.Effort{Work: moveWork})
		if err != nil {
			return &job.Invalid{Reason: "has no room for that beside what is cut from it", Remedy: "choose another stick"}
		}
		for _, st := range l.Sticks {
			r := f.rests[st.Stock]
			for _, c := range st.Pieces {
				hold.Pieces = append(hold.Pieces, job.Laid{Piece: c.Piece, From: r.at + c.From, To: r.at + c.To})
			}
		}
	}
	slices.SortFunc(hold.Pieces, func(a, b job.Laid) int { return cmp.Compare(a.From, b.From) })
	s.Pieces = hold.Pieces
	return nil
}

// KeepOff gives the layout with a piece kept off the offcut it lies on. Errors
// are *job.Invalid.
func KeepOff(j *job.Job, pieces []*piece.Piece, moulding, id string) (job.Layout, error) {
	l := j.Layout(moulding)
	if l == nil {
		return job.Layout{}, &job.Invalid{Thing: "moulding " + moulding, Reason: "has no sticks laid out", Remedy: "fit its sticks first"}
	}
	next := j.Clone()
	out := next.Layout(moulding)
	for _, q := range pieces {
		if q.ID != id {
			continue
		}
		for _, s := range out.Sticks {
			if s.Source == "" || !slices.ContainsFunc(s.Pieces, func(x job.Laid) bool { return x.Piece == id }) {
				continue
			}
			out.Barred = append(out.Barred, job.Bar{Piece: cmp.Or(q.Of, q.ID), Source: s.Source})
			return *out, nil
		}
	}
	return *out, &job.Invalid{Thing: "piece " + id, Reason: "lies on no offcut", Remedy: "choose one that does"}
}
