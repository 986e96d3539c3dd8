package inspect

import (
	"gnomon/core/effort"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// How many steps the checks of all rooms together may take, and finding what would help them:
// a school with a mistake in every room is tried whole, and a job of hundreds of halls, in
// part, is still planned within seconds.
const (
	checkAll = 1_000_000_000
	helpAll  = 300_000_000
)

// Budget is the effort that a room's check may take.
type Budget struct{ checking, helping *effort.Effort }

// NewBudget is the share of a room of which the rooms of its job share: so many parts of all.
func NewBudget(parts, all int64) Budget {
	share := func(of int64) *effort.Effort { return effort.Of(int64(float64(of) * float64(parts) / float64(all))) }
	return Budget{share(checkAll), share(helpAll)}
}

// inspection is a room being looked at.
type inspection struct {
	job      *job.Job
	room     *job.Room
	measures survey.Measures
	budget   Budget
	unit     measure.Unit
	found    finding.List
}

// Room looks at what was measured in a room, and checks at each level whether it closes.
func Room(j *job.Job, r *job.Room, m survey.Measures, b Budget) ([]Survey, finding.List) {
	in := &inspection{job: j, room: r, measures: m, budget: b, unit: j.Unit}
	in.begun()
	in.missing()
	for i := range r.Walls {
		in.wall(i)
	}
	for i := range r.Corners {
		if r.Joined(i) {
			in.corner(i)
		}
	}
	in.ceilings()
	for _, s := range r.Spots {
		in.spot(s)
	}
	return in.closing(), in.found
}

// wallAt is the index of a wall of the room.
func (in *inspection) wallAt(id string) int {
	for i := range in.room.Walls {
		if in.room.Walls[i].ID == id {
			return i
		}
	}
	return 0
}

func again(kind, id, name string) finding.Act {
	return finding.Act{Do: finding.ActAgain, Kind: kind, ID: id, Text: "Measure " + name + " again", Next: name}
}

func keep(kind, id string) finding.Act {
	return finding.Act{Do: finding.ActKeep, Kind: kind, ID: id, Text: "Keep as read", Next: "as read"}
}

const twice = "Read the walls twice"

func readTwice(r *job.Room) finding.Act {
	return finding.Act{Do: finding.ActTwice, Kind: "room", ID: r.ID, Text: twice, Next: "the walls twice"}
}
