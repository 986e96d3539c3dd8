package plan

import (
	"sync"

	"gnomon/core/job"
	"gnomon/core/sawing"
)

// bench is what goes over all rooms at the bench and the saw. Most who look at a plan after a change
// look at one room and ask for none of it: it is worked out when it is first asked for.
type bench struct {
	saw  func() atSaw
	glue func() []GlueStep
}

type atSaw struct {
	cuts   []sawing.Cut
	orders []sawing.Order
}

func newBench(j *job.Job, p *Plan) *bench {
	all := *p
	return &bench{
		saw: sync.OnceValue(func() (s atSaw) {
			s.cuts, s.orders = sawing.Cuts(j, all.Pieces, all.Supplies)
			return s
		}),
		glue: sync.OnceValue(func() []GlueStep { return glueUp(j.Rules.Drying, all.Rooms) }),
	}
}

// Cuts are the cuts of all rooms, in the order to make them.
func (p Plan) Cuts() []sawing.Cut { return p.bench.saw().cuts }

// Orders are the orders at the saw, to choose from.
func (p Plan) Orders() []sawing.Order { return p.bench.saw().orders }

// Glue is what to glue on the bench, in the order to do it.
func (p Plan) Glue() []GlueStep { return p.bench.glue() }
