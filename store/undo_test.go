package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/edit/edittest"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/files"
)

// undoSteps is how many random steps the tests here make; make faults sets it.
func undoSteps() int {
	if n, err := strconv.Atoi(os.Getenv("UNDO_STEPS")); err == nil {
		return n
	}
	return 400
}

// person makes random steps.
type person struct {
	by By
	edittest.Person
}

func someone(client string, rng *rand.Rand) *person {
	return &person{By{Client: client}, edittest.Person{Name: client, Rng: rng}}
}

// text is all of a job but the names of its marks.
func text(t *testing.T, j job.Job) string {
	t.Helper()
	j = j.Clone()
	j.Records = j.Standing()
	for i := range j.Records {
		j.Records[i].ID, j.Records[i].Of = fmt.Sprintf("m%d", i), ""
	}
	var b strings.Builder
	require.NoError(t, files.WriteJob(&b, j))
	return b.String()
}

// refused tells whether a step was refused for what it asks, as random ones are.
func refused(t *testing.T, err error) bool {
	t.Helper()
	if err != nil && !hinders(err) {
		require.NoError(t, err)
	}
	return err != nil
}

func small(t *testing.T) job.Job {
	t.Helper()
	j := ferry(t)
	j.Rooms, j.Records, j.Layouts, j.ByHand = j.Rooms[:2], nil, nil, nil
	return j
}

// One who does, undoes and does again at random, and then undoes to the start, has the start.
func TestUndoToTheStart(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(1, 16))
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		start, _, err := s.Job(id)
		require.NoError(t, err)
		p := someone("p", rng)
		now := start
		for range 60 {
			made++
			var r Result
			switch k := rng.IntN(10); {
			case k < 6:
				r, err = s.Do(id, p.by, p.Step(now))
			case k < 9:
				r, err = s.Undo(id, p.by)
			default:
				r, err = s.Redo(id, p.by)
			}
			if errors.Is(err, ErrNothing) || refused(t, err) {
				var over *PassedOver
				require.NotErrorAs(t, err, &over, "alone, one can undo everything")
				continue
			}
			now = r.Job
			if made%10 == 0 {
				asKeptIs(t, s, id, now)
			}
		}
		for {
			r, err := s.Undo(id, p.by)
			if errors.Is(err, ErrNothing) {
				break
			}
			require.NoError(t, err)
			now = r.Job
		}
		require.Equal(t, text(t, start), text(t, now))
		asKeptIs(t, s, id, now)
	}
}

// asKeptIs holds a job at hand against what a fresh start reads of it.
func asKeptIs(t *testing.T, s *Store, id string, at job.Job) {
	t.Helper()
	k, err := load(s.db, id)
	require.NoError(t, err)
	require.Equal(t, exactText(k.job), exactText(at))
}

// exactText is a job with every length and the text that it was typed as.
func exactText(j job.Job) string {
	j = j.Clone()
	job.Exactly(&j, measure.UnitMetre) // in which next to nothing was typed
	return jsonText(j)
}

// Two who change things by turns have the start when each step is undone, the last first.
func TestTwoUndoToTheStart(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(2, 16))
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		start, _, err := s.Job(id)
		require.NoError(t, err)
		two := []*person{someone("a", rng), someone("b", rng)}
		now := start
		var order []*person
		for range 40 {
			made++
			p := two[rng.IntN(2)]
			r, err := s.Do(id, p.by, p.Step(now))
			if refused(t, err) {
				continue
			}
			order, now = append(order, p), r.Job
		}
		for i := len(order) - 1; i >= 0; i-- {
			r, err := s.Undo(id, order[i].by)
			require.NoError(t, err)
			now = r.Job
		}
		require.Equal(t, text(t, start), text(t, now))
	}
}

// measured are the values of what was measured in a job, by what they are called.
func measured(j job.Job) map[string]string {
	out := map[string]string{}
	for _, r := range j.Rooms {
		for i, w := range r.Walls {
			for _, l := range w.Lengths {
				out["length "+l.ID] = l.As.Length.String()
			}
			for _, rd := range r.Corners[i].Readings {
				out["reading "+rd.ID] = rd.Angle.Text(6)
			}
		}
	}
	return out
}

// Whatever order two undo and do again in, nothing that the other measured is lost or changed
// by it, and undoing comes to an end.
func TestUndoTakesNothingFromOthers(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(3, 17))
	passed := 0
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		now, _, err := s.Job(id)
		require.NoError(t, err)
		two := []*person{someone("a", rng), someone("b", rng)}
		last := map[string]int{} // who gave it the value that it has
		for range 60 {
			made++
			i := rng.IntN(2)
			p, before := two[i], measured(now)
			k := rng.IntN(10)
			var r Result
			switch {
			case k < 5:
				r, err = s.Do(id, p.by, p.Step(now))
			case k < 9:
				r, err = s.Undo(id, p.by)
			default:
				r, err = s.Redo(id, p.by)
			}
			var over *PassedOver
			if errors.As(err, &over) {
				passed++
			}
			if errors.Is(err, ErrNothing) || refused(t, err) {
				continue
			}
			now = r.Job
			after := measured(now)
			for name, v := range before {
				if by, known := last[name]; k >= 5 && known && by != i {
					require.Equal(t, v, after[name], "%s of the other", name)
				}
			}
			for name, v := range after {
				if before[name] == v {
					continue
				}
				if last[name] = i; k >= 5 { // undone, it is the value of whoever gave it before
					delete(last, name)
				}
			}
		}
		for _, p := range two {
			for n := 0; ; n++ {
				require.Less(t, n, 200)
				if _, err := s.Undo(id, p.by); errors.Is(err, ErrNothing) {
					break
				} else {
					refused(t, err)
				}
			}
		}
	}
	assert.NotZero(t, passed, "some could not be undone, and did not stop the rest")
}

// What hindered an undo is told once, with who did it; the next undo goes on to the change
// before, and the same request sent again undoes nothing more.
func TestWhatCannotBeUndoneIsPassedOver(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(small(t))
	require.NoError(t, err)
	require.NoError(t, s.AddDevice(Device{ID: "d1", Name: "Nell’s phone", Rights: "full", Token: "x"}))
	desk, nell := By{Client: "desk"}, By{Client: "d1/a"}
	do := func(by By, ops ...edit.Op) {
		t.Helper()
		_, err := s.Do(id, by, ops)
		require.NoError(t, err)
	}
	do(desk, set("job", "", "name", "First"))
	do(desk, edit.Op{Do: edit.Add, Kind: "room", ID: "n", Value: json.RawMessage(`{"id":"","name":"Larder","walls":[{"id":"n1"}],"corners":[{"id":"nc"}]}`)})
	do(nell, edit.Op{Do: edit.Add, Kind: "length", In: "n1", ID: "nl", Value: json.RawMessage(`{"id":"","length":"96"}`)})

	desk.Once = "u1"
	_, err = s.Undo(id, desk)
	var over *PassedOver
	require.ErrorAs(t, err, &over)
	assert.Contains(t, err.Error(), "Larder stays: since it was added, 1 length was added by Nell’s phone")
	j, _, err := s.Job(id)
	require.NoError(t, err)
	require.NotNil(t, j.Room("n"))
	assert.Len(t, j.Room("n").Walls[0].Lengths, 1)
	r, err := s.Undo(id, desk)
	require.NoError(t, err, "the answer was lost and it is asked again")
	assert.Equal(t, "First", r.Job.Name)
	desk.Once = "u2"
	r, err = s.Undo(id, desk)
	require.NoError(t, err)
	assert.NotEqual(t, "First", r.Job.Name)
	_, err = s.Undo(id, nell)
	require.NoError(t, err, "the other's own is still theirs to undo")

	// What one may not do one may not undo either.
	may := nell
	may.May = func(ops []edit.Op) error { return errors.New("may not " + ops[0].Do) }
	do(nell, set("job", "", "name", "Hers"))
	_, err = s.Undo(id, may)
	require.ErrorAs(t, err, &over)
	assert.ErrorContains(t, err, "may not set")
	_, err = s.Undo(id, nell)
	assert.ErrorIs(t, err, ErrNothing)
}
