package measure

import (
	"fmt"
	"math/big"
	"strings"
)

// ParseError says why a typed length or angle was refused.
type ParseError struct {
	What   string // "length" or "angle"
	Text   string // what was typed
	Char   string // the character that could not be meant, where it is one
	Reason string
	Remedy string // the way out
}

func (e *ParseError) Error() string {
	return fmt.Sprintf("%s %q: %s; %s", e.What, e.Text, e.Reason, e.Remedy)
}

const maxText = 60 // characters; a length needs 20

// ParseLength reads a length as people write it: 12' 3 5/8", 12-3-5/8,
// 147 5/8, 147.625, 5/8, 3.7425 m, 3742.5, with ′ ″ and Unicode fractions.
//
// A bare number takes the field's unit. A bare fraction is inches in every
// field, and so is a number with a fraction, except that in a field of feet
// 9 1/2 is nine and a half feet. Two numbers joined by a hyphen are feet and
// inches. The value is rounded to the nanometre, half away from zero; halves to
// sixty-fourths of an inch are exact. The error is a *ParseError.
func ParseLength(text string, field Unit) (Length, error) {
	toks, perr := lex("length", text, lengthWords)
	if perr != nil {
		return 0, perr
	}
	p := &lengthParser{text: text, toks: toks, field: field}
	nm, perr := p.parse()
	if perr != nil {
		return 0, perr
	}
	if nm.Cmp(big.NewRat(int64(MaxLength), 1)) > 0 {
		return 0, &ParseError{What: "length", Text: text, Reason: "longer than 10 km", Remedy: "check for a digit too many"}
	}
	return Length(roundHalfUp(nm)), nil
}

// roundHalfUp rounds a value that is not negative.
func roundHalfUp(r *big.Rat) int64 {
	n := new(big.Int).Lsh(r.Num(), 1)
	n.Add(n, r.Denom())
	d := new(big.Int).Lsh(r.Denom(), 1)
	return n.Quo(n, d).Int64()
}

type lengthParser struct {
	text  string
	toks  []token
	at    int
	field Unit
}

func (p *lengthParser) kind(k int) tokenKind {
	if p.at+k < len(p.toks) {
		return p.toks[p.at+k].kind
	}
	return tokEnd
}

func (p *lengthParser) take() token { t := p.toks[p.at]; p.at++; return t }

func (p *lengthParser) fail(reason string) *ParseError {
	return &ParseError{What: "length", Text: p.text, Reason: reason, Remedy: `write it like 12' 3 5/8", 147 5/8, 147.625 or 3742.5 mm`}
}

// unexpected names the token that cannot stand where it stands.
func (p *lengthParser) unexpected() *ParseError {
	if p.at >= len(p.toks) {
		return p.fail("it ends too early")
	}
	t := p.toks[p.at]
	e := p.fail(fmt.Sprintf("%q cannot stand there", t.text))
	e.Char = t.text
	return e
}

// parse returns nanometres.
func (p *lengthParser) parse() (*big.Rat, *ParseError) {
	if len(p.toks) == 0 {
		return nil, p.fail("nothing was typed")
	}
	if p.kind(0) == tokHyphen {
		e := p.fail(`"-" before a length: a length is never negative`)
		e.Char = "-"
		return nil, e
	}
	if p.kind(0) == tokNumber && (p.kind(1) == tokMM || p.kind(1) == tokCM || p.kind(1) == tokM) {
		n, u := p.take(), p.take()
		return scale(n.value, map[tokenKind]Length{tokMM: Millimetre, tokCM: Centimetre, tokM: Metre}[u.kind]), p.end()
	}
	// 12-3-5/8 and 12-3: feet first, without a mark.
	if p.kind(0) == tokNumber && p.kind(1) == tokHyphen && p.kind(2) == tokNumber {
		threeParts := p.kind(3) == tokHyphen || p.kind(3) == tokFraction || p.kind(3) == tokInch
		if p.field.Metric() && !threeParts {
			p.at++
			return nil, p.unexpected()
		}
		feet := p.take()
		if feet.decimal {
			p.at--
			return nil, p.unexpected()
		}
		p.take()
		return p.feetThen(feet.value)
	}
	v, mixed, perr := p.mixed()
	if perr != nil {
		return nil, perr
	}
	switch p.kind(0) {
	case tokFoot:
		p.take()
		whole := v.IsInt()
		if p.kind(0) == tokEnd {
			return scale(v, Foot), nil
		}
		if !whole {
			return nil, p.unexpected()
		}
		if p.kind(0) == tokHyphen {
			p.take()
		}
		return p.feetThen(v)
	case tokInch:
		p.take()
		return scale(v, Inch), p.end()
	}
	unit := p.field.Length()
	if mixed && p.field != UnitFoot || p.toks[0].kind == tokFraction {
		unit = Inch
	}
	return scale(v, unit), p.end()
}

// feetThen reads the inches that must follow feet.
func (p *lengthParser) feetThen(feet *big.Rat) (*big.Rat, *ParseError) {
	start := p.at
	in, _, perr := p.mixed()
	if perr != nil {
		return nil, perr
	}
	if in.Cmp(big.NewRat(12, 1)) >= 0 {
		p.at = start
		e := p.fail(fmt.Sprintf("%s inches after feet is a foot or more", p.toks[start].text))
		e.Char = p.toks[start].text
		return nil, e
	}
	if p.kind(0) == tokInch {
		p.take()
	}
	return new(big.Rat).Add(scale(feet, Foot), scale(in, Inch)), p.end()
}

// mixed reads 3, 3.5, 5/8, 3 5/8 or 3-5/8 and tells whether a fraction was in it.
func (p *lengthParser) mixed() (*big.Rat, bool, *ParseError) {
	switch p.kind(0) {
	case tokFraction:
		return p.take().value, true, nil
	case tokNumber:
	default:
		return nil, false, p.unexpected()
	}
	n := p.take()
	skip := 0
	if p.kind(0) == tokHyphen {
		skip = 1
	}
	if p.kind(skip) != tokFraction {
		return n.value, false, nil
	}
	p.at += skip
	if f := p.toks[p.at]; n.decimal || f.value.Cmp(big.NewRat(1, 1)) >= 0 {
		return nil, false, p.unexpected()
	}
	return new(big.Rat).Add(n.value, p.take().value), true, nil
}

func (p *lengthParser) end() *ParseError {
	if p.at < len(p.toks) {
		return p.unexpected()
	}
	return nil
}

func scale(v *big.Rat, unit Length) *big.Rat {
	return new(big.Rat).Mul(v, new(big.Rat).SetInt64(int64(unit)))
}

// ParseAngle reads an angle in degrees: 90, 88.4, 44½, 44 1/2, with or without
// a degree sign. It does not judge whether the angle is possible where it
// stands. The error is a *ParseError.
func ParseAngle(text string) (Angle, error) {
	toks, perr := lex("angle", text, angleWords)
	if perr != nil {
		return 0, perr
	}
	p := &lengthParser{text: text, toks: toks}
	fail := func(e *ParseError) (Angle, error) {
		e.What, e.Remedy = "angle", "write degrees like 90, 88.4 or 44 1/2"
		return 0, e
	}
	if len(toks) == 0 {
		return fail(p.fail("nothing was typed"))
	}
	v, _, perr := p.mixed()
	if perr != nil {
		return fail(perr)
	}
	if p.kind(0) == tokDegree {
		p.take()
	}
	if perr := p.end(); perr != nil {
		return fail(perr)
	}
	f, _ := v.Float64()
	if f > 360 {
		return fail(p.fail(strings.TrimSpace(text) + " is more than a full turn"))
	}
	return Angle(f), nil
}
