package plan_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/housetest"
	"gnomon/core/plan/plantest"
	"gnomon/core/sticks"
)

// fitAll fits the sticks of all mouldings of a job and uses what was found.
func fitAll(t *testing.T, j job.Job, p *plan.Plan, rack []sticks.RackOffcut) job.Job {
	t.Helper()
	next, err := housetest.Fitted(j, p, rack)
	require.NoError(t, err)
	require.NoError(t, next.Check())
	return next
}

// holds tells why a layout does not hold, or nothing.
func holds(p *plan.Plan) string {
	for _, s := range p.Supplies {
		if s.Laid && !s.Valid {
			out := s.Moulding
			for _, f := range p.Findings() {
				if f.Kind == "moulding" && f.ID == s.Moulding {
					out += ": " + f.Text
				}
			}
			return out
		}
	}
	return ""
}

// overlaps holds the pieces of all sticks against one another at the corners of their section: between two of them stands a kerf.
func overlaps(t *testing.T, j *job.Job, p *plan.Plan, name string) {
	for _, s := range p.Supplies {
		m := j.Moulding(s.Moulding)
		seat := m.Seat()
		for _, bar := range s.Sticks {
			for i := 1; i < len(bar.On); i++ {
				a, b := bar.On[i-1], bar.On[i]
				if a.Piece == nil || b.Piece == nil {
					continue
				}
				for _, u := range []float64{0, seat.Projection.Inches()} {
					for _, z := range []float64{0, seat.Drop.Inches()} {
						ends := a.To.Inches() + a.Piece.Right.Slope*u + a.Piece.Right.Rise*z
						begins := b.From.Inches() + b.Piece.Left.Slope*u + b.Piece.Left.Rise*z
						require.GreaterOrEqual(t, begins-ends, j.Kerf().Inches()-1e-6, "%s: %s and %s overlap on their stick", name, a.Piece.Label, b.Piece.Label)
					}
				}
			}
		}
	}
}

func layoutsText(j *job.Job) []string {
	var out []string
	for _, l := range j.Layouts {
		l.Sticks = slices.Clone(l.Sticks)
		for i := range l.Sticks {
			l.Sticks[i].ID = ""
		}
		out = append(out, fmt.Sprintf("%+v", l))
	}
	return out
}

// A fit just used holds, all pieces that are not divided anew are told as before, and fitting the same again gives the same; also with
// cuts made in between.
func TestAFitThatIsUsedHolds(t *testing.T) {
	laid, scarfed := 0, 0
	for seed := range uint64(*houses) {
		name := fmt.Sprint("house ", seed)
		j := housetest.Whole(seed)
		p := plantest.Build(t, j)
		rng := rand.New(rand.NewPCG(seed, 34))
		if seed%3 == 2 { // cut before anything is laid out
			for range 4 {
				if r := mark(rng, &j, &p, job.RecordCut, 0); r != nil {
					j.Records = append(j.Records, *r)
				}
			}
			p = plantest.Build(t, j)
		}
		var rack []sticks.RackOffcut
		for n := range rng.IntN(3) {
			rack = append(rack, sticks.RackOffcut{ID: fmt.Sprint("rack", n), Length: measure.Length(20+rng.IntN(200)) * measure.Inch})
		}
		was := allTold(&p)
		begun := map[string]bool{}
		for _, q := range p.Pieces {
			begun[q.ID] = q.Begun()
		}
		next := fitAll(t, j, &p, rack)
		q := plantest.Build(t, next)
		require.Empty(t, holds(&q), name)
		overlaps(t, &next, &q, name)
		is := allTold(&q)
		for id, w := range was {
			pc := piece.ByID(p.Pieces)[id]
			if !strings.Contains(id, "~") || begun[id] || next.Layout(pc.Moulding) == nil {
				require.Equal(t, w, is[id], "%s: %s turned over", name, id)
			}
		}
		for _, l := range next.Layouts {
			laid += len(l.Sticks)
			scarfed += len(l.Scarfs)
		}
		again := fitAll(t, next, &q, rack)
		if seed%3 != 2 {
			require.Equal(t, layoutsText(&next), layoutsText(&again), name)
		}
		for range 6 { // cut by what was fitted, and fitted again
			if r := mark(rng, &next, &q, job.RecordCut, 0); r != nil {
				next.Records = append(next.Records, *r)
				q = plantest.Build(t, next)
			}
		}
		require.Empty(t, holds(&q), name+", cut")
		require.Equal(t, is, allTold(&q), name)
		next = fitAll(t, next, &q, rack)
		after := plantest.Build(t, next)
		require.Empty(t, holds(&after), name+", cut and fitted again")
		overlaps(t, &next, &after, name)
		now := allTold(&after)
		for _, pc := range q.Pieces {
			if pc.Begun() {
				require.Equal(t, is[pc.ID], now[pc.ID], "%s: %s is cut and turned over", name, pc.ID)
			}
		}
	}
	t.Logf("%d sticks laid out, %d walls scarfed", laid, scarfed)
}
