package edit

import (
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

func sawID(s job.Saw) string   { return s.ID }
func testID(t job.Test) string { return t.ID }

// theSaw is the saw named, or the one in use.
func theSaw(j *job.Job, id string) *job.Saw {
	if id == "" {
		id = j.Saw
	}
	return j.SawNamed(id)
}

// addShop adds a saw, a test cut to a saw, or a length set by hand in the place of the
// piece's old one.
func addShop(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Remove, Kind: op.Kind, ID: op.ID}
	switch op.Kind {
	case "saw":
		var s job.Saw
		if err := decodeThing(op, &s, &s.ID); err != nil {
			return inv, err
		}
		return inv, insert(&j.Saws, sawID, op, s)
	case "test":
		s := theSaw(j, op.In)
		if s == nil {
			return inv, &Missing{"saw " + op.In}
		}
		var t typedTest
		if err := decodeThing(op, &t, &t.ID); err != nil {
			return inv, err
		}
		if err := t.read(op.ID); err != nil {
			return inv, err
		}
		return inv, insert(&s.Tests, testID, op, t.Test)
	}
	var h job.ByHand
	if err := decodeThing(op, &h, &h.Piece); err != nil {
		return inv, err
	}
	if old := j.Hand(op.ID); old != nil {
		if op.Was != nil && !sameAs(op, settled(old.Copy(), j)) {
			return inv, &Conflict{Thing: "length by hand of " + op.ID, Field: "length", Yours: "the one before", Theirs: "another"}
		}
		inv = Op{Do: Add, Kind: "hand", ID: op.ID, Value: settled(old.Copy(), j), Unit: j.Unit}
		*old = h
		return inv, nil
	}
	j.ByHand = append(j.ByHand, h)
	slices.SortFunc(j.ByHand, job.ByPiece)
	return inv, nil
}

// typedTest is a test cut as typed: what was dialled without sign, and to which side.
type typedTest struct {
	job.Test
	Text   string     `json:"text"`   // what was dialled
	Side   joint.Hand `json:"side"`   // the handle's, or that of the blade's top
	Angled string     `json:"angled"` // the corner that two pieces made
}

func (t *typedTest) read(id string) error {
	if t.Text != "" {
		a, err := measure.ParseAngle(t.Text)
		if err != nil {
			return job.Unreadable("test "+id, "dialled", t.Text, err)
		}
		positive := joint.Right // of a mitre; a bevel is positive with its top to the left
		if t.Scale == job.SawBevel {
			positive = joint.Left
		}
		if t.Set = a; t.Side != positive {
			t.Set = -a
		}
	}
	if t.Angled != "" {
		a, err := measure.ParseAngle(t.Angled)
		if err != nil {
			return job.Unreadable("test "+id, "corner", t.Angled, err)
		}
		t.Corner = &a
	}
	return nil
}

func settled(h job.ByHand, j *job.Job) []byte {
	job.Settle(&h, j.Unit)
	return Raw(h)
}

func removeShop(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Add, Kind: op.Kind, ID: op.ID, Unit: j.Unit}
	switch op.Kind {
	case "saw":
		if op.ID == j.Saw {
			return inv, &job.Invalid{Thing: "saw " + op.ID, Reason: "is the one in use", Remedy: "choose another saw for the job first"}
		}
		if takeOut(&j.Saws, sawID, op, &inv, func(s *job.Saw) { job.Settle(s, j.Unit) }) {
			return inv, nil
		}
	case "test":
		for i := range j.Saws {
			if s := &j.Saws[i]; takeOut(&s.Tests, testID, op, &inv, func(t *job.Test) { job.Settle(t, j.Unit) }) {
				inv.In = s.ID
				return inv, nil
			}
		}
	case "hand":
		i := slices.IndexFunc(j.ByHand, func(h job.ByHand) bool { return h.Piece == op.ID })
		if i >= 0 {
			inv.Value = settled(j.ByHand[i].Copy(), j)
			j.ByHand = slices.Delete(j.ByHand, i, i+1)
			return inv, nil
		}
	}
	return inv, &Missing{op.Kind + " " + op.ID}
}
