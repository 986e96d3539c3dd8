package stretch

import (
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// Run is a run with all that is known of where it lies.
type Run struct {
	*job.Run
	Room      *Room
	Moulding  *job.Moulding
	Rules     *job.Rules // that hold for it
	Setup     piece.Setup
	Corners   []Corner // of the room, at its level
	On        Surfaces
	Stretches []Stretch
}

// Lay finds out where a run lies.
func (r *Room) Lay(run *job.Run) *Run {
	out := &Run{Run: run, Room: r, Moulding: r.Job.Moulding(run.Moulding)}
	out.Rules, _ = r.Job.RulesAt(r.Room, run.ID, "")
	out.Setup = piece.Setup{Shape: r.Shapes.Of(run.Moulding), Crown: saw.Lie(out.Rules.Crown), Saw: r.Job.Machine()}
	out.Stretches = r.Stretches(run, out.Setup.Shape.Drop)
	out.Corners = make([]Corner, len(r.Corners))
	for i := range r.Corners {
		out.Corners[i] = r.Corner(i, run.Level)
	}
	out.On = r.Surfaces(run, out.Corners)
	return out
}

// Shape is that of the run's moulding.
func (r *Run) Shape() *piece.Shape { return r.Setup.Shape }
