package measure

import (
	"fmt"
	"math/big"
	"strings"
	"unicode"
)

type tokenKind int

const (
	tokEnd tokenKind = iota
	tokNumber
	tokFraction
	tokFoot
	tokInch
	tokMM
	tokCM
	tokM
	tokDegree
	tokHyphen
)

type token struct {
	kind    tokenKind
	text    string
	value   *big.Rat // of a number or fraction
	decimal bool     // a number written with a point
}

var lengthWords = map[string]tokenKind{
	"ft": tokFoot, "foot": tokFoot, "feet": tokFoot,
	"in": tokInch, "inch": tokInch, "inches": tokInch,
	"mm": tokMM, "cm": tokCM, "m": tokM,
}

var angleWords = map[string]tokenKind{"deg": tokDegree, "degree": tokDegree, "degrees": tokDegree}

// vulgar are the Unicode fractions in one character.
var vulgar = map[rune][2]int64{
	'½': {1, 2}, '⅓': {1, 3}, '⅔': {2, 3}, '¼': {1, 4}, '¾': {3, 4}, '⅕': {1, 5}, '⅖': {2, 5}, '⅗': {3, 5}, '⅘': {4, 5},
	'⅙': {1, 6}, '⅚': {5, 6}, '⅐': {1, 7}, '⅛': {1, 8}, '⅜': {3, 8}, '⅝': {5, 8}, '⅞': {7, 8}, '⅑': {1, 9}, '⅒': {1, 10},
}

// digit maps raised and lowered digits, as in ⁵⁄₈, to plain ones.
func digit(r rune) (byte, bool) {
	if r >= '0' && r <= '9' {
		return byte(r), true
	}
	if i := strings.IndexRune("⁰¹²³⁴⁵⁶⁷⁸⁹", r); i >= 0 {
		return "0123456789"[len([]rune("⁰¹²³⁴⁵⁶⁷⁸⁹"[:i]))], true
	}
	if r >= '₀' && r <= '₉' {
		return byte('0' + r - '₀'), true
	}
	return 0, false
}

// lex cuts what was typed into tokens; spaces part tokens and are dropped.
func lex(what, text string, words map[string]tokenKind) ([]token, *ParseError) {
	refuse := func(char, reason string) *ParseError {
		remedy := `write it like 12' 3 5/8", 147 5/8, 147.625 or 3742.5 mm`
		if what == "angle" {
			remedy = "write degrees like 90, 88.4 or 44 1/2"
		}
		return &ParseError{What: what, Text: clip(text), Char: char, Reason: reason, Remedy: remedy}
	}
	rs := []rune(text)
	if len(rs) > maxText {
		return nil, refuse("", fmt.Sprintf("%d characters are too many", len(rs)))
	}
	var toks []token
	for i := 0; i < len(rs); {
		r := rs[i]
		if unicode.IsSpace(r) {
			i++
			continue
		}
		if _, ok := digit(r); ok || r == '.' {
			t, n := lexNumber(rs[i:])
			if n == 0 {
				return nil, refuse(string(r), fmt.Sprintf("%q is not a number", string(r)))
			}
			if t.value == nil {
				return nil, refuse(t.text, fmt.Sprintf("%q has too many digits or a zero below the line", t.text))
			}
			toks, i = append(toks, t), i+n
			continue
		}
		if v, ok := vulgar[r]; ok {
			toks, i = append(toks, token{kind: tokFraction, text: string(r), value: big.NewRat(v[0], v[1])}), i+1
			continue
		}
		if unicode.IsLetter(r) && r != 'º' {
			j := i
			for j < len(rs) && unicode.IsLetter(rs[j]) {
				j++
			}
			word := string(rs[i:j])
			k, ok := words[strings.ToLower(word)]
			if !ok {
				return nil, refuse(string(r), fmt.Sprintf("%q means nothing here", word))
			}
			if j < len(rs) && rs[j] == '.' && (k == tokFoot || k == tokInch) { // "ft." and "in."
				j++
			}
			toks, i = append(toks, token{kind: k, text: word}), j
			continue
		}
		k := tokEnd
		switch r {
		case '\'', '′', '’', '‘':
			k = tokFoot
			if i+1 < len(rs) && strings.ContainsRune("'′’‘", rs[i+1]) { // '' stands for "
				k, i = tokInch, i+1
			}
		case '"', '″', '”', '“':
			k = tokInch
		case '-', '‐', '‑', '–', '—', '−':
			k = tokHyphen
		case '°', 'º':
			k = tokDegree
		}
		if k == tokEnd || (k == tokDegree) != (what == "angle") && k != tokHyphen {
			if r == ',' {
				return nil, refuse(",", `"," is not read here: write the decimals after a point`)
			}
			return nil, refuse(string(r), fmt.Sprintf("%q means nothing here", string(r)))
		}
		toks, i = append(toks, token{kind: k, text: string(r)}), i+1
	}
	return toks, nil
}

// lexNumber reads 3, 3.5, .5, 3. or 5/8 at the start of rs and tells how many
// runes it took. A value of nil is a number that cannot be taken.
func lexNumber(rs []rune) (token, int) {
	digits := func(from int) (string, int) {
		var b strings.Builder
		for from < len(rs) {
			d, ok := digit(rs[from])
			if !ok {
				break
			}
			b.WriteByte(d)
			from++
		}
		return b.String(), from
	}
	a, i := digits(0)
	if i < len(rs) && (rs[i] == '/' || rs[i] == '⁄' || rs[i] == '∕') && a != "" {
		b, j := digits(i + 1)
		if b == "" {
			return token{}, 0
		}
		t := token{kind: tokFraction, text: a + "/" + b}
		if v, ok := new(big.Rat).SetString(t.text); ok && len(a) <= 6 && len(b) <= 6 {
			t.value = v
		}
		return t, j
	}
	t := token{kind: tokNumber, text: a}
	if i < len(rs) && rs[i] == '.' {
		b, j := digits(i + 1)
		if a == "" && b == "" {
			return token{}, 0
		}
		t.text, t.decimal, i = a+"."+b, true, j
	}
	if v, ok := new(big.Rat).SetString("0" + strings.TrimSuffix(t.text, ".")); ok && len(t.text) <= 25 {
		t.value = v
	}
	return t, i
}

func clip(s string) string {
	if rs := []rune(s); len(rs) > maxText {
		return string(rs[:maxText]) + "…"
	}
	return s
}
