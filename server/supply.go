package server

import (
	"fmt"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/plan"
	"gnomon/core/sticks"
)

// SupplyView is what to cut from what for one moulding.
type SupplyView struct {
	Moulding string      `json:"moulding"`
	Name     string      `json:"name"`
	Pieces   int         `json:"pieces"`
	Length   LengthView  `json:"length"`
	Laid     bool        `json:"laid" doc:"there is an accepted layout"`
	Valid    bool        `json:"valid" doc:"and it still holds every piece"`
	Proved   bool        `json:"proved" doc:"no layout can cost less"`
	Bounded  bool        `json:"bounded" doc:"least is the bound for these pieces and prices"`
	Cost     MoneyView   `json:"cost"`
	Least    MoneyView   `json:"least"`
	Count    int         `json:"count" doc:"sticks bought"`
	Waste    LengthView  `json:"waste"`
	Share    string      `json:"share" doc:"the waste in percent"`
	Lost     MoneyView   `json:"lost" doc:"what the waste cost"`
	Offcuts  LengthView  `json:"offcuts" doc:"of the waste, what is worth keeping"`
	Sticks   []BarView   `json:"sticks"`
	Rackable int         `json:"rackable" doc:"finished sticks whose offcut can go on the rack"`
	Lots     []StickLot  `json:"lots" doc:"the sticks bought, by length"`
	Kinds    []StickKind `json:"kinds" doc:"lengths that a new stick can have"`
}

// StickLot is so many sticks of one length.
type StickLot struct {
	Count  int        `json:"count"`
	Length LengthView `json:"length"`
	Cost   MoneyView  `json:"cost"`
}

// StickKind is a length that can be bought.
type StickKind struct {
	To     string     `json:"to" doc:"what to move a piece to for a new stick of it"`
	Length LengthView `json:"length"`
	Price  MoneyView  `json:"price"`
}

// BarView is one stick.
type BarView struct {
	ID       string             `json:"id"`
	Number   int                `json:"number"`
	From     string             `json:"from" enum:"bought,rack,miscut"`
	Length   LengthView         `json:"length"`
	Price    MoneyView          `json:"price"`
	Leftover LengthView         `json:"leftover"`
	Offcut   *LengthView        `json:"offcut,omitempty" doc:"what it leaves for the rack"`
	Racked   *LengthView        `json:"racked,omitempty" doc:"what it left there"`
	Locked   bool               `json:"locked"`
	Bad      bool               `json:"bad"`
	Spare    bool               `json:"spare" doc:"kept whole against miscuts"`
	Started  bool               `json:"started"`
	Finished bool               `json:"finished"`
	Fits     bool               `json:"fits"`
	Pieces   []BarPieceView     `json:"pieces"`
	Picture  picture.BarPicture `json:"picture"`
}

// BarPieceView is a piece on a stick.
type BarPieceView struct {
	ID    string     `json:"id"`
	Label string     `json:"label"`
	Short string     `json:"short" doc:"a code of its room and its number"`
	Room  string     `json:"room"`
	Cut   LengthView `json:"cut"`
	Begun bool       `json:"begun"`
	Gone  bool       `json:"gone" doc:"no longer in the plan"`
}

func stockViews(j *job.Job, p *plan.Plan) []SupplyView {
	out := []SupplyView{}
	for _, s := range p.Supplies {
		out = append(out, stockView(j, s))
	}
	return out
}

func stockView(j *job.Job, s sticks.Supply) SupplyView {
	u, cur := j.Unit, j.Prices.Currency
	m := j.Moulding(s.Moulding)
	codes := j.RoomCodes()
	v := SupplyView{Moulding: m.ID, Name: m.Title(), Pieces: s.Pieces, Length: lengthView(toBuy(s.Length, u), u), Laid: s.Laid, Valid: s.Valid,
		Proved: s.Proved(), Bounded: s.Bounded,
		Cost: moneyView(s.Cost, cur), Least: moneyView(s.Least, cur), Count: s.Count, Waste: lengthView(coarse(s.Waste, u), u), Share: s.WastePercent().String(),
		Lost: moneyView(s.WasteCost(), cur), Offcuts: lengthView(coarse(s.Offcuts, u), u), Sticks: []BarView{}, Kinds: []StickKind{}, Lots: []StickLot{}}
	for i, k := range m.Sticks {
		v.Kinds = append(v.Kinds, StickKind{fmt.Sprint(sticks.ToNew, i), lengthView(k.Length, u), moneyView(k.Price, cur)})
	}
	for _, l := range s.Lots() {
		v.Lots = append(v.Lots, StickLot{l.Count, lengthView(l.Length, u), moneyView(l.Cost, cur)})
	}
	for i, b := range s.Sticks {
		bv := BarView{ID: b.ID, Number: i + 1, From: sticks.Origin(b.LaidStick), Length: lengthView(b.Length, u), Price: moneyView(b.Price, cur),
			Leftover: lengthView(coarse(b.Leftover, u), u), Locked: b.Locked, Bad: b.Bad,
			Spare: b.Spare(), Started: b.Started, Finished: b.Finished, Fits: b.Fits, Pieces: []BarPieceView{}, Picture: picture.OnStick(j, m, b)}
		if b.Rack > 0 {
			l := lengthView(b.Rack, u)
			bv.Racked = &l
		} else if o := sticks.Offcut(j, b); o > 0 && !b.Spare() {
			l := lengthView(o, u)
			bv.Offcut = &l
			if b.Finished {
				v.Rackable++
			}
		}
		for _, q := range b.On {
			pv := BarPieceView{ID: q.Laid.Piece, Label: q.Laid.Piece, Cut: lengthView(q.To-q.From, u), Begun: q.Begun, Gone: q.Piece == nil}
			if q.Piece != nil {
				pv.Label, pv.Room = q.Piece.Label, j.Room(q.Piece.Room).Title()
				pv.Short = codes[q.Piece.Room] + " " + strings.TrimPrefix(q.Piece.Label, "Base ")
			}
			bv.Pieces = append(bv.Pieces, pv)
		}
		v.Sticks = append(v.Sticks, bv)
	}
	return v
}

// coarse rounds what is left over down to what a person would say.
func coarse(l measure.Length, u measure.Unit) measure.Length {
	if u.Metric() {
		return l.Whole(5 * measure.Millimetre)
	}
	return l.Whole(measure.Inch / 4)
}

// toBuy is a sum that one buys by, to the inch or the centimetre.
func toBuy(l measure.Length, u measure.Unit) measure.Length {
	if u.Metric() {
		return l.UpTo(10 * measure.Millimetre)
	}
	return l.UpTo(measure.Inch)
}

// stickWords says which stick each piece is cut from.
func stickWords(p *plan.Plan, u measure.Unit) map[string]string {
	out := map[string]string{}
	for _, s := range p.Supplies {
		for i, b := range s.Sticks {
			for _, q := range b.On {
				out[q.Laid.Piece] = fmt.Sprintf("stick %d, %s, from %s to %s", i+1, b.Length.In(u), q.From.In(u), q.To.In(u))
			}
		}
	}
	return out
}
