package edit

import (
	"encoding/json"
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/job/jobtest"
)

// settable are one of every kind whose fields are set one by one.
func settable(j *job.Job) []Op {
	r := &j.Rooms[0]
	return []Op{{Kind: "job"}, {Kind: "rules"}, {Kind: "cutting"}, {Kind: "tools"}, {Kind: "doors"}, {Kind: "prices"}, {Kind: "quote"},
		{Kind: "sundry", ID: j.Prices.Sundries[0].ID}, {Kind: "saw", ID: j.Saws[0].ID}, {Kind: "moulding", ID: j.Mouldings[0].ID},
		{Kind: "stick", ID: j.Mouldings[0].ID + "/0"}, {Kind: "laid", ID: j.Layouts[0].Moulding + "/s1"}, {Kind: "room", ID: r.ID},
		{Kind: "wall", ID: r.Walls[0].ID}, {Kind: "length", ID: r.Walls[0].Lengths[0].ID}, {Kind: "corner", ID: r.Corners[2].ID},
		{Kind: "reading", ID: r.Corners[0].Readings[0].ID}, {Kind: "diagonal", ID: r.Diagonals[0].ID}, {Kind: "opening", ID: r.Openings[0].ID},
		{Kind: "spot", ID: r.Spots[0].ID}, {Kind: "run", ID: r.Runs[0].ID}}
}

// Every field of every thing is set to what it is, which changes nothing; what may be left
// out is taken out, and the step back brings it again.
func TestEveryFieldIsSetAndTakenBack(t *testing.T) {
	j := jobtest.Full(t)
	n := 0
	for _, op := range settable(&j) {
		fields := fieldsOf(&j, op)
		require.NotEmpty(t, fields, op.Kind)
		assert.NotContains(t, fields, "id")
		for name, at := range fields {
			n++
			op := op
			op.Do, op.Field, op.Unit = Set, name, j.Unit
			op.Value = text2raw(reflect.ValueOf(at).Elem().Interface(), job.FieldUnit(name, j.Unit))
			same, _, err := applied(t, j, op)
			require.NoError(t, err, "%s %s", op.Kind, name)
			assert.Equal(t, j, same, "%s %s", op.Kind, name)
			if v := reflect.ValueOf(at).Elem(); v.Kind() != reflect.Pointer || v.IsNil() {
				continue
			}
			op.Value = json.RawMessage("null")
			without, back, err := applied(t, j, op)
			if err != nil {
				continue // something else needs it
			}
			assert.NotEqual(t, j, without, "%s %s", op.Kind, name)
			again, _, err := applied(t, without, back)
			require.NoError(t, err)
			assert.Equal(t, j, again, "%s %s comes back", op.Kind, name)
		}
	}
	assert.Greater(t, n, 150)
}
