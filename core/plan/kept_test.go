package plan_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/edit/edittest"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// wholeText is all of a plan.
func wholeText(t require.TestingT, p plan.Plan) string {
	b, err := json.Marshal([]any{p, p.Findings(), p.HangOrder(), p.Cuts(), p.Orders(), p.Glue()})
	require.NoError(t, err)
	return string(b)
}

// house is a job of three small rooms.
func house(t *testing.T) job.Job {
	j := plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90.4, 89.2, 90, 91", `{"id":"o","wall":"w1","from":"30","width":"32"}`))
	for i, mirror := range []bool{false, true} {
		var err error
		j, _, err = edit.Apply(j, edit.Op{Do: edit.Add, Kind: "copy", ID: fmt.Sprint("r", i+2), Value: edit.Raw(edit.Copy{Of: j.Rooms[0].ID, Mirror: mirror})})
		require.NoError(t, err)
	}
	return j
}

// A kept plan is what Build makes of the job, whatever was done to it, undone and done again; and the plans before
// stay as they were.
func TestKeptPlanIsTheWholePlan(t *testing.T) {
	steps := 1200
	if n, err := strconv.Atoi(os.Getenv("KEPT_STEPS")); err == nil {
		steps = n
	}
	rng := rand.New(rand.NewPCG(18, 1))
	var kept plan.Kept
	var j job.Job
	var done [][]edit.Op
	var before plan.Plan
	was, reused, rooms := "", 0, 0
	who := edittest.Person{Name: "p", Rng: rng}
	for n := range steps {
		if n%150 == 0 {
			j, done, kept = house(t), nil, plan.Kept{}
		}
		ops := who.Step(j)
		back := len(done) > 0 && rng.IntN(3) == 0
		if back {
			ops, done = done[len(done)-1], done[:len(done)-1]
		}
		next, inverse, err := edit.ApplyAll(j, ops)
		if err != nil {
			continue
		}
		if !back {
			done = append(done, inverse)
		}
		j = next
		p, err := kept.Build(j)
		require.NoError(t, err)
		whole, err := plan.Build(j)
		require.NoError(t, err)
		require.Equal(t, wholeText(t, whole), wholeText(t, p), "%+v", ops)
		if was != "" && n%10 == 0 {
			require.Equal(t, was, wholeText(t, before), "the plan before stays as it was: %+v", ops)
		}
		for _, r := range p.Rooms {
			rooms++
			for _, o := range before.Rooms {
				if r == o {
					reused++
				}
			}
		}
		before, was = p, ""
		if n%10 == 9 {
			was = wholeText(t, p)
		}
	}
	assert.Greater(t, reused, rooms/3, "rooms that did not change are kept")
	t.Logf("%d of %d rooms kept", reused, rooms)
}
