package shop

import (
	"cmp"
	"slices"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Tests are the steps that make the shop's saws have the test cuts that steps of a job add, change or take out: a test cut made in a
// job is the saw's. Steps that the shop has made already are none of them.
func Tests(j *job.Job, ops []edit.Op, shop *job.Job) (out []edit.Op) {
	for _, op := range ops {
		if op.Kind != "test" {
			continue
		}
		s := holder(j, op)
		if s == nil || s.Origin == nil || shop.SawNamed(s.Origin.Of) == nil {
			continue
		}
		there := shop.SawNamed(s.Origin.Of)
		has := func(id string) bool {
			return slices.ContainsFunc(there.Tests, func(t job.Test) bool { return t.ID == id })
		}
		if (op.Do == edit.Add) == has(op.ID) {
			continue
		}
		op.Was = nil
		if op.Unit == "" {
			op.Unit = j.Unit
		}
		if op.Do == edit.Add {
			op.In = there.ID
			if !has(op.After) {
				op.After = ""
			}
		}
		out = append(out, op)
	}
	return out
}

// holder is the saw of a job that a test cut is of.
func holder(j *job.Job, op edit.Op) *job.Saw {
	if op.Do == edit.Add {
		return j.SawNamed(cmp.Or(op.In, j.Saw))
	}
	i := slices.IndexFunc(j.Saws, func(s job.Saw) bool {
		return slices.ContainsFunc(s.Tests, func(t job.Test) bool { return t.ID == op.ID })
	})
	if i < 0 {
		return nil
	}
	return &j.Saws[i]
}

// Followed are the steps of a job that note that it has the figures that the shop came to have by its own doing: nothing is said of
// the saws whose test cuts it made, where it was not behind before.
func Followed(j, was, is *job.Job) (out []edit.Op) {
	for i := range j.Saws {
		s := &j.Saws[i]
		if s.Origin == nil {
			continue
		}
		before, now := Fingerprint(was, "saw", s.Origin.Of), Fingerprint(is, "saw", s.Origin.Of)
		if now != "" && before != now && s.Origin.At == before {
			out = append(out, edit.Op{Do: edit.Set, Kind: "saw", ID: s.ID, Field: "origin", Value: edit.Raw(job.Origin{Of: s.Origin.Of, At: now}), Unit: j.Unit})
		}
	}
	return out
}
