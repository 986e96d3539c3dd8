package edit

import (
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// readReading reads a reading of a corner, its angle as typed where it is typed.
func readReading(op Op, r *job.Reading) error {
	var v struct {
		job.Reading
		Text string `json:"text"` // as typed
	}
	if err := strict(op, &v); err != nil {
		return err
	}
	*r = v.Reading
	if v.Text != "" {
		a, err := measure.ParseAngle(v.Text)
		if err != nil {
			return job.Unreadable("reading "+op.ID, "reading", v.Text, err)
		}
		r.Angle = a
	}
	return nil
}

// readJambReading reads a reading of a corner of an opening likewise.
func readJambReading(op Op, r *job.JambReading) error {
	var v struct {
		job.JambReading
		Text string `json:"text"` // as typed
	}
	if err := strict(op, &v); err != nil {
		return err
	}
	*r = v.JambReading
	if v.Text != "" {
		a, err := measure.ParseAngle(v.Text)
		if err != nil {
			return job.Unreadable("reading "+op.ID, "reading", v.Text, err)
		}
		r.Angle = a
	}
	return nil
}

// readTest reads a test cut.
func readTest(op Op, t *job.Test) error {
	var v typedTest
	err := strict(op, &v)
	if err == nil {
		err = v.read(op.ID)
	}
	*t = v.Test
	return err
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
