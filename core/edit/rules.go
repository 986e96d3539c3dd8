package edit

import "gnomon/core/job"

// ruleFields are all of them, in the order in which they are set.
var ruleFields = []string{"set", "inside", "cope_hand", "scarf", "crown", "order", "layout", "bench", "unread_outside", "unread_inside", "square", "hair",
	"spring", "buying", "step",
	"bullnose", "floor_joint", "cope_tool", "lengths", "drying", "short", "hidden", "hand", "double"}

// TakeRules are the steps that make a job follow other house rules: one for each field in
// which they differ.
func TakeRules(j job.Job, rules job.Rules) []Op {
	to := job.Job{Unit: j.Unit, Rules: rules}
	var ops []Op
	for _, f := range ruleFields {
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
