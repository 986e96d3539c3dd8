package edit

import "gnomon/core/job"

// TakeRules are the steps that make a job follow other house rules: one for each field in
// which they differ.
func TakeRules(j job.Job, rules job.Rules) []Op {
	to := job.Job{Unit: j.Unit, Rules: rules}
	var ops []Op
	for _, f := range append(job.FieldNames(&rules), job.FieldNames(&job.Weights{})...) {
		op := Op{Do: Set, Kind: "rules", Field: f, Unit: j.Unit}
		is, err := value(&j, op)
		wanted, err2 := value(&to, op)
		if err == nil && err2 == nil && !same(is, wanted) {
			op.Value = text2raw(wanted, j.Unit)
			ops = append(ops, op)
		}
	}
	return ops
}
