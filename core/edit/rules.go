package edit

import "gnomon/core/job"

// TakeRules are the steps that make a job follow other house rules: one for each field in
// which they differ.
func TakeRules(j job.Job, rules job.Rules) []Op {
	return Alike(&j, "rules", "", &job.Job{Unit: j.Unit, Rules: rules}, "")
}
