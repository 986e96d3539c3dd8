package plan

import (
	"math/bits"

	"gnomon/core/effort"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/parts"
)

// shares are how much effort the rooms of a job may take together, parted among them by what they are
// likely to take. They are parted in rough steps, so that a room that grows seldom changes what the others
// may take: with other shares every room is planned anew.
type shares struct{ checking, dividing int64 }

// sharesOf are those of a job.
func sharesOf(j *job.Job) shares {
	var s shares
	for i := range j.Rooms {
		checking, dividing := weights(&j.Rooms[i])
		s.checking, s.dividing = s.checking+checking, s.dividing+dividing
	}
	return shares{roughly(s.checking), roughly(s.dividing)}
}

// weights are what a room takes: its check grows with the cube of its walls, scarfs with what
// its runs go over, small pieces with its odd places.
func weights(r *job.Room) (checking, dividing int64) {
	n := int64(len(r.Walls))
	return n * n * n, int64(len(r.Runs))*(n+int64(len(r.Openings))) + int64(len(r.Odds))
}

// roughly is the next power of two.
func roughly(n int64) int64 {
	if n < 2 {
		return 1
	}
	return 1 << bits.Len64(uint64(n-1))
}

// atLeast is how many parts and small pieces every room may have, whatever else there is.
const atLeast = 40

// of is a room's share.
func (s shares) of(r *job.Room) (inspect.Budget, *effort.Effort) {
	checking, dividing := weights(r)
	return inspect.NewBudget(checking, s.checking), effort.Of(parts.All/s.dividing*dividing + atLeast*parts.Each)
}
