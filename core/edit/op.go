package edit

import (
	"encoding/json"
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// What an Op does.
const (
	Set    = "set"
	Add    = "add"
	Remove = "remove"
	Move   = "move"
	Record = "mark"   // a mark made at the saw
	Unmark = "unmark" // takes one back, by recording that it was
)

// Op is one step. Which fields count depends on Do.
type Op struct {
	Do    string          `json:"do" enum:"set,add,remove,move,mark,unmark"`
	Kind  string          `json:"kind,omitempty" doc:"job, rules, override, saw, test, hand, cutting, doors, prices, sundry, quote, stick, layout, moulding, tools, room, wall, length, corner, reading, diagonal, opening, spot or run"`
	ID    string          `json:"id,omitempty"`
	Field string          `json:"field,omitempty" doc:"set: the field's name in the job file"`
	Value json.RawMessage `json:"value,omitempty" doc:"set: the new value; add: the thing itself; mark: the mark"`
	Was   json.RawMessage `json:"was,omitempty" doc:"set: the value that was on the screen; refused when another has come since"`
	In    string          `json:"in,omitempty" doc:"add: the room, of a length the wall, of a reading the corner, of a test the saw"`
	After string          `json:"after,omitempty" doc:"add, move: the neighbour it comes after; none is first"`
	Unit  measure.Unit    `json:"unit,omitempty" doc:"what a bare number in value and was means; none is the job's unit"`
}

// Conflict is a field that somebody else changed since it was read.
type Conflict struct {
	Thing, Field  string
	Yours, Theirs string
}

func (e *Conflict) Error() string {
	return fmt.Sprintf("%s, %s: changed by someone else to %s while you entered %s; look at both and enter the right one", e.Thing, e.Field, e.Theirs, e.Yours)
}

// Missing is a thing that is not in the job, or no longer.
type Missing struct{ Thing string }

func (e *Missing) Error() string {
	return e.Thing + " is not in this job, or no longer; reload and choose again"
}

// Apply makes one step. It returns the changed job and the step that undoes
// it; the job given is left as it was. Errors are *Conflict, *Missing or
// *job.Invalid, and nothing has changed then.
func Apply(j job.Job, op Op) (job.Job, Op, error) {
	if op.Unit == "" {
		op.Unit = j.Unit
	}
	next := j.Clone()
	var inv Op
	var err error
	switch op.Do {
	case Set:
		inv, err = set(&next, op)
	case Add:
		inv, err = add(&next, op)
	case Remove:
		inv, err = remove(&next, op)
	case Move:
		inv, err = move(&next, op)
	case Record:
		inv, err = record(&next, op)
	case Unmark:
		inv, err = unmark(&next, op)
	default:
		err = &job.Invalid{Thing: "edit", Field: "do", Value: op.Do, Reason: "not known", Remedy: "use set, add, remove, move, mark or unmark"}
	}
	if err != nil {
		return j, Op{}, err
	}
	next.Normalise()
	if err := next.Check(); err != nil {
		return j, Op{}, err
	}
	return next, inv, nil
}

// ApplyAll makes several steps as one: all or none. The inverse steps come in
// the order in which they must be made.
func ApplyAll(j job.Job, ops []Op) (job.Job, []Op, error) {
	next := j
	inverse := make([]Op, len(ops))
	for i, op := range ops {
		var inv Op
		var err error
		if next, inv, err = Apply(next, op); err != nil {
			return j, nil, err
		}
		inverse[len(ops)-1-i] = inv
	}
	return next, inverse, nil
}

// Raw is the JSON of one of our own plain types.
func Raw(v any) json.RawMessage {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err) // only our own plain types come here
	}
	return b
}
