// Package words builds the parts of sentences that every package needs: lists, plurals,
// ordinals, and lengths as they are compared.
package words

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"gnomon/core/measure"
)

// Capital is a text with its first letter large, as a sentence begins.
func Capital(s string) string { return first(s, unicode.ToUpper) }

// Small is a label with its first letter small, as it stands in a sentence: base 3.
func Small(s string) string { return first(s, unicode.ToLower) }

func first(s string, to func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 {
		return s
	}
	return string(to(r)) + s[n:]
}

// List joins words as a sentence does: A, B and C.
func List(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	last := len(words) - 1
	return strings.Join(words[:last], ", ") + " and " + words[last]
}

// IsAre is the verb for so many things.
func IsAre(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

// Either joins words as a choice: A, B or C.
func Either(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	last := len(words) - 1
	return strings.Join(words[:last], ", ") + " or " + words[last]
}

// Count is a number of things: 1 wall, 3 walls.
func Count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// Longer tells by how much something is longer, or shorter where by is negative.
func Longer(by measure.Length, unit measure.Unit) string {
	if by < 0 {
		return (-by).In(unit) + " shorter"
	}
	return by.In(unit) + " longer"
}

var ordinals = []string{"nowhere", "first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"}

// A is a word with its article.
func A(what string) string {
	if strings.ContainsAny(what[:min(1, len(what))], "aeiou") {
		return "an " + what
	}
	return "a " + what
}

// Ordinal is a place in an order: first, second, 11th; 0 is nowhere.
func Ordinal(n int) string {
	if n < len(ordinals) {
		return ordinals[n]
	}
	suffix := "th"
	if t := n % 100; t < 11 || t > 13 {
		switch n % 10 {
		case 1:
			suffix = "st"
		case 2:
			suffix = "nd"
		case 3:
			suffix = "rd"
		}
	}
	return fmt.Sprint(n) + suffix
}
