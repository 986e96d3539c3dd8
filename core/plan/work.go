package plan

import (
	"sync"

	"gnomon/core/job"
	"gnomon/core/sawing"
)

// bench is what goes over all rooms at the bench and the saw. Most who look at a plan after a change
// look at one room and ask for none of it: each is worked out when it is first asked for.
type bench struct {
	cuts   func() []sawing.Cut
	orders func() []sawing.Order
	glue   func() []GlueStep
}

func newBench(j *job.Job, p *Plan) bench {
	all := *p
	return bench{
		cuts:   sync.OnceValue(func() []sawing.Cut { return sawing.Cuts(j, all.Pieces, all.Supplies) }),
		orders: sync.OnceValue(func() []sawing.Order { return sawing.Orders(j, all.Pieces, all.Supplies) }),
		glue:   sync.OnceValue(func() []GlueStep { return glueUp(j.Rules.Drying, all.Rooms) }),
	}
}

// asked is what is worked out when it is asked for; nothing of a plan of nothing.
func asked[T any](f func() []T) []T {
	if f == nil {
		return nil
	}
	return f()
}

// Cuts are the cuts of all rooms, in the order to make them.
func (p Plan) Cuts() []sawing.Cut { return asked(p.cuts) }

// Orders are the orders at the saw, to choose from.
func (p Plan) Orders() []sawing.Order { return asked(p.orders) }

// Glue is what to glue on the bench, in the order to do it.
func (p Plan) Glue() []GlueStep { return asked(p.glue) }
