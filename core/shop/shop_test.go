package shop

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/job/jobtest"
	"gnomon/core/measure"
)

// full is a shop in which every field says something.
func full(t *testing.T) job.Job {
	s := jobtest.Full(t).Clone()
	s.Rooms, s.Layouts, s.Records, s.ByHand = nil, nil, nil, nil
	s.Normalise()
	Link(&s, &job.Job{})
	require.NoError(t, s.Check())
	return s
}

func states(j, s *job.Job) map[string]State {
	out := map[string]State{}
	for _, k := range Compare(j, s, nil) {
		out[k.Kind+" "+k.ID] = k.State
	}
	return out
}

func standing(t *testing.T, j, s *job.Job, kind, id string) Standing {
	t.Helper()
	for _, k := range Compare(j, s, nil) {
		if k.Kind == kind && k.ID == id {
			return k
		}
	}
	t.Fatal("no " + kind)
	return Standing{}
}

func made(t *testing.T, j job.Job, ops ...edit.Op) job.Job {
	t.Helper()
	next, _, err := edit.ApplyAll(j, ops)
	require.NoError(t, err)
	return next
}

func set(kind, id, field, value string) edit.Op {
	return edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: field, Value: edit.Raw(value)}
}

func TestEveryFieldHasAWord(t *testing.T) {
	for _, thing := range []any{&job.Saw{}, &job.Moulding{}, &job.Person{}, &job.Nail{}, &job.Prices{}, &job.Cutting{}, &job.Tools{}, &job.Rules{}, &job.Times{},
		&job.Weights{}} {
		for _, f := range job.FieldNames(thing) {
			if f != "origin" {
				assert.NotEmpty(t, Word(f), "%T %s", thing, f)
			}
		}
	}
	assert.NotEmpty(t, Word("strip"))
	assert.NotEmpty(t, Word("strip_price"))
}

// A job that is begun has the shop's figures, in either unit, and can be planned.
func TestBegin(t *testing.T) {
	s := full(t)
	s.Saw = s.Saws[len(s.Saws)-1].ID
	for _, unit := range []measure.Unit{measure.UnitInch, measure.UnitMillimetre} {
		j := Begin(&s, "Next", unit, "")
		require.NoError(t, j.Check())
		for thing, state := range states(&j, &s) {
			assert.Equal(t, Same, state, thing)
		}
		assert.Equal(t, s.Saw, j.Saw)
		assert.Len(t, j.Saws, 1)
		require.Len(t, j.Mouldings, 1, "the one that is usual")
		assert.Equal(t, "hall-base", j.Mouldings[0].ID)
		assert.Len(t, j.People, len(s.People))
		assert.Len(t, j.Nails, len(s.Nails))
		assert.Empty(t, j.Quote.For)
		assert.Equal(t, s.Quote.From, j.Quote.From)
	}
	with := Begin(&s, "Next", measure.UnitInch, "Galley")
	require.NoError(t, with.Check())
	assert.Len(t, with.Rooms[0].Walls, 4)
	assert.Equal(t, "hall-base", with.Rooms[0].Runs[0].Moulding)
	none := New(measure.UnitInch)
	j := Begin(&none, "First", measure.UnitInch, "")
	assert.Equal(t, "base", j.Mouldings[0].ID)
	assert.Nil(t, j.Mouldings[0].Origin, "made up, and not of the shop")
	assert.Equal(t, Same, states(&j, &none)["saw "+none.Saw])
}

// How a figure was typed and what a thing is called make no difference, what it comes to does.
func TestFingerprint(t *testing.T) {
	s := full(t)
	m := s.Mouldings[0].ID
	was := Fingerprint(&s, "moulding", m)
	assert.Equal(t, was, fingerprint(made(t, s, set("moulding", m, "height", "7.25"), set("moulding", m, "name", "Other")), "moulding", m))
	assert.NotEqual(t, was, fingerprint(made(t, s, set("moulding", m, "height", "7.26")), "moulding", m))
	assert.Equal(t, was, fingerprint(made(t, s, set("job", "", "unit", "mm")), "moulding", m))
	assert.Empty(t, Fingerprint(&s, "saw", "nowhere"))
	for _, k := range sheets {
		assert.Equal(t, Fingerprint(&s, k.kind, ""), fingerprint(made(t, s, set("job", "", "unit", "mm")), k.kind, ""), k.kind)
	}
}

func fingerprint(j job.Job, kind, id string) string { return Fingerprint(&j, kind, id) }

// The shop moves on: the job says so until it takes or leaves it, and keeps its own figures until then.
func TestMovedTakenAndLeft(t *testing.T) {
	s := full(t)
	j := Begin(&s, "Job", measure.UnitMillimetre, "")
	saw := j.Saw
	moved := made(t, s, set("saw", saw, "mitre_left", "47"), edit.Op{Do: edit.Add, Kind: "test", In: saw, ID: "t9",
		Value: edit.Raw(map[string]any{"way": "corner", "dialled": 45, "corner": 90.2})})
	k := standing(t, &j, &moved, "saw", saw)
	require.Equal(t, Moved, k.State)
	assert.Equal(t, []string{"swings left to 47, here 50", "other test cuts"}, k.Differences)

	taken := made(t, j, k.Take...)
	assert.Equal(t, Same, states(&taken, &moved)["saw "+saw])
	assert.Equal(t, "t9", taken.Saws[0].Tests[0].ID)

	left := made(t, j, k.Leave...)
	assert.Equal(t, Apart, states(&left, &moved)["saw "+saw])
	assert.Equal(t, j.Saws[0].MitreLeft, left.Saws[0].MitreLeft)
	again := made(t, moved, set("saw", saw, "mitre_left", "46"))
	assert.Equal(t, Moved, states(&left, &again)["saw "+saw])

	own := made(t, j, set("prices", "", "cope", "11"))
	assert.Equal(t, Apart, states(&own, &s)["prices "])
	gone := s.Clone()
	gone.Mouldings = gone.Mouldings[1:]
	assert.Equal(t, Loose, states(&j, &gone)["moulding hall-base"])
}

// Whatever the shop has otherwise, to take it makes the two the same.
func TestToTakeIsToBeTheSame(t *testing.T) {
	s := full(t)
	rng := rand.New(rand.NewPCG(3, 19))
	fields := map[string][]string{"nail": {"gauge", "length", "pack", "kind"}, "person": {"instrument"}, "saw": {"mitre_left", "resolution", "blade",
		"note", "detents", "kerf"}, "moulding": {"sticks", "rate", "yard",
		"nail", "spares"},
		"prices": {"cope", "strip", "strip_price", "tax", "currency"}, "cutting": {"kerf", "keep", "share"}, "tools": {"tape", "reading"},
		"rules": {"hair", "drying", "short"}}
	values := map[string][]string{"note": {"sharp", "dull"}, "yard": {"Quay Timber", "Mill Lane"}, "sticks": {"16', 12'", "14'", "12', 8', 6'"},
		"currency":   {"$", "€"},
		"resolution": {"0.25", "1"}, "reading": {"0.25", "1"}, "tape": {"1/32", "1/8"}, "kerf": {"1/8", "1/16"}, "drying": {"20", "45"}, "hair": {"1/16",
			"1/64"}, "nail": {"2", "2 1/2"}, "detents": {"0, 45", "0, 22.5, 45"}, "kind": {"pin", "finish"}}
	for range 150 {
		unit := []measure.Unit{measure.UnitInch, measure.UnitMillimetre}[rng.IntN(2)]
		j := Begin(&s, "Job", unit, "")
		next, here := s, j
		for range 1 + rng.IntN(6) {
			kind := []string{"saw", "moulding", "prices", "cutting", "tools", "rules", "nail", "person"}[rng.IntN(8)]
			id := map[string]string{"saw": j.Saw, "moulding": j.Mouldings[0].ID, "nail": j.Nails[0].ID}[kind]
			field := fields[kind][rng.IntN(len(fields[kind]))]
			vs := values[field]
			if vs == nil {
				vs = []string{"3", "4", "5"}
			}
			op := set(kind, id, field, vs[rng.IntN(len(vs))])
			if kind == "person" {
				op = set("instrument", s.People[0].Instruments[0].ID, "length", []string{"1/32", "1/8"}[rng.IntN(2)])
			}
			op.Unit = measure.UnitInch
			switch rng.IntN(6) {
			case 0:
				here = made(t, here, op)
			case 1:
				if next.Prices.Sundry("plugs") == nil {
					next = made(t, next, edit.Op{Do: edit.Remove, Kind: "sundry", ID: next.Prices.Sundries[0].ID}, edit.Op{Do: edit.Add, Kind: "sundry", ID: "plugs",
						Value: edit.Raw(map[string]any{"name": "Plugs", "by": "joint", "price": 4, "lasts": 9})})
				}
			case 2:
				next = made(t, next, edit.Op{Do: edit.Set, Kind: "stick", ID: j.Mouldings[0].ID + "/0", Field: "price", Value: edit.Raw(rng.IntN(90))})
			default:
				next = made(t, next, op)
			}
		}
		for _, k := range Compare(&here, &next, nil) {
			if k.State == Moved || k.State == Apart {
				taken := made(t, here, k.Take...)
				assert.Equal(t, Same, states(&taken, &next)[k.Kind+" "+k.ID], "%s %v", k.Kind, k.Differences)
				require.NotEmpty(t, k.Differences)
			}
		}
	}
}

// Several jobs make a shop: what is the same is there once, what is not stays apart and is said, and nothing is lost.
func TestMerge(t *testing.T) {
	s := New(measure.UnitInch)
	a, b, c := jobtest.Full(t), jobtest.Full(t), jobtest.Full(t)
	b = made(t, b, set("moulding", "hall-base", "spares", "3"), set("saw", b.Saw, "mitre_left", "45"), set("prices", "", "cope", "33"))
	for _, j := range []*job.Job{&a, &b, &c} {
		Merge(&s, j)
		require.NoError(t, s.Check())
		require.NoError(t, j.Check())
	}
	assert.Len(t, s.Saws, len(a.Saws)+1)
	assert.Len(t, s.Mouldings, len(a.Mouldings)+1)
	assert.Equal(t, a.Prices.Cope, s.Prices.Cope, "the first one's sheet")
	assert.Equal(t, a.Saw, s.Saw)
	assert.Equal(t, Apart, states(&b, &s)["prices "])
	assert.Len(t, Said(&s), 2)
	for _, j := range []*job.Job{&a, &b, &c} {
		for _, k := range Compare(j, &s, nil) {
			if k.Kind == "saw" || k.Kind == "moulding" {
				assert.Equal(t, Same, k.State, "%s %s", k.Kind, k.ID)
			}
		}
	}
	again := s.Clone()
	Merge(&again, &a)
	assert.Equal(t, s, again)
}

func TestBring(t *testing.T) {
	s := full(t)
	j := Begin(&s, "Job", measure.UnitInch, "")
	op, err := Bring(&j, &s, "moulding", s.Mouldings[1].ID)
	require.NoError(t, err)
	j = made(t, j, op)
	assert.Equal(t, Same, states(&j, &s)["moulding "+s.Mouldings[1].ID])
	op, err = Bring(&j, &s, "saw", j.Saw) // a second time: under a name of its own
	require.NoError(t, err)
	j = made(t, j, op)
	assert.Equal(t, Same, states(&j, &s)["saw "+op.ID])
	_, err = Bring(&j, &s, "saw", "nowhere")
	assert.Error(t, err)
}
