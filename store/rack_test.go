package store

import (
	"encoding/json"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

func layout(t *testing.T, moulding string, sticks ...job.LaidStick) edit.Op {
	t.Helper()
	b, err := json.Marshal(job.Layout{Moulding: moulding, Sticks: sticks})
	require.NoError(t, err)
	return edit.Op{Do: edit.Add, Kind: "layout", ID: moulding, Value: b}
}

func field(kind, id, field, value string) edit.Op {
	return edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: field, Value: json.RawMessage(value)}
}

// An offcut that one job leaves is there for the next one, until that one counts
// on it; undoing takes it off again.
func TestRackIsSharedByJobs(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	first, err := s.Create(ferry(t))
	require.NoError(t, err)
	second, err := s.Create(ferry(t))
	require.NoError(t, err)
	j := ferry(t)
	m := j.Moulding("galley-base")
	stick := job.LaidStick{ID: "s1", Length: 168 * measure.Inch, Price: 21_70,
		Pieces:  []job.Laid{{Piece: "ga-base.ga1", From: 0, To: 100 * measure.Inch}, {Piece: "ga-base.ga2", From: 101 * measure.Inch, To: 130 * measure.Inch}},
		Spoiled: []job.Spoiled{{Label: "Base 9", From: 140 * measure.Inch, To: 150 * measure.Inch}}}
	r, err := s.Do(first, By{Client: "a"}, []edit.Op{layout(t, "galley-base", stick)})
	require.NoError(t, err)
	kept, _, err := s.Job(first)
	require.NoError(t, err)
	assert.Equal(t, r.Job, kept, "a layout comes back as it was, stick by stick")
	assert.Equal(t, stick.Pieces, kept.Layouts[0].Sticks[0].Pieces)

	_, err = s.Do(first, By{Client: "a"}, []edit.Op{field("laid", "galley-base/s1", "rack", `"38 1/2\""`)})
	require.NoError(t, err)
	all, err := s.Rack()
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Equal(t, 77*measure.Inch/2, all[0].Length)
	assert.Equal(t, "Galley base", all[0].Name)
	assert.Contains(t, all[0].Note, "Ferry House")
	there, err := s.RackFor(second, m)
	require.NoError(t, err)
	require.Len(t, there, 1)
	other, err := s.RackFor(second, j.Moulding("hall-base"))
	require.NoError(t, err)
	assert.Empty(t, other, "another section")

	// Laid out by the second job: the first cannot have it, nor take it back.
	uses := layout(t, "galley-base", job.LaidStick{ID: "s1", Source: "rack:" + there[0].ID, Length: there[0].Length,
		Pieces: []job.Laid{{Piece: "ga-base.ga3", To: measure.Inch}}})
	_, err = s.Do(second, By{Client: "b"}, []edit.Op{uses})
	require.NoError(t, err)
	mine, err := s.RackFor(second, m)
	require.NoError(t, err)
	assert.Len(t, mine, 1, "its own to fit again")
	gone, err := s.RackFor(first, m)
	require.NoError(t, err)
	assert.Empty(t, gone)
	var taken *OffcutTaken
	back := field("laid", "galley-base/s1", "rack", `"0"`)
	_, err = s.Do(first, By{Client: "a"}, []edit.Op{back})
	require.ErrorAs(t, err, &taken)
	require.ErrorAs(t, s.TakeFromRack(there[0].ID), &taken)
	third, err := s.Create(ferry(t))
	require.NoError(t, err)
	_, err = s.Do(third, By{Client: "c"}, []edit.Op{uses})
	require.ErrorAs(t, err, &taken, "two jobs cannot lay out the same offcut")
	kept, _, err = s.Job(third)
	require.NoError(t, err)
	assert.Empty(t, kept.Layouts, "nothing by halves")

	_, err = s.Undo(second, By{Client: "b"})
	require.NoError(t, err)
	_, err = s.Undo(first, By{Client: "a"})
	require.NoError(t, err)
	all, err = s.Rack()
	require.NoError(t, err)
	assert.Empty(t, all, "undone, it is no offcut")

	id, err := s.PutOnRack(m, job.Entry{Length: measure.Foot, Text: "12"}, "primed")
	require.NoError(t, err)
	require.NoError(t, s.TakeFromRack(id))
	assert.ErrorIs(t, s.TakeFromRack(id), ErrNoOffcut)
}

// Everything a quick look and the price sheet hold comes back, in both units.
func TestLookAndPricesAreKept(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	ops := []edit.Op{
		field("wall", "wh2", "rough", `"14'6"`), field("wall", "wh2", "joists", `true`), field("room", "galley", "inside", `"5"`),
		field("room", "galley", "doors", `"2"`),
		field("room", "galley", "ceiling", `"9"`), field("prices", "", "cope", `"12.25"`), field("prices", "", "tax", `"7.5"`),
		field("cutting", "", "kerf", `"3/32"`),
		field("sundry", "paint", "lasts", `"95.5"`), field("stick", "hall-base/1", "available", `null`), field("stick", "hall-base/0", "price", `"44"`),
		field("moulding", "hall-base", "spares", `2`), field("moulding", "hall-base", "buy", `"fit"`), field("quote", "", "for", `"A trust"`),
		field("rules", "", "scarf", `22.5`), field("doors", "", "width", `"38"`),
		{Do: edit.Add, Kind: "walls", ID: "x", In: "galley", Value: json.RawMessage(`"3, 4'6"`)},
	}
	r, err := s.Do(id, By{Client: "a"}, ops)
	require.NoError(t, err)
	kept, _, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, r.Job, kept)
	assert.Equal(t, 174*measure.Inch, kept.Rooms[0].Walls[1].Rough.Length, "feet where a look is taken")
	assert.Equal(t, 108*measure.Inch, kept.Room("galley").Look.Ceiling.Length)
	_, err = s.Undo(id, By{Client: "a"})
	require.NoError(t, err)
	back, _, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, ferry(t), back)
	_, err = s.Do(id, By{Client: "a"}, []edit.Op{field("job", "", "unit", `"mm"`)})
	require.NoError(t, err)
	metric, _, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, back.Cutting.Kerf.Length, metric.Cutting.Kerf.Length)
	assert.Equal(t, back.Prices.Strip.Length, metric.Prices.Strip.Length)
}
