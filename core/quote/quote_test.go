package quote

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

const foot = measure.Foot

func length(t testing.TB, text string) job.Entry {
	t.Helper()
	e, err := job.Typed(text, measure.UnitFoot)
	require.NoError(t, err)
	return e
}

// house is one closed room of rough walls with a base and a crown.
func house(t testing.TB, walls ...string) job.Job {
	t.Helper()
	j := job.Job{Name: "House", Unit: measure.UnitInch, Mouldings: []job.Moulding{
		{ID: "b", Name: "Base", Kind: job.KindBase, Profiled: true, Height: length(t, "6 in"), Thickness: length(t, "1/2 in"), Rate: 2_00,
			Sticks: []job.Stick{{Entry: length(t, "16"), Price: 32_00}, {Entry: length(t, "8"), Price: 17_00}}},
		{ID: "c", Name: "Crown", Kind: job.KindCrown, Height: length(t, "4 in"), Thickness: length(t, "3 in"), Rate: 5_00,
			Sticks: []job.Stick{{Entry: length(t, "12"), Price: 40_00}}},
		{ID: "k", Name: "Casing", Kind: job.KindCasing, Height: length(t, "3 in"), Thickness: length(t, "1/2 in"),
			Sticks: []job.Stick{{Entry: length(t, "7"), Price: 14_00}}},
	}}
	r := job.Room{ID: "r", Closed: true, Runs: []job.Run{{ID: "rb", Moulding: "b", Level: job.Floor}}}
	for i, w := range walls {
		e := length(t, w)
		r.Walls = append(r.Walls, job.Wall{ID: string(rune('p' + i)), Rough: &e})
	}
	j.Rooms = []job.Room{r}
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

func with(j job.Job, f func(j *job.Job)) job.Job {
	j = j.Clone()
	f(&j)
	j.Normalise()
	return j
}

// The list of the issue: five walls called out in feet.
func TestTakeCountsARoughRoom(t *testing.T) {
	j := house(t, "11", "9'6", "4", "17", "8'3")
	l := Take(&j)
	require.Len(t, l.Mouldings, 1)
	q := l.Mouldings[0]
	assert.Equal(t, 49*foot+9*measure.Inch, q.Length)
	assert.Equal(t, Count{Cope: 5, Scarf: 1}, q.Joints, "17 ft is past one stick")
	assert.Equal(t, 5, q.Rough)
	assert.True(t, l.Rooms[0].Guessed)
	assert.InDelta(t, q.Length.Millimetres()/1000*0.1651, l.Face, 1e-9, "height and top edge")

	two := 2
	j = with(j, func(j *job.Job) { j.Rooms[0].Look = job.Look{Outside: &two, Doors: 1, Returns: 1} })
	q = Take(&j).Mouldings[0]
	assert.Equal(t, Count{Cope: 3, Outside: 2, Return: 1, Butt: 2}, q.Joints, "the door is out of the long wall, which then fits a stick")
	assert.Equal(t, 49*foot+9*measure.Inch-37*measure.Inch, q.Length)
	j.Rules.Inside = job.InsideMitre
	assert.Equal(t, 3, Take(&j).Mouldings[0].Joints.Mitre)
}

// Corners that were not counted are guessed: eight walls of square corners turn
// away twice.
func TestCornersAreGuessed(t *testing.T) {
	j := house(t, "10", "10", "3", "1", "4", "1", "3", "10")
	r := Take(&j).Rooms[0]
	assert.Equal(t, 6, r.Inside)
	assert.Equal(t, 2, r.Outside)
	j.Rooms[0].Closed = false
	r = Take(&j).Rooms[0]
	assert.Equal(t, 7, r.Inside, "an open run has one corner less, and nothing to guess by")
}

// What is measured goes before what was called out.
func TestMeasuredWallsSupersede(t *testing.T) {
	j := house(t, "11", "9", "11", "9")
	e := length(t, "10'6")
	j.Rooms[0].Walls[0].Lengths = []job.WallLength{{ID: "a", As: e, Level: job.Floor}}
	l := Take(&j)
	assert.Equal(t, 39*foot+6*measure.Inch, l.Mouldings[0].Length)
	assert.Equal(t, 1, l.Measured)
	for i := range j.Rooms[0].Walls {
		j.Rooms[0].Walls[i].Lengths = []job.WallLength{{ID: fmt.Sprint("l", i), As: e, Level: job.Floor}}
	}
	j.Rooms[0].Corners[2].Kind = job.Outside
	j.Rooms[0].Openings = []job.Opening{{ID: "o", Wall: "p", From: length(t, "2"), Width: length(t, "3")}}
	l = Take(&j)
	assert.Equal(t, 1, l.Rooms[0].Outside, "the corners as they were measured")
	assert.Len(t, l.Mouldings[0].Pieces, 5, "the door parts its wall")
	assert.Equal(t, 39*foot, l.Mouldings[0].Length)
	assert.Zero(t, l.Mouldings[0].Rough)
}

func TestCrownBackingAndCasings(t *testing.T) {
	j := with(house(t, "14", "10", "14", "10"), func(j *job.Job) {
		r := &j.Rooms[0]
		r.Runs = append(r.Runs, job.Run{ID: "rc", Moulding: "c", Level: job.Ceiling}, job.Run{ID: "rk", Moulding: "k"})
		r.Walls[0].Joists, r.Walls[2].Joists = true, true
		r.Look.Doors = 2
	})
	s := Work(&j)
	assert.Equal(t, 28*foot, s.Look.Backing)
	assert.Equal(t, 4, s.Strips.Count, "8 ft strips, butted")
	require.Len(t, s.Choices, 3)
	crown, casing := s.Choices[1], s.Choices[2]
	assert.Equal(t, 48*foot, crown.Length, "over the doors")
	assert.Equal(t, 2, crown.Joints.Scarf)
	assert.Equal(t, 2, casing.Sets)
	assert.Equal(t, 2*(2*83+37)*measure.Inch, casing.Length)
	assert.Zero(t, casing.Joints.All())
	assert.Contains(t, names(s), "Backing strip, 8'")
	assert.Contains(t, names(s), "Construction adhesive, tube")
}

func names(s Sheet) []string {
	var out []string
	for _, l := range s.Lines {
		out = append(out, l.Name)
	}
	return out
}

// Three walls of 9 ft: by running length two sticks of 16 ft would do, and the
// third wall would not come out of them.
func TestFewLongWallsAreFitted(t *testing.T) {
	j := with(house(t, "9", "9", "9"), func(j *job.Job) { j.Mouldings[0].Sticks = j.Mouldings[0].Sticks[:1] })
	c := Work(&j).Choices[0]
	assert.Equal(t, 2, c.Share.Count, "27 ft and a tenth")
	assert.Equal(t, 3, c.Fit.Count)
	assert.True(t, c.Fit.Proved)
	assert.Equal(t, job.BuyFit, c.Advised)
	assert.Contains(t, c.Why, "run out")
	sticks, amount := c.Difference("$")
	assert.Equal(t, "1 stick more fitted", sticks)
	assert.Equal(t, "$32.00 more fitted", amount)
}

// A whole house by rough lengths: the share forgives, the fit does not.
func TestWholeHousesTakeAShare(t *testing.T) {
	j := with(house(t, "6", "5", "4.5", "3"), func(j *job.Job) {
		for i := range 4 {
			r := j.Rooms[0].Clone()
			r.ID += string(rune('1' + i))
			for k := range r.Walls {
				r.Walls[k].ID += r.ID
			}
			r.Corners = nil
			r.Runs[0].ID += r.ID
			j.Rooms = append(j.Rooms, r)
		}
	})
	require.NoError(t, j.Check())
	c := Work(&j).Choices[0]
	assert.Equal(t, job.BuyShare, c.Advised)
	assert.LessOrEqual(t, c.Fit.Cost, c.Share.Cost)
	assert.Equal(t, &c.Share, c.Taken())
	j.Mouldings[0].Buy = job.BuyFit
	c = Work(&j).Choices[0]
	assert.Equal(t, &c.Fit, c.Taken())
}

func TestYardsAndSpares(t *testing.T) {
	few := 1
	j := with(house(t, "15", "15", "7", "7"), func(j *job.Job) {
		j.Mouldings[0].Sticks[0].Available = &few
		j.Mouldings[0].Spares = 2
	})
	c := Work(&j).Choices[0]
	assert.Equal(t, []Lot{{16 * foot, 3, 32_00}, {8 * foot, 5, 17_00}}, c.Share.Sticks, "one and two spares; the yard had no more")
	assert.Empty(t, c.Share.Short)
	j.Mouldings[0].Sticks[1].Available = &few
	c = Work(&j).Choices[0]
	assert.Contains(t, c.Share.Short, "too little")
	assert.Contains(t, c.Fit.Short, "too few")
	j.Mouldings[0].Sticks = nil
	c = Work(&j).Choices[0]
	assert.Contains(t, c.Fit.Short, "No stick lengths")
}

// The sheet by hand: rates, sundries in whole ones, minimum, margin, tax.
func TestSheetByHand(t *testing.T) {
	j := with(house(t, "10", "10", "10", "10"), func(j *job.Job) {
		p := &j.Prices
		p.Cope, p.Least, p.Margin, p.Tax = 9_99, 0, 12_50, 8_25
		p.Sundries = []job.Sundry{{ID: "n", Name: "Nails", By: job.ByLength, Price: 13_80, Lasts: 40_00},
			{ID: "p", Name: "Paint", By: job.ByFace, Price: 30_00, Lasts: 20_00, Coats: 2}, {ID: "a", Name: "Adhesive", By: job.ByBacking, Price: 1, Lasts: 1}}
	})
	s := Work(&j)
	// 40 ft fitted: three sticks of 16 ft hold one wall each and one of 8 does not hold the fourth.
	assert.Equal(t, money.Cents(4*32_00), s.Choices[0].Fit.Cost)
	want := map[string]money.Cents{"Base, 16'": 128_00, "Putting up Base": 80_00, "Inside corners, coped": 39_96, "Nails": 13_80, "Paint": 90_00}
	sum := money.Cents(0)
	for _, l := range s.Lines {
		assert.Equal(t, want[l.Name], l.Amount, l.Name)
		sum += l.Amount
	}
	assert.Len(t, s.Lines, len(want), "40 ft × 6 1/2 in × 2 coats is 43 1/3 sq ft: three tins")
	assert.Equal(t, sum, s.Subtotal)
	assert.Equal(t, money.Cents(43_97), s.Margin, "351.76 × 12.5 %")
	assert.Equal(t, s.Net+s.Tax, s.Total)
	assert.Equal(t, money.Cents(32_65), s.Tax, "395.73 × 8.25 %")

	j.Prices.Least = 500_00
	s = Work(&j)
	assert.Equal(t, money.Cents(500_00), s.Net)
	assert.Equal(t, s.Net, s.Subtotal+s.Margin+s.TopUp)
	assert.Equal(t, s.ShoppingCost(&j), money.Cents(128_00+13_80+90_00))
}

// Whatever the job and prices: totals add up to the cent.
func TestTotalsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := job.Starter("x", rapid.SampledFrom([]measure.Unit{measure.UnitInch, measure.UnitMillimetre}).Draw(t, "unit"))
		r := job.Room{ID: "r", Closed: true, Runs: []job.Run{{ID: "k", Moulding: "base"}}}
		for i := range rapid.IntRange(1, 9).Draw(t, "walls") {
			e := job.Entry{Length: measure.Length(rapid.Int64Range(int64(measure.Inch), int64(9*measure.Metre)).Draw(t, "l")), Text: "x"}
			r.Walls = append(r.Walls, job.Wall{ID: string(rune('a' + i)), Rough: &e})
		}
		j.Rooms = append(j.Rooms, r)
		j.Prices.Margin = money.Percent(rapid.IntRange(0, 5000).Draw(t, "margin"))
		j.Prices.Tax = money.Percent(rapid.IntRange(0, 3000).Draw(t, "tax"))
		j.Prices.Cope = money.Cents(rapid.IntRange(0, 5000).Draw(t, "cope"))
		j.Mouldings[0].Rate = money.Cents(rapid.IntRange(0, 5000).Draw(t, "rate"))
		j.Normalise()
		s := Work(&j)
		sum := money.Cents(0)
		for _, l := range s.Lines {
			sum += l.Amount
		}
		assert.Equal(t, sum+s.Margin+s.TopUp+s.Tax, s.Total)
		assert.GreaterOrEqual(t, s.Net, j.Prices.Least)
		for _, c := range s.Choices {
			assert.GreaterOrEqual(t, c.Taken().Length, c.Length, "what is bought is no less than what runs")
		}
	})
}

// A moulding without prices says so, rather than being given away.
func TestMissingPricesAreSaid(t *testing.T) {
	j := house(t, "10", "10", "10", "10")
	assert.Empty(t, Work(&j).Choices[0].Missing)
	j.Mouldings[0].Rate = 0
	assert.Contains(t, Work(&j).Choices[0].Missing, "no rate")
	for i := range j.Mouldings[0].Sticks {
		j.Mouldings[0].Sticks[i].Price = 0
	}
	assert.Contains(t, Work(&j).Choices[0].Missing, "nor has")
	j.Mouldings[0].Rate = 1
	assert.Contains(t, Work(&j).Choices[0].Missing, "no price")
}

// A run over a stretch of walls is counted over that alone, with the corners it turns;
// a moulding that cannot be coped is priced as mitred.
func TestARunOverAStretch(t *testing.T) {
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":3,"mouldings":[{"id":"c","kind":"crown","height":"4","thickness":"3"}],"rooms":[{"id":"r","closed":true,
		"walls":[{"id":"a","length":"10'"},{"id":"b","length":"8'"},{"id":"c","length":"10'"},{"id":"d","length":"8'"}],"runs":[{"id":"k","moulding":"c","level":"ceiling","first":"d","last":"a"}]}]}`), &j))
	require.NoError(t, job.Resolve(&j, "in"))
	j.Normalise()
	require.NoError(t, j.Check())
	l := Take(&j)
	require.Len(t, l.Mouldings, 1)
	assert.Equal(t, 18*measure.Foot, l.Mouldings[0].Length)
	assert.Equal(t, Count{Cope: 1}, l.Joints)
	j.Mouldings[0].Inside = job.InsideMitre
	assert.Equal(t, Count{Mitre: 1}, Take(&j).Joints)
}
