package lesson

import "gnomon/core/piece"

// kindNames are the kinds of joint as people call one.
var kindNames = map[string]string{piece.FittedCope: "cope", piece.FittedMitre: "inside mitre", piece.FittedOutside: "outside mitre", piece.FittedScarf: "scarf",
	piece.FittedButt: "butt", "square": "square cut"}

// KindName is what people call a kind of joint or cut.
func KindName(kind string) string {
	if n := kindNames[kind]; n != "" {
		return n
	}
	return kind
}

// howWords are how a joint closed, in a word.
var howWords = map[string]string{"closed": "closed", "hairline": "hairline", "filled": "filled", "recut": "cut again", "open": "gapes still", "": "not said"}

// HowWord is how a joint closed, in a word.
func HowWord(how string) string { return howWords[how] }

// causeWords are why a cut was a miscut.
var causeWords = map[string]string{"mirror": "the mirror image", "setting": "a wrong setting", "end": "the wrong end", "length": "a wrong length",
	"split":   "it split",
	"slipped": "it slipped", "other": "something else", "": "not said"}

// CauseWord is why a cut was a miscut, in a word or two.
func CauseWord(cause string) string { return causeWords[cause] }
