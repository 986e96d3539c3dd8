package edit

import (
	"encoding/json"
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/job/jobtest"
)

// free is a full job without what keeps its things from being taken out.
func free(t *testing.T, k Kind) job.Job {
	j := jobtest.Full(t)
	j.Layouts = slices.DeleteFunc(j.Layouts, func(l job.Layout) bool { return k.Name == "moulding" })
	if k.Name == "moulding" {
		for i := range j.Rooms {
			j.Rooms[i].Runs, j.Rooms[i].Overrides, j.Rooms[i].Openings, j.Rooms[i].Odds = nil, nil, nil, nil
			for k := range j.Rooms[i].Walls {
				j.Rooms[i].Walls[k].Lengths = nil
			}
		}
	}
	if k.Name == "run" {
		for i := range j.Rooms[0].Runs {
			j.Rooms[0].Runs[i].On = ""
		}
	}
	if k.Name == "opening" {
		for i := range j.Rooms[0].Walls {
			j.Rooms[0].Walls[i].Lengths = nil
		}
	}
	if k.Name == "saw" {
		other := job.DefaultSaw()
		other.ID = "other"
		j.Saws, j.Saw = append(j.Saws, other), "other"
	}
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// Every kind that stands in a list is added and taken out, each by a step that the other undoes,
// and is found by its identifier.
func TestEveryKindComesAndGoes(t *testing.T) {
	n := 0
	for _, k := range Kinds {
		if k.List == "" || k.With != "" {
			continue
		}
		n++
		j := free(t, k)
		ids := k.ids(&j)
		require.NotEmpty(t, ids, "%s: core/job/jobtest/full.json has none", k.Name)
		assert.True(t, k.has(&j, ids[0]), k.Name)
		assert.False(t, k.has(&j, "nowhere"), k.Name)
		for _, id := range ids {
			if k.Name == "saw" && id == j.Saw {
				continue
			}
			without, back, err := applied(t, j, Op{Do: Remove, Kind: k.Name, ID: id})
			require.NoError(t, err, "%s %s", k.Name, id)
			assert.False(t, k.has(&without, id), "%s %s", k.Name, id)
			if !slices.Contains([]string{"layout", "hand", "override"}, k.Name) { // those take another's place
				_, _, err = applied(t, j, through(t, back))
				assert.Error(t, err, "%s %s twice", k.Name, id)
			}
			again, out, err := applied(t, without, through(t, back))
			require.NoError(t, err, "%s %s", k.Name, id)
			assert.Equal(t, j, again, "%s %s comes back as it was", k.Name, id)
			gone, _, err := applied(t, again, through(t, out))
			require.NoError(t, err, "%s %s", k.Name, id)
			assert.Equal(t, without, gone, "%s %s goes again", k.Name, id)
		}
		_, _, err := applied(t, j, Op{Do: Remove, Kind: k.Name, ID: "nowhere"})
		var missing *Missing
		assert.ErrorAs(t, err, &missing, k.Name)
		if k.In != "" {
			_, _, err = applied(t, j, Op{Do: Add, Kind: k.Name, ID: "new", In: "nowhere", Value: json.RawMessage(`{}`)})
			assert.ErrorAs(t, err, &missing, k.Name)
		}
	}
	assert.Greater(t, n, 12)
}

// through is a step as the log of changes keeps it.
func through(t *testing.T, op Op) Op {
	t.Helper()
	b, err := json.Marshal(op)
	require.NoError(t, err)
	var out Op
	require.NoError(t, json.Unmarshal(b, &out))
	return out
}

// What can be moved is, to every place, and back.
func TestEveryKindThatMoves(t *testing.T) {
	moved := 0
	for _, k := range Kinds {
		if k.move == nil {
			continue
		}
		j := jobtest.Full(t)
		j.Rooms = append(j.Rooms, job.Room{ID: "last", Name: "Last"})
		j.Normalise()
		for _, id := range k.ids(&j) {
			for _, after := range append([]string{""}, k.ids(&j)...) {
				if after == id {
					continue
				}
				next, back, err := applied(t, j, Op{Do: Move, Kind: k.Name, ID: id, After: after})
				if err != nil {
					continue // into another room
				}
				moved++
				again, _, err := applied(t, next, back)
				require.NoError(t, err, "%s %s", k.Name, id)
				assert.Equal(t, j, again, "%s %s", k.Name, id)
			}
		}
	}
	assert.Greater(t, moved, 20)
}

// A copy of a room has as much of everything as the room, under names of its own, and refers to
// nothing outside it.
func TestEveryKindIsCopied(t *testing.T) {
	j := jobtest.Full(t)
	r := &j.Rooms[0]
	r.Overrides = slices.DeleteFunc(r.Overrides, func(o job.Override) bool { return o.Piece != "" || o.Question == job.AskFirst })
	next, _ := apply(t, j, Op{Do: Add, Kind: "copy", ID: "again", Value: Raw(Copy{Of: r.ID, Name: "Again"})})
	of, as := job.Job{Rooms: []job.Room{*r}}, job.Job{Rooms: []job.Room{*next.Room("again")}}
	inIt := map[string]map[string]bool{}
	for _, k := range Kinds {
		if k.ids == nil || len(k.ids(&of)) == 0 {
			continue
		}
		inIt[k.Name] = map[string]bool{}
		for _, id := range k.ids(&as) {
			inIt[k.Name][id] = true
			assert.NotContains(t, k.ids(&of), id, k.Name)
		}
		assert.Equal(t, len(k.ids(&of)), len(k.ids(&as)), k.Name)
	}
	refers := 0
	each(reflect.ValueOf(as.Rooms[0]), func(f reflect.StructField, v reflect.Value) {
		if kind := f.Tag.Get("of"); kind != "" {
			require.NotNil(t, kindNamed[kind], "%s is of no kind of thing", f.Name)
			if v.String() != "" && v.String() != job.Start {
				refers++
				assert.True(t, inIt[kind][v.String()], "%s refers to %s %s", f.Name, kind, v.String())
			}
		}
	})
	assert.Greater(t, refers, 8)
}

// handed are fields that are another seen from the other side: of a wall, its lean is not.
func handed(kind, name string) bool {
	if name == "lean" {
		return kind != "wall"
	}
	if name == "stud" {
		return true
	}
	for _, part := range strings.Split(name, "_") {
		if slices.Contains([]string{"left", "right", "from", "to", "first", "last", "at"}, part) {
			return true
		}
	}
	return false
}

// plainValue is a value of a field without how its length was written.
func plainValue(v any) string {
	switch x := v.(type) {
	case job.Entry:
		return x.Length.String()
	case *job.Entry:
		if x == nil {
			return ""
		}
		return x.Length.String()
	case *job.Lean:
		if x == nil {
			return ""
		}
		return x.Angle.Text(6)
	}
	return string(Raw(v))
}

// What knows left from right in a room is turned by mirroring it, and is as it was when it is
// turned twice. A kind with such a field that says nothing of mirroring fails here.
func TestEveryKindIsMirrored(t *testing.T) {
	j := jobtest.Full(t)
	was := j.Rooms[0]
	was.Closed = false // only in an open run are a diagonal's ends handed
	was.Diagonals = append(was.Diagonals, job.Diagonal{ID: "across", From: job.Start, To: was.Corners[len(was.Corners)-1].ID})
	once, twice := was.Clone(), was.Clone()
	require.NoError(t, mirror(&j, &once))
	require.NoError(t, mirror(&j, &twice))
	require.NoError(t, mirror(&j, &twice))
	for _, k := range Kinds {
		if k.ids == nil || k.Name == "room" {
			continue
		}
		of := func(r job.Room, id string) map[string]string {
			out := map[string]string{}
			if k.fields == nil {
				return out
			}
			for name, v := range k.fields(&job.Job{Rooms: []job.Room{r}}, id) {
				out[name] = plainValue(reflect.ValueOf(v).Elem().Interface())
			}
			return out
		}
		hand := map[string]bool{}
		for _, id := range k.ids(&job.Job{Rooms: []job.Room{was}}) {
			a, b, c := of(was, id), of(once, id), of(twice, id)
			assert.Equal(t, a, c, "%s %s mirrored twice", k.Name, id)
			for name := range a {
				if handed(k.Name, name) {
					hand[name] = hand[name] || a[name] != b[name]
				}
			}
		}
		for name, turned := range hand {
			assert.True(t, turned, "%s of every %s is the same seen from the other side", name, k.Name)
		}
	}
	assert.Equal(t, []string{was.LeftEnd, was.RightEnd}, []string{once.RightEnd, once.LeftEnd})
}

// Whoever writes steps from outside is told of every kind.
func TestEveryKindIsTold(t *testing.T) {
	f, _ := reflect.TypeFor[Op]().FieldByName("Kind")
	told := strings.FieldsFunc(f.Tag.Get("doc"), func(r rune) bool { return r == ',' || r == ' ' })
	for _, k := range Kinds {
		assert.Contains(t, told, k.Name)
		assert.True(t, k.In == "" || kindNamed[k.In] != nil, "%s is in %s", k.Name, k.In)
		assert.True(t, k.With == "" || kindNamed[k.With] != nil, "%s comes with %s", k.Name, k.With)
	}
}
