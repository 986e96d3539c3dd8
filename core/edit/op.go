package edit

import (
	"encoding/json"
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// What an Op does.
const (
	Set      = "set"
	Add      = "add"
	Remove   = "remove"
	Move     = "move"
	Record   = "record"    // a fact
	TakeBack = "take_back" // takes one back, by recording that it was
)

// Op is one step. Which fields count depends on Do.
type Op struct {
	Do    string          `json:"do" enum:"set,add,remove,move,record,take_back,mark,unmark" doc:"mark and unmark are what earlier programs sent for record and take_back"`
	Kind  string          `json:"kind,omitempty" doc:"job, rules, cutting, times, day, moved, lesson, tools, doors, prices, quote, sundry, saw, test, person, instrument, nail, moulding, stick, layout, laid, hand, room, copy, wall, walls, faces, corner, length, reading, diagonal, opening, jamb_length, jamb_reading, spot, odd, run, override"`
	ID    string          `json:"id,omitempty"`
	Field string          `json:"field,omitempty" doc:"set: the field's name in the job file"`
	Value json.RawMessage `json:"value,omitempty" doc:"set: the new value; add: the thing itself; record: the record"`
	Was   json.RawMessage `json:"was,omitempty" doc:"set: the value that was on the screen; remove: the thing as it was added; add: what it comes in the place of; refused when another has come since"`
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
// it; the job given is left as it was. Errors are *Conflict, *Missing, *Since or
// *job.Invalid, and nothing has changed then.
func Apply(j job.Job, op Op) (job.Job, Op, error) {
	next, inverse, err := ApplyAll(j, []Op{op})
	if err != nil {
		return j, Op{}, err
	}
	return next, inverse[0], nil
}

// ApplyAll makes several steps as one: all or none. The inverse steps come in
// the order in which they must be made. The job is checked when all are made: between
// two steps it need not be one that could be kept. What leads over such a
// job may be such that it cannot be undone; that is refused then like every other step.
func ApplyAll(j job.Job, ops []Op) (job.Job, []Op, error) {
	next := j.Fork()
	owned := owner{job: &next, has: map[string]bool{}}
	inverse := make([]Op, len(ops))
	for i, op := range ops {
		if op.Unit == "" {
			op.Unit = next.Unit
		}
		op, err := current(op)
		if err != nil {
			return j, nil, err
		}
		owned.before(op)
		inv, err := step(&next, op)
		if err != nil {
			return j, nil, err
		}
		owned.after(op)
		next.NormaliseSince(&j)
		if slices.ContainsFunc(next.Rooms, func(r job.Room) bool { return len(r.Walls) != len(r.Corners) }) {
			return j, nil, next.Check() // no step is made in such a room
		}
		switch {
		case inv.Do == Remove:
			inv.Unit = next.Unit
			inv.Was = asAdded(&next, inv, inv.Unit)
		case inv.Do == Add && op.Do == Add: // it came in the place of another
			inv.Unit = next.Unit
			inv.Was = asAdded(&next, Op{Do: Remove, Kind: op.Kind, ID: op.ID}, inv.Unit)
		}
		inverse[len(ops)-1-i] = inv
	}
	if err := next.CheckSince(&j); err != nil {
		return j, nil, err
	}
	return next, inverse, nil
}

func step(j *job.Job, op Op) (Op, error) {
	switch op.Do {
	case Set:
		return set(j, op)
	case Add:
		return add(j, op)
	case Remove:
		if op.Was != nil {
			if err := unchanged(j, op); err != nil {
				return Op{}, err
			}
		}
		return remove(j, op)
	case Move:
		return move(j, op)
	case Record:
		return record(j, op)
	case TakeBack:
		return takeBack(j, op)
	}
	return Op{}, &job.Invalid{Thing: "edit", Field: "do", Value: op.Do, Reason: "not known", Remedy: "use set, add, remove, move, record or take_back"}
}

// Raw is the JSON of one of our own plain types.
func Raw(v any) json.RawMessage {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err) // only our own plain types come here
	}
	return b
}
