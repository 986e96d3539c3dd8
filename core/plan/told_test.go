package plan_test

import (
	"flag"
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
)

var houses = flag.Int("houses", 150, "how many random houses are tried")

// toldPiece is what a carpenter is told of a piece, and must not change by itself.
type toldPiece struct {
	cut         measure.Length
	left, right string
}

func endTold(e *piece.End) string {
	meets, _, _ := strings.Cut(e.Meets, "~") // which part of it stands there follows from where that is divided
	out := fmt.Sprint(e.Joint, e.ToldTo, meets, e.PoseCode(), e.Scarf)
	if e.Setting != nil {
		out += fmt.Sprintf(" %.6f %.6f %s", e.Setting.Mitre, e.Setting.Bevel, e.Setting.Keep)
	}
	return out
}

func allTold(p *plan.Plan) map[string]toldPiece {
	out := map[string]toldPiece{}
	for _, q := range p.Pieces {
		out[q.ID] = toldPiece{q.Cut, endTold(&q.Left), endTold(&q.Right)}
	}
	return out
}

// mark makes the record that a screen of the plan would send, or takes back one of those made since; none where there is none.
func mark(rng *rand.Rand, j *job.Job, p *plan.Plan, kind job.RecordKind, since int) *job.Record {
	if len(p.Pieces) == 0 {
		return nil
	}
	q := p.Pieces[rng.IntN(len(p.Pieces))]
	hand := piece.Hands[rng.IntN(2)]
	e := q.End(hand)
	n := len(j.Records)
	r := job.Record{ID: fmt.Sprint("m", n), Kind: kind, At: fmt.Sprintf("2031-01-01T%02d:%02d:%02dZ", n/3600, n/60%60, n%60)}
	if kind == job.RecordUndone {
		var made []string
		back := j.TakenBack()
		for _, o := range j.Records[since:] {
			if o.Kind != job.RecordUndone && !back[o.ID] {
				made = append(made, o.ID)
			}
		}
		if len(made) == 0 {
			return nil
		}
		r.Of = made[rng.IntN(len(made))]
		return &r
	}
	r.On = job.On{Piece: q.ID, Label: q.Label, End: string(hand)}
	switch kind {
	case job.RecordHung:
		r.End = ""
		r.Hung = &job.Hung{Length: q.Cut}
		return &r
	case job.RecordRecut:
		if e.Mark == "" {
			return nil
		}
		r.Recut = &job.Recut{Off: 1, To: q.Cut}
		return &r
	}
	if e.Setting == nil {
		return nil
	}
	r.Cut = &job.Cut{Length: q.Cut, Mitre: e.Setting.Mitre, Bevel: e.Setting.Bevel, Pose: e.PoseCode()}
	if e.Dial != nil {
		r.Cut.Dial = &job.Dial{Saw: j.Saw, Mitre: e.Dial.Mitre, Bevel: e.Dial.Bevel}
	}
	return &r
}

// After any mark made as it was told, and after taking it back, in any order: every piece keeps the length, the joints and the
// settings that it had. Of a job that was chosen, cut and measured anew before, that holds for cuts that are made now.
func TestMarksTurnNothingOver(t *testing.T) {
	all := []job.RecordKind{job.RecordCut, job.RecordCut, job.RecordCut, job.RecordMiscut, job.RecordRecut, job.RecordCoped, job.RecordHung, job.RecordUndone}
	now := []job.RecordKind{job.RecordCut, job.RecordCut, job.RecordCut, job.RecordCoped, job.RecordHung, job.RecordUndone}
	marks := 0
	for seed := range uint64(*houses) {
		j := housetest.Whole(seed)
		rng := rand.New(rand.NewPCG(seed, 33))
		p := plantest.Build(t, j)
		kinds := all
		if seed%2 == 1 {
			kinds = now
			if next := housetest.WorkOn(seed, j, &p); next.Check() == nil {
				j = next
			}
		}
		marks += markAll(t, rng, j, kinds, fmt.Sprint("house ", seed))
	}
	t.Logf("%d marks", marks)
}

// markAll marks a job here and there, and looks whether anything turns over.
func markAll(t *testing.T, rng *rand.Rand, j job.Job, kinds []job.RecordKind, name string) (marks int) {
	kept := plan.Kept{}
	p, err := kept.Build(j)
	require.NoError(t, err)
	if len(p.Pieces) == 0 {
		return 0
	}
	was, since := allTold(&p), len(j.Records)
	for range 12 + rng.IntN(20) {
		r := mark(rng, &j, &p, kinds[rng.IntN(len(kinds))], since)
		if r == nil {
			continue
		}
		j.Records = append(slices.Clip(j.Records), *r)
		require.NoError(t, j.Check())
		p, err = kept.Build(j)
		require.NoError(t, err)
		is := allTold(&p)
		marks++
		for id, w := range was {
			require.Equal(t, w, is[id], "%s: %s of %s %s turned %s over", name, r.Kind, r.Piece, r.End, id)
		}
		require.Len(t, is, len(was))
	}
	return marks
}
