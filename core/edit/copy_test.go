package edit

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

func flat(t *testing.T) job.Job {
	t.Helper()
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":2,"mouldings":[{"id":"b","height":"5","thickness":"1/2"}],"rooms":[{"id":"r","name":"Flat","closed":true,
		"walls":[{"id":"w1","lengths":[{"id":"l1","length":"145","burned":"1","left":"face"}],"ceiling_left":"96","ceiling_right":"97"},
			{"id":"w2","length":"96"},{"id":"w3","length":"60"},{"id":"w4","length":"48"},{"id":"w5","length":"84"},
			{"id":"w6","lengths":[{"id":"l6","length":"144"},{"id":"l7","length":"50","right":"casing","to":"o2"}]}],
		"corners":[{"id":"a","reading":91,"lean":"1/4 over 48"},{"id":"b","reading":90},{"id":"c","kind":"outside","reading":89},{"id":"d","reading":90},
			{"id":"e","reading":90},{"id":"f","reading":88}],
		"openings":[{"id":"o1","wall":"w1","from":"30","width":"36"},{"id":"o2","wall":"w6","from":"50","width":"36"}],
		"spots":[{"id":"s1","wall":"w2","kind":"socket","at":"20","stud":"left"},{"id":"s2","wall":"w2","kind":"step_up","at":"40","height":"1"}],
		"diagonals":[{"id":"d1","from":"a","to":"c","length":"130"}],"runs":[{"id":"k","moulding":"b"}]}]}`), &j))
	require.NoError(t, job.Resolve(&j, "in"))
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

func copied(t *testing.T, j job.Job, of, id string, mirror, rough bool) job.Job {
	t.Helper()
	next, inv, err := Apply(j, Op{Do: Add, Kind: "copy", ID: id,
		Value: json.RawMessage(fmt.Sprintf(`{"of":%q,"name":"Other","storey":"Upper","mirror":%v,"rough":%v}`, of, mirror, rough))})
	require.NoError(t, err)
	back, _, err := Apply(next, inv)
	require.NoError(t, err)
	require.Equal(t, asText(j), asText(back))
	return next
}

// A mirrored flat turns left to right: its first wall is the other's last, its
// doors stand as far from the right as they stood from the left, and it closes as
// well as the other does.
func TestMirror(t *testing.T) {
	j := copied(t, flat(t), "r", "m", true, false)
	a, b := survey.Reduce(&j, &j.Rooms[0]), survey.Reduce(&j, &j.Rooms[1])
	r := j.Rooms[1]
	assert.Equal(t, "Other", r.Name)
	for i := range r.Walls {
		la, _ := a.Wall(5-i, job.Floor)
		lb, _ := b.Wall(i, job.Floor)
		assert.Equal(t, la.Length, lb.Length, "wall %d", i+1)
	}
	assert.Equal(t, job.Outside, r.Corners[2].Kind, "between the walls of 48 and 60")
	k, _ := b.Corner(4, job.Floor)
	assert.InDelta(t, 91, float64(k.Theta), 1e-9)
	assert.InDelta(t, -0.2984, float64(r.Corners[4].Lean.Angle), 1e-3)
	assert.Equal(t, "-1/4 over 48", r.Corners[4].Lean.Text)
	last := r.Walls[5]
	assert.Equal(t, job.AtFace, last.Lengths[0].Right)
	assert.Equal(t, 97*measure.Inch, last.CeilingLeft.Length)
	w1, _ := a.Wall(0, job.Floor)
	var door job.Opening
	for _, o := range r.Openings {
		if o.Wall == last.ID {
			door = o
		}
	}
	assert.Equal(t, w1.Length-66*measure.Inch, door.From.Length)
	first := r.Walls[0].Lengths[1]
	assert.Equal(t, job.AtCasing, first.Left)
	assert.Equal(t, r.Walls[0].ID, func() string {
		for _, o := range r.Openings {
			if o.ID == first.From {
				return o.Wall
			}
		}
		return ""
	}(), "its part still begins at its own door")
	assert.Equal(t, "right", r.Spots[1].Stud)
	assert.Equal(t, job.SpotStepDown, r.Spots[0].Kind)
	// Where a door stands is worked out from the wall on a mirrored one, so a part
	// beside it would count as one more observation: compared without.
	j.Rooms[0].Walls[5].Lengths, j.Rooms[1].Walls[0].Lengths = j.Rooms[0].Walls[5].Lengths[:1], j.Rooms[1].Walls[0].Lengths[:1]
	va, vb := survey.Check(a.Room(job.Floor)), survey.Check(b.Room(job.Floor))
	assert.InDelta(t, va.Omega, vb.Omega, 1e-6)
	assert.Equal(t, va.Redundancy, vb.Redundancy)

	twice := copied(t, j, "m", "n", true, false)
	n := twice.Rooms[2]
	for i, w := range n.Walls {
		assert.Equal(t, j.Rooms[0].Walls[i].Lengths[0].As, w.Lengths[0].As, "mirrored twice it is itself")
		assert.Equal(t, j.Rooms[0].Corners[i].Kind, n.Corners[i].Kind)
	}
	assert.Equal(t, j.Rooms[0].Openings[0].From.Length, n.Openings[0].From.Length)
}

// A copy to be measured keeps the lengths as called out and no reading.
func TestCopyToBeMeasured(t *testing.T) {
	j := copied(t, flat(t), "r", "m", true, true)
	r := j.Rooms[1]
	for i, w := range r.Walls {
		assert.Empty(t, w.Lengths)
		require.NotNil(t, w.Rough, "wall %d", i+1)
		assert.Empty(t, r.Corners[i].Readings)
	}
	assert.Equal(t, 144*measure.Inch, r.Walls[0].Rough.Length)
	assert.Equal(t, 96*measure.Inch, r.Walls[4].Rough.Length)
	assert.Empty(t, r.Diagonals)
	assert.Len(t, r.Runs, 1)
}

// What cannot be mirrored is refused whole, with the way out.
func TestCopyRefuses(t *testing.T) {
	j := flat(t)
	j.Rooms[0].Walls[0].Lengths = nil
	for _, v := range []string{`{"of":"r","mirror":true}`, `{"of":"nowhere"}`, `{"of":"r","colour":1}`} {
		_, _, err := Apply(j, Op{Do: Add, Kind: "copy", ID: "m", Value: json.RawMessage(v)})
		require.Error(t, err)
	}
	_, _, err := Apply(j, Op{Do: Add, Kind: "copy", ID: "m", Value: json.RawMessage(`{"of":"r","mirror":true}`)})
	var in *job.Invalid
	require.ErrorAs(t, err, &in)
	assert.Contains(t, in.Remedy, "measure wall 1 first")
}

// A run over a stretch keeps it in a copy: mirrored, it begins where it ended, and what it
// lands on is the copy's own.
func TestCopiedRuns(t *testing.T) {
	j := flat(t)
	r := &j.Rooms[0]
	r.Runs[0].First, r.Runs[0].Last, r.Runs[0].RightEnd = "w2", "w4", job.EndReturn
	r.Runs = append(r.Runs, job.Run{ID: "k2", Moulding: "b", Level: job.Floor, RunFacts: job.RunFacts{On: "k"}})
	again := copied(t, j, "r", "again", false, false)
	c := again.Room("again")
	place := func(r *job.Room, id string) int { return walls.place(r.Walls, id) }
	assert.Equal(t, []int{1, 3}, []int{place(c, c.Runs[0].First), place(c, c.Runs[0].Last)})
	assert.Equal(t, c.Runs[0].ID, c.Runs[1].On)
	assert.NotEqual(t, "k", c.Runs[1].On)
	other := copied(t, j, "r", "other", true, false)
	m := other.Room("other")
	assert.Equal(t, []int{2, 4}, []int{place(m, m.Runs[0].First), place(m, m.Runs[0].Last)})
	assert.Equal(t, job.EndReturn, m.Runs[0].LeftEnd)
	assert.Len(t, m.Over(&m.Runs[0]), 3)
}
