package fit_test

import (
	"flag"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/fit"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/profile/profiletest"
)

var figures = flag.Bool("figures", false, "write the table of docs/fit.md")

const fitDoc = "../../docs/fit.md"

// of the library, by kind: two bases, a rail, and three crowns.
var tabled = []string{"landing", "harbour", "rail", "skiff", "quay", "steamer"}

var corners = []measure.Angle{86, 88, 89, 90, 91, 92, 94}

// closes is what a joint made for a square corner leaves in another: as it is, and with both pieces rolled as far as they may.
func closes(s *profile.Section, kind fit.Kind, theta measure.Angle, ceiling float64) (still, rolled float64) {
	j := fit.Joint{Kind: kind, Crown: s.Leans(), Through: s, Coped: s, Corner: fit.Corner{Theta: theta},
		Made: fit.Made{Theta: 90, Back: 15, Halves: [2]measure.Angle{45, 45}}}
	if ceiling != 0 {
		roll := fit.CeilingRolls(s, ceiling)
		j.Poses = fit.Poses{Through: profile.Pose{Roll: roll}, Coped: profile.Pose{Roll: roll}}
	}
	still = j.Close().Gap()
	rolled = still
	for _, c := range j.Cures() {
		if c.Do == fit.RollBoth || c.Do == fit.EaseBacks {
			rolled = min(rolled, c.Gap)
		}
	}
	if kind == fit.Mitre {
		k := j
		k.Made.Eased = true
		for _, c := range k.Cures() {
			if c.Do == fit.RollBoth || c.Do == fit.Leave {
				rolled = min(rolled, c.Gap)
			}
		}
	}
	return still, rolled
}

// word is a gap in thousandths with how it closes.
func word(gap float64) string {
	return fmt.Sprintf("%.3f%s", gap, map[fit.Verdict]string{fit.Closes: " ●", fit.Fills: " ◐", fit.Recut: ""}[fit.Judge(gap)])
}

// table is how six sections close, coped and mitred for a square corner.
func table(t *testing.T) string {
	var b strings.Builder
	b.WriteString("| section | joint | |")
	for _, c := range corners {
		fmt.Fprintf(&b, " %s |", c)
	}
	b.WriteString(" ceiling 1/8 down |\n|---|---|---|" + strings.Repeat("---|", len(corners)+1) + "\n")
	for _, id := range tabled {
		s := profiletest.Named(t, id)
		for _, kind := range []fit.Kind{fit.Cope, fit.Mitre} {
			var still, rolled []string
			for _, c := range corners {
				a, r := closes(s, kind, c, 0)
				still, rolled = append(still, word(a)), append(rolled, word(r))
			}
			at90 := "–"
			at90Rolled := "–"
			if s.Leans() {
				a, r := closes(s, kind, 90, 1.0/8)
				at90, at90Rolled = word(a), word(r)
			}
			fmt.Fprintf(&b, "| %s | %s | as it is | %s | %s |\n", id, kind, strings.Join(still, " | "), at90)
			fmt.Fprintf(&b, "| | | rolled | %s | %s |\n", strings.Join(rolled, " | "), at90Rolled)
		}
	}
	return b.String()
}

// The table of docs/fit.md is what the program makes.
func TestFigures(t *testing.T) {
	text, err := os.ReadFile(fitDoc)
	require.NoError(t, err)
	const begin, end = "<!-- table -->\n", "<!-- end of table -->"
	before, rest, ok := strings.Cut(string(text), begin)
	require.True(t, ok)
	was, after, ok := strings.Cut(rest, end)
	require.True(t, ok)
	now := table(t)
	if *figures {
		require.NoError(t, os.WriteFile(fitDoc, []byte(before+begin+now+end+after), 0o600))
		return
	}
	assert.Equal(t, was, now, "run it with -figures: make fit")
}
