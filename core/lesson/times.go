package lesson

import (
	"slices"
	"time"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// together is how close marks of one person lie that were made of one piece of work: both ends of a piece, a group that goes up as one.
const together = 20 * time.Second

// event is a mark of something that was done.
type event struct {
	r  *job.Record
	at time.Time
}

// times takes from the marks of each person how long the work took that ended with each: since their mark before it, where that is not so long ago
// that it was a pause. Marks that come together are one piece of work. Where somebody told how long something took, that holds.
func (g *gathering) times() {
	told := map[string]*job.Took{}
	for _, r := range g.stand {
		if r.Took != nil {
			told[r.Took.About] = r.Took
		}
	}
	by := map[string][]event{}
	var people []string
	for _, r := range g.stand {
		if !ends(r.Kind) {
			continue
		}
		at, err := time.Parse(time.RFC3339, r.At)
		if err != nil {
			continue
		}
		who := Who(r)
		if by[who] == nil {
			people = append(people, who)
		}
		by[who] = append(by[who], event{r, at})
	}
	pause := time.Duration(g.j.Times.Pause) * time.Minute
	for _, who := range people {
		all := by[who]
		slices.SortStableFunc(all, func(a, b event) int { return a.at.Compare(b.at) })
		var last time.Time
		set := "" // the moulding that the saw is set up for
		for i := 0; i < len(all); {
			n := i + 1
			for n < len(all) && all[n].at.Sub(all[n-1].at) <= together {
				n++
			}
			batch := all[i:n]
			done := batch[n-i-1].at
			t := Timed{By: who, At: done, Parts: map[string]float64{}, Record: batch[n-i-1].r.ID}
			for _, e := range batch {
				g.parts(&t, e.r, &set)
				if k := told[e.r.ID]; k != nil {
					t.Told, t.Minutes, t.Record = true, t.Minutes+float64(k.Minutes)/100, e.r.ID
				}
			}
			if since := done.Sub(last); !t.Told && !last.IsZero() && since <= pause && !g.j.Times.Unwatched {
				t.Minutes = since.Minutes()
			}
			if t.Minutes > 0 && len(t.Parts) > 0 {
				g.out.Times = append(g.out.Times, t)
				g.out.Hours += t.Minutes / 60
				g.out.Planned += planned(&g.j.Times, t.Parts) / 60
			}
			last, i = done, n
		}
	}
}

// ends tells whether a mark is the end of some work. How a joint closed is told between two pieces of it.
func ends(k job.RecordKind) bool {
	switch k {
	case job.RecordCut, job.RecordCoped, job.RecordMiscut, job.RecordRecut, job.RecordHung, job.RecordTicked:
		return true
	}
	return false
}

// parts adds what a mark is the end of, by the rates of the job's times. What was spoiled, or cut again, takes time that no rate is for.
func (g *gathering) parts(t *Timed, r *job.Record, set *string) {
	p := g.pieces[r.Piece]
	switch r.Kind {
	case job.RecordCut:
		t.Parts["cut"]++
		if p != nil && p.Moulding != *set {
			if *set != "" {
				t.Parts["setup"]++
			}
			*set = p.Moulding
		}
	case job.RecordCoped:
		t.Parts["cope"]++
	case job.RecordHung:
		if p == nil {
			return
		}
		t.Parts["hang"]++
		t.Parts["length"] += p.Length.Inches() / 12
		if p.Cap {
			t.Parts[piece.FittedReturn]++
		}
		for _, hand := range [2]joint.Hand{joint.Left, joint.Right} {
			if kind := p.End(hand).Fitted(hand); kind != "" {
				t.Parts[kind]++
			}
		}
	default:
		return
	}
	if t.What == "" {
		t.What = r.Label
	}
}

// Rates are the rates of a job's times that marks tell of, in minutes, by their names: that by length for a foot. There is none of what is timed by
// ticks only.
func Rates(t *job.Times) map[string]float64 {
	out := map[string]float64{}
	for name, c := range map[string]job.Count{"cut": t.Cut, "setup": t.Setup, "cope": t.Cope, "hang": t.Hang, "length": t.Length, piece.FittedCope: t.Coped,
		piece.FittedMitre: t.Mitre, piece.FittedOutside: t.Outside, piece.FittedScarf: t.Scarf, piece.FittedReturn: t.Return, piece.FittedButt: t.Butt} {
		out[name] = float64(c) / 100
	}
	out["length"] *= float64(measure.Foot) / float64(t.Per.Length())
	return out
}

func planned(t *job.Times, parts map[string]float64) float64 {
	rates, sum := Rates(t), 0.0
	for name, n := range parts {
		sum += n * rates[name]
	}
	return sum
}
