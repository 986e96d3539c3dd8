package share

import (
	"slices"

	"gnomon/core/edit"
)

// Rights are what a device may change. Each may read the job it is for.
type Rights string

// A measuring device enters what is measured; one at the saw marks what is cut; full
// rights are those of the desk but for letting others in.
const (
	Measure Rights = "measure"
	Saw     Rights = "saw"
	Full    Rights = "full"
)

// Known tells whether there are such rights.
func (r Rights) Known() bool { return r == Measure || r == Saw || r == Full }

// May tells whether a step may be made. What an added thing holds is judged as though it
// came alone: a run is no more added inside a room than by itself.
func (r Rights) May(o edit.Op) bool {
	for _, each := range edit.Inside(o) {
		if !r.one(each) {
			return false
		}
	}
	return true
}

func (r Rights) one(o edit.Op) bool {
	switch r {
	case Full:
		return true
	case Measure:
		// A whole room is thrown away at the desk.
		return edit.KindOf(o.Kind).Measured && slices.Contains([]string{edit.Set, edit.Add, edit.Move, edit.Remove}, o.Do) &&
			!(o.Kind == "room" && o.Do == edit.Remove)
	case Saw:
		return edit.Fact(o) || edit.KindOf(o.Kind).AtSaw && (o.Do == edit.Add || o.Do == edit.Remove) ||
			o.Do == edit.Set && o.Kind == "job" && o.Field == "put_away"
	}
	return false
}
