package edit

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Walls called out in one list; a bare number is feet, or metres in a metric job.
func TestCallingOutWalls(t *testing.T) {
	j := shed(t)
	before := len(j.Room("r").Walls)
	op := Op{Do: Add, Kind: "walls", In: "r", ID: "n", Value: json.RawMessage(`"11, 9'6,\n4; 17,, 8'3"`)}
	next, inv, err := Apply(j, op)
	require.NoError(t, err)
	walls := next.Room("r").Walls[before:]
	require.Len(t, walls, 5)
	assert.Equal(t, 11*measure.Foot, walls[0].Rough.Length)
	assert.Equal(t, 114*measure.Inch, walls[1].Rough.Length)
	assert.Equal(t, 99*measure.Inch, walls[4].Rough.Length)
	assert.Empty(t, walls[0].Lengths, "nothing is cut to it")
	assert.Equal(t, "11", walls[0].Rough.Shown(measure.UnitFoot))
	back, redo, err := Apply(next, inv)
	require.NoError(t, err)
	assert.Equal(t, asText(j), asText(back))
	again, _, err := Apply(back, redo)
	require.NoError(t, err)
	assert.Equal(t, asText(next), asText(again))

	op.Unit = measure.UnitMillimetre
	op.Value = json.RawMessage(`"3.4"`)
	next, _, err = Apply(j, op)
	require.NoError(t, err)
	assert.Equal(t, 3400*measure.Millimetre, next.Room("r").Walls[before].Rough.Length)
	for _, bad := range []string{`"11, elbow, 4"`, `" , "`, `7`, `"11, 0"`} {
		op.Value = json.RawMessage(bad)
		same, _, err := Apply(j, op)
		var invalid *job.Invalid
		require.ErrorAs(t, err, &invalid, bad)
		assert.NotEmpty(t, invalid.Remedy)
		assert.Equal(t, asText(j), asText(same), "refused whole")
	}
	op.In = "nowhere"
	var missing *Missing
	_, _, err = Apply(j, op)
	assert.ErrorAs(t, err, &missing)
}

func TestPricesAreSetAsTyped(t *testing.T) {
	j := shed(t)
	for _, s := range []struct {
		kind, id, field, value string
		want                   func(j job.Job) any
		is                     any
	}{
		{"prices", "", "cope", `"$9.75"`, func(j job.Job) any { return j.Prices.Cope }, money.Cents(975)},
		{"prices", "", "least", `220`, func(j job.Job) any { return j.Prices.Least }, money.Cents(22000)},
		{"prices", "", "tax", `"8.25 %"`, func(j job.Job) any { return j.Prices.Tax }, money.Percent(825)},
		{"prices", "", "strip", `"10'"`, func(j job.Job) any { return j.Prices.Strip.Length }, 10 * measure.Foot},
		{"sundry", "paint", "coats", `"3"`, func(j job.Job) any { return j.Prices.Sundry("paint").Coats }, 3},
		{"sundry", "paint", "lasts", `"87.5"`, func(j job.Job) any { return j.Prices.Sundry("paint").Lasts }, job.Count(8750)},
		{"moulding", "b", "rate", `2.6`, func(j job.Job) any { return j.Moulding("b").Rate }, money.Cents(260)},
		{"stick", "b/0", "price", `"44,90"`, func(j job.Job) any { return j.Moulding("b").Sticks[0].Price }, money.Cents(4490)},
		{"cutting", "", "share", `12.5`, func(j job.Job) any { return j.Cutting.Share }, money.Percent(1250)},
		{"rules", "", "scarf", `22.5`, func(j job.Job) any { return j.Rules.Scarf }, measure.Angle(22.5)},
		{"room", "r", "doors", `"2"`, func(j job.Job) any { return j.Room("r").Look.Doors }, 2},
		{"room", "r", "ceiling", `"9'6"`, func(j job.Job) any { return j.Room("r").Look.Ceiling.Length }, 114 * measure.Inch},
	} {
		next, _, err := Apply(j, set1(s.kind, s.id, s.field, s.value))
		require.NoError(t, err, s.field)
		assert.Equal(t, s.is, s.want(next), s.field)
	}
	for _, s := range [][4]string{
		{"prices", "", "cope", `"plenty"`}, {"prices", "", "cope", `"-1"`}, {"prices", "", "tax", `"1001"`}, {"prices", "", "per", `"mile"`},
		{"prices", "", "currency", `"dollars"`},
		{"sundry", "paint", "lasts", `"0"`}, {"sundry", "none", "lasts", `"1"`}, {"sundry", "paint", "coats", `"two"`}, {"sundry", "paint", "by", `"weight"`},
		{"stick", "b/9", "price", `1`}, {"stick", "b", "price", `1`},
		{"stick", "b/0", "available", `"-1"`}, {"moulding", "b", "spares", `101`}, {"moulding", "b", "kind", `"dado"`}, {"moulding", "b", "buy", `"guess"`},
		{"cutting", "", "share", `101`}, {"cutting", "", "shortest", `0`},
		{"rules", "", "scarf", `5`}, {"room", "r", "inside", `-1`}, {"doors", "", "width", `0`}, {"laid", "b/s1", "locked", `true`}, {"laid", "x", "locked", `true`},
		{"moulding", "b", "sticks", `["16'","192"]`},
	} {
		same, _, err := Apply(j, set1(s[0], s[1], s[2], s[3]))
		assert.Error(t, err, "%v", s)
		assert.Equal(t, asText(j), asText(same))
	}
}

// A new list of lengths keeps the prices of those that stay.
func TestStickListKeepsPrices(t *testing.T) {
	j := shed(t)
	j, _, err := Apply(j, set1("stick", "b/0", "price", `38.4`))
	require.NoError(t, err)
	j, _, err = Apply(j, set1("moulding", "b", "sticks", `"12', 192"`))
	require.NoError(t, err)
	s := j.Moulding("b").Sticks
	assert.Equal(t, money.Cents(0), s[0].Price)
	assert.Equal(t, money.Cents(3840), s[1].Price, "16 feet, however they are written")
	j, _, err = Apply(j, set1("moulding", "b", "sticks", `[{"length":"14'","price":20,"available":3}]`))
	require.NoError(t, err)
	assert.Equal(t, 3, *j.Moulding("b").Sticks[0].Available)
}

// An accepted layout takes the place of the old one; one made from an older
// picture of it is refused.
func TestLayoutsReplaceEachOther(t *testing.T) {
	j := shed(t)
	lay := func(piece string) Op {
		return Op{Do: Add, Kind: "layout", ID: "b", Value: json.RawMessage(`{"moulding":"b","sticks":[{"id":"s1","length":"16'","price":30,"pieces":[{"piece":"` +
			piece + `","from":"0\"","to":"96\""}]}]}`)}
	}
	one, undo, err := Apply(j, lay("k.w1"))
	require.NoError(t, err)
	assert.Equal(t, Remove, undo.Do)
	two, undo, err := Apply(one, lay("k.w2"))
	require.NoError(t, err)
	require.Len(t, two.Layouts, 1)
	back, _, err := Apply(two, undo)
	require.NoError(t, err)
	assert.Equal(t, asText(one), asText(back))

	stale := lay("k.w3")
	stale.Was = Raw(one.Layouts[0])
	_, _, err = Apply(two, stale)
	var conflict *Conflict
	require.ErrorAs(t, err, &conflict)
	_, _, err = Apply(one, stale)
	require.NoError(t, err)

	locked, _, err := Apply(two, set1("laid", "b/s1", "locked", `true`))
	require.NoError(t, err)
	assert.True(t, locked.Layouts[0].Sticks[0].Locked)
	assert.False(t, two.Layouts[0].Sticks[0].Locked, "the job given is left alone")
	_, _, err = Apply(two, set1("laid", "b/s1", "rack", `"17'"`))
	assert.ErrorContains(t, err, "no longer than its stick")
	_, _, err = Apply(two, Op{Do: Remove, Kind: "moulding", ID: "b"})
	assert.Error(t, err, "while sticks are laid out for it")
	for _, bad := range []string{`{"moulding":"b","sticks":[{"id":"s 1","length":"16'","pieces":[]}]}`,
		`{"moulding":"b","sticks":[{"id":"s1","length":"0","pieces":[]}]}`,
		`{"moulding":"b","sticks":[{"id":"s1","length":"9'","pieces":[{"piece":"a","from":"2","to":"1"}]}]}`,
		`{"moulding":"b","sticks":[],"scarfs":[{"piece":"a","at":["5","4"]}]}`, `{"colour":1}`} {
		_, _, err := Apply(j, Op{Do: Add, Kind: "layout", ID: "b", Value: json.RawMessage(bad)})
		assert.Error(t, err, bad)
	}
	_, _, err = Apply(j, Op{Do: Add, Kind: "layout", ID: "x", Value: json.RawMessage(`{"moulding":"x","sticks":[]}`)})
	assert.ErrorContains(t, err, "no such moulding")
}
