package demo

import (
	"fmt"
	"math"
	"math/rand/v2"
	"time"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/quote"
)

// Crew is a made-up shop at work: what its saw, protractor and tape really do, and how long things really take. It works a job through and leaves the
// facts that
// marking leaves. Degrees and inches; right is positive.
type Crew struct {
	Zero, At45    float64 // of the saw: cut − dialled = Zero + At45·m/45
	Leans         string  // whose tape it is; everybody's where nobody is named
	Protractor    float64 // reads so much too great
	Bias, Stretch float64 // of the tape
	ReadingSD     float64 // of one reading of a corner
	LengthSD      float64 // of one reading of a length
	Hides         float64 // a piece too short by no more goes up all the same
	Slower        map[string]float64
	Scatter       float64 // of times: their deviation as a share of the mean
	Seed          uint64
	Wrong         float64 // how many in a hundred of what is told of joints is wrong: the wrong place, or a gap of another
	Spoils        float64 // how often in a hundred an end is cut wrong
	Says          float64 // of how many in a hundred joints it is said how they closed
	People        []string
}

// Work works a job through from a time on: every piece is cut, hung and told of. It gives when it was done.
func (c *Crew) Work(j *job.Job, rng *rand.Rand, from time.Time) (time.Time, error) {
	p, err := plan.Build(*j)
	if err != nil {
		return from, err
	}
	w := working{crew: c, j: j, rng: rng, now: from, who: c.People[rng.IntN(len(c.People))], pieces: piece.ByID(p.Pieces),
		past: map[[2]string]float64{}, read: map[string]string{}}
	for _, r := range j.Rooms {
		for _, k := range r.Walls {
			if len(k.Lengths) > 0 {
				w.read[k.ID] = k.Lengths[0].By
			}
		}
	}
	sheet := quote.Work(j)
	for i := range sheet.Choices { // the yard sends what the price sheet buys
		c := &sheet.Choices[i]
		for _, lot := range c.Taken().Sticks {
			w.record(job.Record{Kind: job.RecordCame, Bodies: job.Bodies{Came: &job.Came{Moulding: c.Moulding.ID, Length: lot.Length, Count: lot.Count}}})
		}
	}
	for _, q := range p.Pieces {
		if q.Cut > 0 && q.FromStick() {
			w.cut(q)
		}
	}
	w.now = w.now.Add(16 * time.Hour) // they are painted
	for _, r := range p.Rooms {
		for _, k := range r.Cards(true) {
			w.hang(k)
		}
	}
	for _, q := range p.Pieces {
		for _, hand := range piece.Hands {
			w.tell(q, hand)
		}
	}
	return w.now, nil
}

type working struct {
	crew   *Crew
	j      *job.Job
	rng    *rand.Rand
	now    time.Time
	who    string
	pieces map[string]*piece.Piece
	past   map[[2]string]float64 // by how much each end was cut past the half that was told
	read   map[string]string     // who read each wall
	set    string
}

func (w *working) record(r job.Record) string {
	r.ID = fmt.Sprintf("y%d", len(w.j.Records)+1)
	r.At, r.By = w.now.UTC().Format(time.RFC3339), w.who
	w.j.Records = append(w.j.Records, r)
	return r.ID
}

// takes lets a time pass that parts of it by the job's rates come to, and as it is with this crew: gamma distributed, less than a pause.
func (w *working) takes(parts map[string]float64) {
	mean := 0.0
	for name, n := range parts {
		slower := w.crew.Slower[name]
		if slower == 0 {
			slower = 1
		}
		mean += n * rateOf(&w.j.Times, name) * slower
	}
	t := mean
	if k := 1 / (w.crew.Scatter * w.crew.Scatter); w.crew.Scatter > 0 {
		t = mean * w.gamma(k) / k
	}
	w.now = w.now.Add(time.Duration(min(t, 29) * float64(time.Minute)).Round(time.Second))
}

// gamma is a number of the gamma distribution of shape k, k ≥ 1, and scale 1: Marsaglia and Tsang's way.
func (w *working) gamma(k float64) float64 {
	d := k - 1.0/3
	for c := 1 / math.Sqrt(9*d); ; {
		x := w.rng.NormFloat64()
		v := (1 + c*x) * (1 + c*x) * (1 + c*x)
		if v > 0 && math.Log(w.rng.Float64()) < x*x/2+d-d*v+d*math.Log(v) {
			return d * v
		}
	}
}

func rateOf(t *job.Times, name string) float64 {
	return float64(map[string]job.Count{"cut": t.Cut, "setup": t.Setup, "cope": t.Cope, "hang": t.Hang, "length": t.Length, "coped": t.Coped, "mitre": t.Mitre,
		"outside": t.Outside, "scarf": t.Scarf, "return": t.Return, "butt": t.Butt}[name]) / 100
}

// cut cuts both ends of a piece, and copes those that are.
func (w *working) cut(q *piece.Piece) {
	for _, hand := range piece.Hands {
		e, cut := q.End(hand), *w.made(q, hand)
		if e.Dial != nil {
			set, dial := float64(e.Setting.Mitre), float64(e.Dial.Mitre)
			if set == 0 {
				set, dial = float64(e.Setting.Bevel), float64(e.Dial.Bevel)
			}
			made := dial + w.crew.Zero + w.crew.At45*dial/45
			w.past[[2]string{q.ID, string(hand)}] = math.Copysign(1, set) * (made - set)
		}
		on := job.On{Piece: q.ID, Label: q.Label, End: string(hand)}
		parts := w.setUp(q)
		if w.rng.Float64()*100 < w.crew.Spoils {
			w.takes(parts)
			id := w.record(job.Record{Kind: job.RecordMiscut, On: on, Bodies: job.Bodies{Cut: &cut}})
			cause := job.Causes[min(w.rng.IntN(12), len(job.Causes)-1)]
			w.record(job.Record{Kind: job.RecordWhy, Bodies: job.Bodies{Why: &job.Why{About: id, Cause: cause}}})
			parts = map[string]float64{"cut": 1}
		}
		w.takes(parts)
		w.record(job.Record{Kind: job.RecordCut, On: on, Bodies: job.Bodies{Cut: &cut}})
		if e.Joint == piece.Cope {
			w.takes(map[string]float64{"cope": 1})
			w.record(job.Record{Kind: job.RecordCoped, On: on, Bodies: job.Bodies{Cut: &cut}})
		}
	}
}

// setUp is an end cut, and the saw set up where it was for another moulding.
func (w *working) setUp(q *piece.Piece) map[string]float64 {
	parts := map[string]float64{"cut": 1}
	if w.set != "" && w.set != q.Moulding {
		parts["setup"] = 1
	}
	w.set = q.Moulding
	return parts
}

// hang puts a card's pieces up. What was read too long is found when it is tried, and cut again; what was read too short by more than can be hidden
// is made again.
func (w *working) hang(k hang.Card) {
	parts := map[string]float64{}
	for _, q := range k.Pieces {
		if q.Run != "" && q.Set == "" && q.Of == "" {
			l := q.Length.Inches()
			off := w.crew.LengthSD * w.rng.NormFloat64()
			if w.crew.Leans == "" || w.crew.Leans == w.read[q.Wall] {
				off += w.crew.Bias + w.crew.Stretch*l
			}
			w.tried(q, off)
		}
		parts["hang"]++
		parts["length"] += q.Length.Inches() / 12
		if q.Cap {
			parts["return"]++
		}
		for _, hand := range piece.Hands {
			if kind := q.End(hand).Fitted(hand); kind != "" {
				parts[kind]++
			}
		}
	}
	w.takes(parts)
	for _, q := range k.Pieces {
		w.record(job.Record{Kind: job.RecordHung, On: job.On{Piece: q.ID, Label: q.Label}, Bodies: job.Bodies{Hung: &job.Hung{Length: q.Cut}}})
	}
}

func (w *working) tried(q *piece.Piece, off float64) {
	on := job.On{Piece: q.ID, Label: q.Label, End: string(joint.Right)}
	cut := *w.made(q, joint.Right)
	allowed := (max(0, q.Left.Allowance) + max(0, q.Right.Allowance)).Inches()
	by := measure.FromInches(math.Abs(off)).Round(measure.Inch / 64)
	switch {
	case by == 0, off < 0 && -off <= w.crew.Hides:
		return
	case off > 0:
		w.takes(map[string]float64{"cut": 1})
		w.record(job.Record{Kind: job.RecordRecut, On: on, Bodies: job.Bodies{Recut: &job.Recut{Off: by + measure.FromInches(allowed), To: q.Cut - by}}})
		w.takes(w.setUp(q))
		w.record(job.Record{Kind: job.RecordCut, On: on, Bodies: job.Bodies{Cut: &cut}})
		if q.Right.Joint == piece.Cope {
			w.takes(map[string]float64{"cope": 1})
			w.record(job.Record{Kind: job.RecordCoped, On: on, Bodies: job.Bodies{Cut: &cut}})
		}
	default:
		id := w.record(job.Record{Kind: job.RecordMiscut, On: on, Bodies: job.Bodies{Cut: &cut}})
		w.record(job.Record{Kind: job.RecordWhy, Bodies: job.Bodies{Why: &job.Why{About: id, Cause: "length", Short: by}}})
		for _, hand := range piece.Hands {
			w.takes(w.setUp(q))
			on.End = string(hand)
			w.record(job.Record{Kind: job.RecordCut, On: on, Bodies: job.Bodies{Cut: w.made(q, hand)}})
		}
	}
}

// made is a cut as the screen has it.
func (w *working) made(q *piece.Piece, hand joint.Hand) *job.Cut {
	e := q.End(hand)
	cut := &job.Cut{Length: q.Cut}
	if e.Setting != nil {
		cut.Mitre, cut.Bevel, cut.Pose = e.Setting.Mitre, e.Setting.Bevel, e.PoseCode()
	}
	if e.Dial != nil {
		cut.Dial = &job.Dial{Saw: w.j.Saw, Mitre: e.Dial.Mitre, Bevel: e.Dial.Bevel}
	}
	return cut
}

// tell says how a joint closed: by how much its cuts are past the true half of its corner.
func (w *working) tell(q *piece.Piece, hand joint.Hand) {
	e := q.End(hand)
	kind := e.Fitted(hand)
	if kind == "" || q.Hung == "" && q.Hang == 0 || w.rng.Float64()*100 >= w.crew.Says {
		return
	}
	f := &job.Fit{How: job.FitClosed}
	past, halves := w.past[[2]string{q.ID, string(hand)}]
	m := w.j.Moulding(q.Moulding)
	if halves && e.Corner != "" && m.Drawn() && e.MitredFor == 0 && !e.Template {
		reads := w.crew.Protractor + w.crew.ReadingSD*w.rng.NormFloat64() // too great: half of it is too little cut
		least, out, tall := m.Profile().Least().Inches(), m.Out().Inches(), m.Tall().Inches()
		half := (180 - float64(e.Theta)) / 2
		crown := m.Is().Sprung
		gap, lean := 0.0, 1.0
		if kind == piece.FittedCope || crown {
			lean = math.Cos(math.Atan2(out-least, tall))
		}
		if kind == piece.FittedCope {
			past -= reads / 2
			gap = past / learn.PastHalf(1, out, least, half, true)
		} else {
			other := joint.Left
			past += w.past[[2]string{e.Meets, string(other)}] - reads
			span := out
			if crown {
				span = out - least
			}
			gap = past / learn.Opening(1, span, half)
		}
		w.gapes(f, kind, gap*lean, crown, e.Side == job.Outside)
	}
	if w.rng.Float64()*100 < w.crew.Wrong {
		f.How, f.Gap, f.Where = job.FitFilled, measure.Length(1+w.rng.IntN(4))*measure.Inch/16, []string{"top", "bottom", "face", "back"}[w.rng.IntN(4)]
	}
	w.now = w.now.Add(20 * time.Second)
	w.record(job.Record{Kind: job.RecordFit, On: job.On{Piece: q.ID, Label: q.Label, End: string(hand)}, Bodies: job.Bodies{Fit: f}})
}

// gapes says where a joint gapes and by how much, as one sees it: nothing up to a sixty-fourth, a hairline up to a thirty-second.
func (w *working) gapes(f *job.Fit, kind string, gap float64, crown, outside bool) {
	over := gap > 0
	seen := measure.FromInches(math.Abs(gap) + w.rng.NormFloat64()/128).Round(measure.Inch / 64)
	switch {
	case math.Abs(gap) <= 1.0/64 || seen <= 0:
		return
	case math.Abs(gap) <= 1.0/32:
		f.How = job.FitHairline
	default:
		f.How = job.FitFilled
	}
	f.Gap = seen
	switch {
	case kind == piece.FittedCope && crown:
		f.Where = map[bool]string{true: "top", false: "bottom"}[over]
	case kind == piece.FittedCope:
		f.Where = map[bool]string{true: "bottom", false: "top"}[over]
	case crown:
		f.Where = map[bool]string{true: "top", false: "bottom"}[over != outside]
	default:
		f.Where = map[bool]string{true: "face", false: "back"}[over != outside]
	}
	f.Tried = []string{"filled"}
	if f.How == job.FitHairline {
		f.Tried = nil
	}
}
