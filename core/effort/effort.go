// Package effort bounds what is tried. Work is counted in steps, never timed, so that the same
// job ends with the same plan on every machine; who runs out says what was left untried.
package effort

// Effort is what may still be spent. The zero value allows nothing; nil allows everything.
type Effort struct {
	left int64
	out  bool
	of   *Effort
}

// Of allows so many steps.
func Of(steps int64) *Effort { return &Effort{left: steps} }

// Part allows so many steps of those that e still has: what the part spends is spent of e
// too. Of nil it is a part of everything.
func (e *Effort) Part(steps int64) *Effort {
	if e == nil {
		return nil
	}
	return &Effort{left: steps, of: e}
}

// Spend takes steps off what is left and tells whether there were enough.
func (e *Effort) Spend(steps int64) bool {
	if e == nil {
		return true
	}
	if e.left < steps || !e.of.Spend(steps) {
		e.out = true
		return false
	}
	e.left -= steps
	return true
}

// Out tells whether somebody wanted to spend more than there was.
func (e *Effort) Out() bool { return e != nil && e.out }
