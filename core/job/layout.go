package job

import (
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Layout is the accepted plan of what to cut from what for one moulding: a fact,
// checked by the plan and never recomputed.
type Layout struct {
	Moulding string      `json:"moulding" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Sticks   []LaidStick `json:"sticks" required:"true" maxItems:"4000"`
	Scarfs   []Scarf     `json:"scarfs,omitempty"`
	// Barred are pieces that must not come from an offcut: another grade, or
	// painted another colour. They outlast a new fitting.
	Barred []Bar `json:"barred,omitempty"`
	// Records is how many records there were when it was accepted; a miscut after
	// that spoils what is laid out.
	Records int `json:"records" minimum:"0"`
	// Least is the cost that no layout can go below, for the pieces and prices
	// that For stands for.
	Least money.Cents `json:"least"`
	For   string      `json:"for,omitempty"`
}

// LaidStick is one stick, offcut or remnant with the pieces to cut from it, left
// to right.
type LaidStick struct {
	ID      string         `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Source  string         `json:"source,omitempty" maxLength:"200" doc:"empty where bought; rack:… an offcut of the rack; miscut:… the remains of a miscut"`
	Length  measure.Length `json:"length" required:"true"`
	Price   money.Cents    `json:"price,omitempty"`
	Pieces  []Laid         `json:"pieces" required:"true"`
	Spoiled []Spoiled      `json:"spoiled,omitempty"`
	Locked  bool           `json:"locked,omitempty" doc:"stays as it is when the rest is fitted anew"`
	Bad     bool           `json:"bad,omitempty" doc:"split, cupped or warped: nothing more is cut from it"`
	// Rack is how long the offcut is that it left on the rack, 0 for none.
	Rack measure.Length `json:"rack,omitempty"`
}

// Bar keeps a piece off an offcut.
type Bar struct {
	Piece  string `json:"piece"`
	Source string `json:"source"`
}

// Laid is a piece on a stick: where its ends stand on the back line.
type Laid struct {
	Piece string         `json:"piece" required:"true" maxLength:"300"`
	From  measure.Length `json:"from" required:"true"`
	To    measure.Length `json:"to" required:"true"`
}

// Spoiled is a stretch of a stick that a miscut took.
type Spoiled struct {
	Label string         `json:"label"`
	From  measure.Length `json:"from"`
	To    measure.Length `json:"to"`
}

// Scarf tells where a piece too long for any stick is divided, from its left end, and how the parts lap.
type Scarf struct {
	Piece string           `json:"piece"`
	At    []measure.Length `json:"at"`
	Over  string           `json:"over,omitempty" enum:",left,right" doc:"which part laps over the other at each joint: the left or the right one; none as it shows least"`
}

// Layout finds the layout of a moulding.
func (j *Job) Layout(moulding string) *Layout {
	return find(j.Layouts, func(l *Layout) bool { return l.Moulding == moulding })
}

// UnmarshalJSON reads a layout. It takes the number of marks of formats 1 to 6.
func (l *Layout) UnmarshalJSON(b []byte) error {
	type plain Layout
	*l = Layout{}
	f := struct {
		*plain
		Marks int `json:"marks"`
	}{plain: (*plain)(l)}
	if err := strict(b, &f); err != nil {
		return err
	}
	l.Records += f.Marks
	return nil
}

// Copy copies a layout so that a change to one leaves the other alone.
func (l *Layout) Copy() *Layout {
	c := copied(*l)
	return &c
}
