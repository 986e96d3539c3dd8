package plan

import (
	"gnomon/core/detail"
	"gnomon/core/joint"
	"gnomon/core/odd"
	"gnomon/core/piece"
	"gnomon/core/stretch"
)

// atEnd lets an odd place say what is on the end of a run on a wall; ok is false where none does.
func (o *odds) atEnd(t *run, s *stretch.Stretch, hand joint.Hand, id string) (e piece.End, ok bool) {
	for _, p := range o.on(t, t.Room.Walls[s.Wall].ID, detail.AtEnd) {
		if p.End != string(hand) || !o.outermost(t, s, hand) {
			continue
		}
		k := o.knows(t.Shape(), p.Wall)
		k[detail.OfEnd] = string(hand)
		w := o.work(p, k)
		if w == nil {
			continue
		}
		o.keep(p, t.ID, w, id)
		if f := w.Figure("back_in"); f != nil && len(w.Sticks) == 0 { // it dies into something thinner
			e = piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
			if at := s.Opens[map[joint.Hand]int{joint.Left: 0, joint.Right: 1}[hand]]; at != nil {
				e = endAtOpening(t, at, hand)
			}
			e.Chamfer = inches(f.Value)
			return e, true
		}
		for i := range w.Sticks {
			st := &w.Sticks[i]
			if d := st.End(hand.Other()); d.Meets == "" && d.Against == "" {
				e = odd.End(w, st, hand, nil)
				if e.Note == "" {
					e.Note = p.Title + "."
				}
				return e, true
			}
		}
	}
	return e, false
}

// given puts on an end what an odd place says.
func (o *odds) given(t *run, s *stretch.Stretch, hand joint.Hand, id string, e *piece.End) bool {
	if len(o.places) == 0 {
		return false
	}
	made, ok := o.atEnd(t, s, hand, id)
	if ok {
		*e = made
	}
	return ok
}

// outermost tells whether a stretch is the last of its run on its wall toward a hand.
func (o *odds) outermost(t *run, s *stretch.Stretch, hand joint.Hand) bool {
	for i := range t.Stretches {
		if q := &t.Stretches[i]; q != s && q.Wall == s.Wall && (hand == joint.Right && q.From > s.From || hand == joint.Left && q.From < s.From) {
			return false
		}
	}
	return true
}
