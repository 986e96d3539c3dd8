package lesson

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/demo"
)

var noon = time.Date(2031, 5, 2, 12, 0, 0, 0, time.UTC)

func gathered(t testing.TB, j job.Job) Evidence {
	t.Helper()
	require.NoError(t, j.Check())
	p, err := plan.Build(j)
	require.NoError(t, err)
	return Gather(&j, &p)
}

// yearShop is a shop that knows what the year's jobs use.
func yearShop() job.Job {
	s := demo.YearJob(0)
	s.Rooms, s.Records = nil, nil
	s.People = []job.Person{{ID: "ada", Name: "Ada"}, {ID: "tom", Name: "Tom"}, {ID: "imogen", Name: "Imogen"}}
	s.Normalise()
	return s
}

func year(t testing.TB, c demo.Crew, jobs int) (out []Evidence) {
	t.Helper()
	all, err := demo.Year(c, jobs)
	require.NoError(t, err)
	for _, j := range all {
		out = append(out, gathered(t, j))
	}
	return out
}

func offered(shop *job.Job, all []Evidence) (ids []string) {
	l := Learn(shop, all)
	for _, o := range l.Offers(shop) {
		ids = append(ids, o.ID)
	}
	return ids
}

// Nothing is offered on nothing: no jobs, a job without facts, one fact, the same one again and again.
func TestNothingIsOfferedOnNothing(t *testing.T) {
	shop := yearShop()
	assert.Empty(t, offered(&shop, nil))
	assert.Empty(t, offered(&shop, []Evidence{gathered(t, demo.YearJob(1))}))
	j := demo.YearJob(1)
	p := plantest.Build(t, j)
	q := p.Pieces[0]
	j.Records = []job.Record{{ID: "a", Kind: job.RecordCut, At: noon.Format(time.RFC3339), On: job.On{Piece: q.ID, End: "left"},
		Bodies: job.Bodies{Cut: &job.Cut{Length: q.Cut}}}}
	assert.Empty(t, offered(&shop, []Evidence{gathered(t, j)}))
	same := j.Clone()
	for i := range 50 {
		r := j.Records[0]
		r.ID = fmt.Sprint("a", i)
		same.Records = append(same.Records, r)
	}
	e := gathered(t, same)
	assert.Empty(t, e.Times, "marks of one moment take no time")
	assert.Empty(t, offered(&shop, []Evidence{e}))
}

// Records of pieces that are gone, a piece hung twice, a clock that was set back: nothing breaks, and none of it says anything of joints.
func TestStrangeFacts(t *testing.T) {
	j := demo.YearJob(1)
	p := plantest.Build(t, j)
	q := p.Pieces[0]
	at := func(minutes int) string { return noon.Add(time.Duration(minutes) * time.Minute).Format(time.RFC3339) }
	hung := func(id, piece, when string) job.Record {
		return job.Record{ID: id, Kind: job.RecordHung, At: when, By: "Ada", On: job.On{Piece: piece}, Bodies: job.Bodies{Hung: &job.Hung{Length: q.Cut}}}
	}
	fit := func(id, piece, when string) job.Record {
		return job.Record{ID: id, Kind: job.RecordFit, At: when, By: "Ada", On: job.On{Piece: piece, End: "left"},
			Bodies: job.Bodies{Fit: &job.Fit{How: job.FitFilled, Where: "top",
				Gap: measure.Inch / 8}}}
	}
	j.Records = []job.Record{hung("a", q.ID, at(0)), hung("b", q.ID, at(10)), hung("c", "gone", at(-600)), fit("d", "gone", at(15)), hung("e", "gone2", "no time"),
		fit("f", q.ID, at(16)), fit("g", q.ID, at(17))}
	e := gathered(t, j)
	said := 0
	for _, k := range e.Joints {
		if k.How != "" {
			said++
		}
	}
	assert.LessOrEqual(t, said, 1, "what was said of a joint last holds")
	require.Len(t, e.Times, 1)
	assert.InDelta(t, 10, e.Times[0].Minutes, 1e-9, "between the two; the one before lies ten hours back")
	assert.Equal(t, at(-600), e.From.Format(time.RFC3339))
}

// Times between marks of one person: marks together are one piece of work, a pause is none, what was told afterwards holds, and unwatched marks take none.
func TestTimesFromMarks(t *testing.T) {
	j := demo.YearJob(1)
	p := plantest.Build(t, j)
	q := p.Pieces[0]
	mark := func(id string, kind job.RecordKind, seconds int, by string) job.Record {
		return job.Record{ID: id, Kind: kind, At: noon.Add(time.Duration(seconds) * time.Second).Format(time.RFC3339), By: by,
			On: job.On{Piece: q.ID, End: "right"}, Bodies: job.Bodies{Cut: &job.Cut{Length: q.Cut}}}
	}
	j.Records = []job.Record{mark("a", job.RecordCut, 0, "Ada"), mark("t", job.RecordCut, 30, "Tom"), mark("b", job.RecordCut, 300, "Ada"), mark("c",
		job.RecordCut, 310, "Ada"),
		mark("d", job.RecordCoped, 910, "Ada"), mark("e", job.RecordCut, 910+45*60, "Ada"),
		{ID: "told", Kind: job.RecordTook, Bodies: job.Bodies{Took: &job.Took{About: "e", Minutes: 4_00}}}}
	e := gathered(t, j)
	var got []string
	for _, k := range e.Times {
		got = append(got, fmt.Sprintf("%s %.2f %v", k.By, k.Minutes, k.Parts))
	}
	assert.Equal(t, []string{"Ada 5.17 map[cut:2]", "Ada 10.00 map[cope:1]", "Ada 4.00 map[cut:1]"}, got)
	assert.InDelta(t, (5.1667+10+4)/60, e.Hours, 1e-3)
	j.Times.Unwatched = true
	assert.Len(t, gathered(t, j).Times, 1, "only what was told")
	j.Records[len(j.Records)-1].Took.Minutes = 0
	assert.Empty(t, gathered(t, j).Times)
}

// Where every time is of one part alone the rate is the mean of the closed form, and so is its deviation.
func TestTimesAreTheClosedFormWhereEachIsOfOnePart(t *testing.T) {
	shop := yearShop()
	var e Evidence
	sum := 0.0
	for i := range 17 {
		m := 9 + float64(i%5)
		sum += m
		e.Times = append(e.Times, Timed{Minutes: m, Parts: map[string]float64{"cope": 1}})
	}
	l := Learn(&shop, []Evidence{e})
	i := slices.IndexFunc(l.Times, func(k TimeLearned) bool { return k.Rate == "cope" })
	want := learn.Mean(sum, 17, float64(shop.Times.Cope)/100, learn.TimesPrior)
	assert.InDelta(t, want, l.Times[i].Value, 1e-3)
	assert.InDelta(t, learn.MeanSD(want, 17, learn.TimesPrior, learn.CVWithin), l.Times[i].SD, 1e-3)
	assert.InDelta(t, learn.NextSD(want, 17, learn.TimesPrior, learn.CVWithin), l.Times[i].Next, 1e-3)
}

// A year of a shop whose saw, tape and copes are off: each is found, with its evidence; taken, the shop's figure changes and it is not offered again; taken
// back, the figure is what it was. Left, it comes again only with twice the evidence.
func TestAYear(t *testing.T) {
	shop := yearShop()
	all := year(t, demo.YearOf(), 24)
	l := Learn(&shop, all)
	offers := l.Offers(&shop)
	for _, id := range []string{"saw-loft-mitre", "reads-tom", "time-cope"} {
		o := Find(offers, id)
		require.NotNil(t, o, "%s of %v", id, offered(&shop, all))
		assert.Contains(t, o.Rests, "jobs, the latest", id)
		assert.Contains(t, o.Sure, "95 times in 100", id)
		assert.NotEmpty(t, o.Chart.Points, id)
		taken, back, err := edit.ApplyAll(shop, o.Take(&shop, noon))
		require.NoError(t, err, id)
		require.NotEmpty(t, back)
		taken.Normalise()
		require.NoError(t, taken.Check(), id)
		assert.NotContains(t, offered(&taken, all), id, "taken")
		was, _, err := edit.ApplyAll(taken, TakeBack(&taken, id, noon))
		require.NoError(t, err, id)
		was.Normalise()
		assert.Len(t, was.Lessons, 1)
		was.Lessons = nil
		assert.Equal(t, shop, was, "%s taken back", id)

		left, _, err := edit.ApplyAll(shop, o.Leave(&shop, noon))
		require.NoError(t, err)
		assert.NotContains(t, offered(&left, all), id, "left")
		left.Lessons[0].Weight /= 2.1
		assert.Contains(t, offered(&left, all), id, "there is twice the evidence")
	}
	o := Find(offers, "saw-loft-mitre")
	assert.Regexp(t, `^The saw in the loft cuts 0\.[34]\d?° too far left at 45 left\.`, o.Says)
	assert.Nil(t, TakeBack(&shop, "nothing", noon))

	// Who is left out says nothing.
	without := shop.Clone()
	without.People[1].LeftOut = true
	assert.NotContains(t, offered(&without, all), "reads-tom")
}

// A saw set by what was taken is dialled past its marks by that where it is sure, and by nothing where it is not.
func TestTakenGoesIntoTheDial(t *testing.T) {
	shop := yearShop()
	l := Learn(&shop, year(t, demo.YearOf(), 24))
	o := Find(l.Offers(&shop), "saw-loft-mitre")
	require.NotNil(t, o)
	taken, _, err := edit.ApplyAll(shop, o.Take(&shop, noon))
	require.NoError(t, err)
	j := demo.YearJob(5)
	p := plantest.Build(t, j)
	j.Saws[0].Learned = taken.Saws[0].Learned
	n := 0
	for _, q := range plantest.Build(t, j).Pieces {
		for _, hand := range piece.Hands {
			was, is := plantest.Piece(t, p, q.ID).End(hand), q.End(hand)
			if was.Dial == nil || is.Dial == nil || was.Setting.Mitre != is.Setting.Mitre || was.Setting.Mitre > -44 || was.Setting.Mitre < -46 {
				continue
			}
			n++
			assert.InDelta(t, .4, float64(is.Dial.Mitre-was.Dial.Mitre), .11, "further right by what it cuts too far left")
			assert.Contains(t, is.Dial.OffText(), "own error")
		}
	}
	assert.Positive(t, n)
}

// What a person reads too long is taken off what is planned from it.
func TestReadsAreTakenOff(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	was := plantest.Piece(t, plantest.Build(t, j), "k.w1").Cut
	j.Rooms[0].Walls[0].Lengths[0].By = "Tom"
	j.People = []job.Person{{ID: "tom", Name: "Tom", Reads: &job.Reads{Bias: .0625, Stretch: .0005}}}
	is := plantest.Piece(t, plantest.Build(t, j), "k.w1").Cut
	assert.InDelta(t, .0625+.0005*120, (was - is).Inches(), 1e-6)
}

// Causes of miscuts, the waste and the spares: counted as they were.
func TestSpoiledAndUsed(t *testing.T) {
	j := demo.YearJob(1)
	p := plantest.Build(t, j)
	q := p.Pieces[0]
	cut := job.Bodies{Cut: &job.Cut{Length: q.Cut}}
	j.Records = []job.Record{{ID: "m", Kind: job.RecordMiscut, By: "Tom", On: job.On{Piece: q.ID, End: "left"}, Bodies: cut},
		{ID: "w", Kind: job.RecordWhy, Bodies: job.Bodies{Why: &job.Why{About: "m", Cause: "mirror"}}},
		{ID: "c", Kind: job.RecordCut, On: job.On{Piece: q.ID, End: "left"}, Bodies: cut},
		{ID: "k", Kind: job.RecordCame, Bodies: job.Bodies{Came: &job.Came{Moulding: q.Moulding, Length: 16 * measure.Foot, Count: 3}}}}
	e := gathered(t, j)
	require.Len(t, e.Miscuts, 1)
	assert.Equal(t, "mirror", e.Miscuts[0].Cause)
	assert.Equal(t, 1, e.Cuts[0].Count)
	u := e.Used[slices.IndexFunc(e.Used, func(u Used) bool { return u.Moulding == q.Moulding })]
	assert.InDelta(t, 3*192, u.Came, 1e-9)
	assert.Equal(t, 3*priceOf(j.Moulding(q.Moulding), 16*measure.Foot), u.Paid)
	assert.Equal(t, 2, spoiledOf(12, .08))
	assert.Equal(t, 0, spoiledOf(12, 0))
}

func TestWords(t *testing.T) {
	assert.Equal(t, "outside mitre", KindName(piece.FittedOutside))
	for _, how := range job.Fits {
		assert.NotEmpty(t, HowWord(how))
	}
	for _, cause := range job.Causes {
		assert.NotEmpty(t, CauseWord(cause))
	}
	for rate := range Rates(&job.Times{Per: measure.UnitFoot}) {
		assert.NotEmpty(t, RateWord(rate), rate)
	}
	assert.True(t, strings.HasSuffix(rests(3, "joint", []string{"A", "B", "C", "D"}), "in 4 jobs, the latest D."))
	assert.Equal(t, "It rests on 1 joint in A.", rests(1, "joint", []string{"A"}))
	assert.Len(t, id(strings.Repeat("é", 200)), 80)
}

// A million facts: ten jobs with as many as a job can hold. Nothing breaks, and it comes to what a few of them come to.
func TestAMillionFacts(t *testing.T) {
	if testing.Short() {
		t.Skip("some seconds")
	}
	shop := yearShop()
	few := year(t, demo.YearOf(), 4)
	all := make([]Evidence, 10)
	facts := 0
	for i := range all {
		e := &all[i]
		for k := 0; len(e.Times) < 60_000; k++ {
			of := few[k%len(few)]
			e.Times, e.Joints, e.Lengths, e.Saw = append(e.Times, of.Times...), append(e.Joints, of.Joints...), append(e.Lengths, of.Lengths...),
				append(e.Saw, of.Saw...)
		}
		facts += len(e.Times) + len(e.Joints) + len(e.Lengths) + len(e.Saw)
	}
	begun := time.Now()
	l := Learn(&shop, all)
	offers := l.Offers(&shop)
	t.Logf("%d facts: %v", facts, time.Since(begun))
	assert.NotNil(t, Find(offers, "time-cope"))
	small := Learn(&shop, few)
	for i := range l.Times {
		if small.Times[i].N > 50 && small.Times[i].Rate == "cope" {
			assert.InDelta(t, small.Times[i].Value, l.Times[i].Value, .1*small.Times[i].Value)
		}
	}
}

// What is earned by the hour prices joints by the times that they take: only once enough was worked.
func TestPricesByTheHour(t *testing.T) {
	shop := yearShop()
	e := Evidence{Name: "A", Hours: 40, Earned: 2400_00}
	for range 40 {
		e.Times = append(e.Times, Timed{Minutes: 3, Parts: map[string]float64{"cut": 1}}, Timed{Minutes: 24, Parts: map[string]float64{"cope": 1}},
			Timed{Minutes: 3, Parts: map[string]float64{piece.FittedCope: 1}})
	}
	l := Learn(&shop, []Evidence{e})
	o := Find(l.Offers(&shop), "price-cope")
	require.NotNil(t, o)
	assert.Contains(t, o.Says, "at the $60.00 that this shop earns by the hour")
	taken, _, err := edit.ApplyAll(shop, o.Take(&shop, noon))
	require.NoError(t, err)
	assert.InDelta(t, 29.5, float64(taken.Prices.Cope)/100, .6)
	e.Hours, e.Earned = 10, 600_00
	l = Learn(&shop, []Evidence{e})
	assert.Nil(t, Find(l.Offers(&shop), "price-cope"), "too little was worked")
}

// A shop of 200 jobs and 40,000 facts.
func BenchmarkLearn(b *testing.B) {
	shop := yearShop()
	few := year(b, demo.YearOf(), 25)
	var all []Evidence
	facts := 0
	for len(all) < 200 {
		e := few[len(all)%len(few)]
		facts += len(e.Joints) + len(e.Saw) + len(e.Lengths) + len(e.Times)
		all = append(all, e)
	}
	b.ReportMetric(float64(facts), "facts")
	for b.Loop() {
		l := Learn(&shop, all)
		l.Offers(&shop)
	}
}
