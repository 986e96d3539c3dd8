package server

import (
	"gnomon/core/job"
	"gnomon/core/measure"
)

// LengthView is a length ready to typeset: the browser parses and computes none.
type LengthView struct {
	NM       int64  `json:"nm" doc:"nanometres"`
	Negative bool   `json:"negative,omitempty"`
	Feet     int64  `json:"feet"`
	Inches   int64  `json:"inches"`
	Num      int64  `json:"num" doc:"numerator of the fraction, 0 for none"`
	Den      int64  `json:"den"`
	Total    int64  `json:"total" doc:"feet and inches together in inches"`
	MM       string `json:"mm"`
	Text     string `json:"text" doc:"plain text in the job's unit, for copying and for screen readers"`
	Rounded  bool   `json:"rounded,omitempty" doc:"shown to the nearest sixty-fourth or tenth of a millimetre"`
}

func lengthView(l measure.Length, u measure.Unit) LengthView {
	p := l.Parts(measure.Finest)
	v := LengthView{NM: int64(l), Negative: p.Negative, Feet: p.Feet, Inches: p.Inches, Num: p.Num, Den: p.Den, Total: p.TotalInches,
		MM: l.MM(1), Text: l.In(u), Rounded: !p.Exact}
	if u.Metric() {
		v.Rounded = l%(measure.Millimetre/10) != 0
	}
	return v
}

// EntryView is a length that was typed, and the text to put back in its field.
type EntryView struct {
	LengthView
	Typed string `json:"typed"`
}

func entryView(e job.Entry, u measure.Unit) EntryView {
	return EntryView{LengthView: lengthView(e.Length, u), Typed: e.Shown(u)}
}

// AngleView is an angle ready to show: a plain number of degrees without sign,
// and the side it goes to.
type AngleView struct {
	Degrees float64 `json:"degrees" doc:"signed, as docs/geometry.md has it"`
	Text    string  `json:"text" doc:"without sign, with the degree sign"`
	Side    string  `json:"side,omitempty" doc:"left or right; none for 0"`
}

func swingView(a measure.Angle) AngleView { return sided(a, "right", "left") }
func tiltView(a measure.Angle) AngleView  { return sided(a, "left", "right") }

func sided(a measure.Angle, positive, negative string) AngleView {
	v := AngleView{Degrees: float64(a), Text: a.Abs().String()}
	switch {
	case a > 0:
		v.Side = positive
	case a < 0:
		v.Side = negative
	}
	return v
}
