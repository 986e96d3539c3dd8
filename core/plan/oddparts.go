package plan

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/decide"
	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/odd"
	"gnomon/core/piece"
)

// begins are the places along a wall that have pieces of their own and part what runs there: a stair that begins on it.
func (o *odds) begins(t *run, wall string) []*odd.Place {
	var out []*odd.Place
	for _, p := range o.on(t, wall, detail.Alone) {
		if p.At > 0 {
			out = append(out, p)
		}
	}
	return out
}

// parted is what the places along a piece leave of it: what runs there, left to right, with what goes between; and beside them what
// is cut from offcuts, or runs under it.
func (o *odds) parted(t *run, p piece.Piece) (along, beside []piece.Piece) {
	along = []piece.Piece{p}
	for _, place := range append(o.on(t, p.Wall, detail.OnWall), o.begins(t, p.Wall)...) {
		last := &along[len(along)-1]
		if place.At <= last.BackFrom() || place.At >= last.BackFrom()+last.Back {
			continue
		}
		k := o.knows(t.Shape(), p.Wall)
		if place.Detail.Place == detail.Alone {
			if k = o.knowsOwn(place); k == nil {
				continue
			}
		}
		k[detail.OfRest] = last.From + last.Length - place.At
		if d := place.Texts("side"); d == "right" { // an old piece there goes on from the left
			k[detail.OfRest] = place.At - last.From
		}
		k[detail.OfLowSide] = last.From + last.Length - place.At
		if place.Texts("falls") == "left" {
			k[detail.OfLowSide] = place.At - last.From
		}
		w := o.work(place, k)
		if w == nil {
			continue
		}
		more, caps := o.part(t, *last, place, w)
		along = append(along[:len(along)-1], more...)
		beside = append(beside, caps...)
	}
	return along, beside
}

// parting is one piece being parted at a place.
type parting struct {
	odds        *odds
	run         *run
	whole       piece.Piece
	place       *odd.Place
	worked      *detail.Worked
	left, right *detail.Stick // what runs there on either side; nil where the piece stays whole
	own         bool          // what stands between them are pieces of the place's own
	names       map[string]string
}

// part parts one piece at a place.
func (o *odds) part(t *run, p piece.Piece, place *odd.Place, w *detail.Worked) (along, beside []piece.Piece) {
	k := &parting{odds: o, run: t, whole: p, place: place, worked: w, own: place.Detail.Place == detail.Alone, names: map[string]string{}}
	for i := range w.Sticks {
		s := &w.Sticks[i]
		k.names[s.Part] = p.ID + "." + place.ID + "-" + s.Part
		if k.own {
			k.names[s.Part] = odd.Prefix(place.ID) + "." + s.Part
		}
		if !s.Second && s.Left.Meets == "" && s.Left.Against == "" {
			k.left = s
		}
		if !s.Second && s.Right.Meets == "" && s.Right.Against == "" {
			k.right = s
		}
	}
	switch {
	case k.left != nil && k.right != nil:
		along = k.along()
	case k.own:
		return []piece.Piece{p}, nil
	default: // it is not parted: something is done to it there
		where := fmt.Sprintf("%s at %s from its left end.", place.Title, (place.At - p.BackFrom()).In(o.room.Job.Unit))
		p.Work = append(append(slices.Clone(p.Work), where), w.Steps...)
		along = []piece.Piece{p}
	}
	beside = k.beside()
	o.differs(t, place)
	ids := make([]string, 0, len(along)+len(beside))
	for _, q := range slices.Concat(along, beside) {
		ids = append(ids, q.ID)
	}
	o.keep(place, t.ID, w, ids...)
	return along, beside
}

var oddDiffers = finding.Declare(finding.Form{Code: "odd_differs", Severity: finding.Note, Stop: finding.Joints, Kind: "odd",
	Text: "%s: %s up its face %s stands %s %s than what it meets.", Why: "Their sections are near one another and not the same: it shows there most.",
	Remedy: "Put the joint where nobody looks, ease the one to the other, or break it with a block."})

// differs tells where a moulding differs most from the one that it goes on from.
func (o *odds) differs(t *run, place *odd.Place) {
	old := o.room.Job.Moulding(place.Second)
	if old == nil || place.Detail.Place != detail.OnWall || !old.Drawn() || !t.Moulding.Drawn() {
		return
	}
	at, by := fit.Apart(old.Meets(), t.Moulding.Meets())
	if math.Abs(by) < measure.Sixtyfourth.Inches() {
		return
	}
	way, u := "further out", o.room.Job.Unit
	if by < 0 {
		way = "further in"
	}
	o.found.Add(oddDiffers.In(o.room.ID, place.ID).Says(place.Title, inches(at).In(u), t.Moulding.Title(), inches(math.Abs(by)).In(u), way))
}

// gone tells whether what runs there on a side is none of the run's: an old piece, or one on another floor.
func (k *parting) gone(s *detail.Stick) bool {
	return s.Stays || k.own && math.Abs(s.At.At[2]) > slightest
}

// between tells whether a stick goes between what runs there.
func (k *parting) between(s *detail.Stick) bool { return s.Left.Meets != "" && s.Right.Meets != "" }

// along are what runs there and what goes between, left to right. The first that is left keeps the name of the whole.
func (k *parting) along() []piece.Piece {
	p, shape := k.whole, k.run.Shape()
	k.names[k.left.Part], k.names[k.right.Part] = p.ID, p.ID+"."+k.place.ID
	if k.gone(k.left) {
		k.names[k.right.Part] = p.ID
	}
	both := !k.gone(k.left) && !k.gone(k.right)
	var out []piece.Piece
	if !k.gone(k.left) {
		q := p
		q.Right = odd.End(k.worked, k.left, joint.Right, k.names)
		q.Length = k.place.At + inches(k.left.Point(joint.Right, 0, 0)[0]) - p.From + odd.Tip(shape, &q.Right)
		if both {
			q.Label += "a"
		}
		out = append(out, q)
	}
	for i := range k.worked.Sticks {
		if s := &k.worked.Sticks[i]; !k.own && s != k.left && s != k.right && k.between(s) && !odd.IsReturn(s) {
			out = append(out, k.made(s))
		}
	}
	if !k.gone(k.right) {
		q := p
		q.ID, q.Hand, q.Work = k.names[k.right.Part], nil, nil
		q.Left = odd.End(k.worked, k.right, joint.Left, k.names)
		q.From = k.place.At + inches(k.right.Point(joint.Left, 0, 0)[0]) - odd.Tip(shape, &q.Left)
		q.Length = p.From + p.Length - q.From
		if both {
			q.Label += "b"
		}
		out = append(out, q)
	}
	rake := k.run.On.Rake[wallOf(k.run.Room.Room, p.Wall)]
	for i := range out {
		q := &out[i]
		k.run.Setup.Set(&q.Left, joint.Left, rake)
		k.run.Setup.Set(&q.Right, joint.Right, rake)
		q.MeasureUp(shape)
		q.SetByHand(shape, k.run.Room.Job.Hand(q.ID))
	}
	return out
}

// beside are what is cut from offcuts there, or runs under it.
func (k *parting) beside() []piece.Piece {
	var out []piece.Piece
	for i := range k.worked.Sticks {
		s := &k.worked.Sticks[i]
		if k.own || s == k.left || s == k.right || odd.IsReturn(s) || k.between(s) {
			continue
		}
		b := k.made(s)
		b.SetByHand(k.run.Shape(), k.run.Room.Job.Hand(b.ID))
		out = append(out, b)
	}
	return out
}

// made is a piece that a place makes beside what runs there.
func (k *parting) made(s *detail.Stick) piece.Piece {
	p := &k.whole
	q := odd.Piece(k.worked, s, k.run.Setup, k.names, k.odds.room.Job.Unit)
	q.Label, q.Room, q.Run, q.Wall, q.Moulding = p.Label+" "+s.Label, p.Room, p.Run, p.Wall, p.Moulding
	q.From, q.Odd, q.Turns = k.place.At+inches(min(s.Point(joint.Left, 0, 0)[0], s.Point(joint.Right, 0, 0)[0])), k.place.ID, true
	return q
}

// handy tells whether a piece is carried with what is glued to it.
func handy(p *piece.Piece) bool { return p.Cut <= decide.Handy }
