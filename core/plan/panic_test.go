package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
)

// A room that cannot be planned stops who asked for it, and not the program: rooms are planned several at a time.
func TestAPanicIsTheCallers(t *testing.T) {
	k := Kept{job: job.Job{Rooms: make([]job.Room, 4)}, rooms: make([]*RoomPlan, 4)}
	k.job.Rooms[2].Runs = []job.Run{{ID: "k", Moulding: "none"}} // what Check would have refused
	k.shares = sharesOf(&k.job)
	k.shapes, k.fits = shaped(&k.job)
	assert.Panics(t, func() { k.plan([]int{0, 1, 2, 3}) })
	assert.Panics(t, func() { k.plan([]int{2}) })
}
