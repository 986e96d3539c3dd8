package edit

import (
	"encoding/json"
	"fmt"
	"slices"

	"gnomon/core/job"
)

// Steps of programs before records, as browsers that were out of reach and the log of changes
// may still hold them.
const (
	oldMark   = "mark"
	oldUnmark = "unmark"
)

// current is a step as this program makes it.
func current(op Op) (Op, error) {
	switch op.Do {
	case oldUnmark:
		op.Do = TakeBack
	case oldMark:
		op.Do = Record
		var m job.Mark
		if err := strict(op, &m); err != nil {
			return op, err
		}
		op.Value = Raw(m.Record())
		return op, nil
	}
	return op, nil
}

// Fact tells whether a step makes a record, or takes one back.
func Fact(op Op) bool {
	return op.Do == Record || op.Do == TakeBack || op.Do == oldMark || op.Do == oldUnmark
}

// Stamped is a step with the time and the device put on the fact that it makes: neither is
// believed of whoever sends it. Steps that make none, and such that do not read, are as they
// were.
func Stamped(op Op, at, device string) Op {
	now, err := current(op)
	if err != nil {
		return op // the step itself says what is wrong with it
	}
	switch {
	case now.Do == Record:
		var r job.Record
		if strict(now, &r) != nil {
			return op
		}
		if r.At, r.Device = at, device; device != "" {
			r.By = "" // whose the device is
		}
		now.Value = Raw(r)
	case now.Do == TakeBack:
		now.Value = Raw(maker{at, device})
	case now.Do == Add && now.Kind == "hand":
		var fields map[string]any
		if len(now.Value) > 0 && json.Unmarshal(now.Value, &fields) != nil || fields == nil {
			return op
		}
		if fields["at"] = at; device != "" {
			fields["by"] = device
		}
		now.Value = Raw(fields)
	case now.Do == Add && device != "" && (now.Kind == "length" || now.Kind == "reading"):
		var fields map[string]any
		if json.Unmarshal(now.Value, &fields) != nil || fields == nil {
			return op
		}
		fields["by"] = device
		now.Value = Raw(fields)
	}
	return now
}

// maker tells when a record was taken back, and on which device.
type maker struct {
	At     string `json:"at"`
	Device string `json:"device"`
}

// record appends a record, under the identifier that the step brings where it brings one:
// a device that cuts out of reach must be able to name a record before it has sent it.
// Others are numbered in the order they are made, so that the step stays a pure
// function of the job. A record made again names the one that was taken back.
func record(j *job.Job, op Op) (Op, error) {
	var r job.Record
	if err := strict(op, &r); err != nil {
		return Op{}, err
	}
	if r.Kind == job.RecordUndone {
		return Op{}, &job.Invalid{Thing: "record", Field: "kind", Value: string(r.Kind), Reason: "takes no record back by itself",
			Remedy: "use take_back with the record's id"}
	}
	if r.Of != "" && latest(j, r.Of) != nil {
		return Op{}, &job.Invalid{Thing: "record " + r.Of, Reason: "was made again already", Remedy: "take that one back first"}
	}
	r.ID = op.ID
	if r.ID == "" {
		r.ID = nextRecord(j)
	}
	j.Records = append(j.Records, r)
	return Op{Do: TakeBack, ID: r.ID}, nil
}

// latest is a record that stands, by its own name or by that of one that was taken back and of
// which it is made again; nil where none does.
func latest(j *job.Job, id string) *job.Record {
	var now *job.Record
	for i := range j.Records { // in the order they were made
		r := &j.Records[i]
		switch {
		case r.Kind == job.RecordUndone && r.Of == id:
			now = nil
		case r.Kind != job.RecordUndone && (r.ID == id || r.Of == id):
			now, id = r, r.ID
		}
	}
	return now
}

// takeBack appends the fact that a record was taken back, or the one made again of it.
func takeBack(j *job.Job, op Op) (Op, error) {
	found := latest(j, op.ID)
	if found == nil {
		if slices.ContainsFunc(j.Records, func(r job.Record) bool { return r.ID == op.ID && r.Kind != job.RecordUndone }) {
			return Op{}, &job.Invalid{Thing: "record " + op.ID, Reason: "was taken back already", Remedy: "mark the cut again if it was made"}
		}
		return Op{}, &Missing{"record " + op.ID}
	}
	again := *found
	again.Of = found.ID
	by := maker{found.At, found.Device}
	if len(op.Value) > 0 {
		if err := json.Unmarshal(op.Value, &by); err != nil {
			return Op{}, &job.Invalid{Thing: "record " + op.ID, Field: "value", Value: string(op.Value), Reason: "does not tell when and on which device",
				Remedy: "leave it out"}
		}
	}
	j.Records = append(j.Records, job.Record{ID: nextRecord(j), Kind: job.RecordUndone, Of: found.ID,
		On: job.On{Piece: found.Piece, Label: found.Label}, At: by.At, Device: by.Device})
	return Op{Do: Record, Value: Raw(again)}, nil
}

func nextRecord(j *job.Job) string {
	for n := len(j.Records) + 1; ; n++ {
		id := fmt.Sprintf("m%d", n)
		if !slices.ContainsFunc(j.Records, func(r job.Record) bool { return r.ID == id }) {
			return id
		}
	}
}
