package plan

import (
	"runtime"
	"slices"
	"sync"

	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/sticks"
)

// Kept plans a job again and again as it changes, and plans anew only the rooms that did. What comes
// out is what Build makes of the job, to the byte. A room's part depends on the room, on what holds for
// every room, and on what was done to the room's own pieces; it is planned with nothing else at
// hand. The zero value has planned nothing yet; one is used by one at a time.
type Kept struct {
	job    job.Job // that was planned last
	begun  bool
	shares shares
	facts  facts
	shapes *piece.Shapes
	fits   map[string]*nest.Problem
	rooms  []*RoomPlan
}

// Build makes the plan of a job: of the one planned last as it is now, or of any other.
func (k *Kept) Build(j job.Job) (Plan, error) {
	was := &k.job
	var err error
	if k.begun {
		err = j.CheckSince(was)
	} else {
		err = j.Check()
	}
	if err != nil {
		return Plan{}, err
	}
	next := Kept{job: j, begun: true, shares: sharesOf(&j), rooms: make([]*RoomPlan, len(j.Rooms))}
	same := k.begun && j.SameShop(was) && next.shares == k.shares
	next.facts, next.shapes, next.fits = k.facts, k.shapes, k.fits
	if !k.begun || !j.SameRecords(was) || !j.SameByHand(was) || !j.SameLayouts(was) {
		next.facts = factsOf(&j)
	}
	if !same {
		next.shapes, next.fits = shaped(&j)
	}
	planned := map[*job.Room]*RoomPlan{}
	if same {
		for i := range was.Rooms {
			planned[&was.Rooms[i]] = k.rooms[i]
		}
	}
	var changed []int
	for i, r := range j.Since(was) {
		if p := planned[r]; p != nil && next.facts.same(k.facts, r) {
			next.rooms[i] = p
		} else {
			changed = append(changed, i)
		}
	}
	next.plan(changed)
	*k = next
	return k.whole(), nil
}

// plan plans rooms, several at a time where there are several: none knows of another.
func (k *Kept) plan(rooms []int) {
	one := func(i int) {
		alone := k.facts.alone(&k.job, i)
		s := shared{job: &alone, shapes: k.shapes, fits: k.fits}
		s.checking, s.dividing = k.shares.of(&alone.Rooms[0])
		k.rooms[i] = planRoom(s)
	}
	hands := min(len(rooms), runtime.GOMAXPROCS(0))
	if hands < 2 {
		for _, i := range rooms {
			one(i)
		}
		return
	}
	var wait sync.WaitGroup
	next := make(chan int, len(rooms))
	for _, i := range rooms {
		next <- i
	}
	close(next)
	failed := make(chan any, hands)
	for range hands {
		wait.Go(func() {
			// What goes wrong goes wrong for who asked, and not for the whole program.
			defer func() {
				if why := recover(); why != nil {
					failed <- why
				}
			}()
			for i := range next {
				one(i)
			}
		})
	}
	wait.Wait()
	select {
	case why := <-failed:
		panic(why)
	default:
	}
}

// whole puts the rooms' parts together, with what goes over all of them.
func (k *Kept) whole() Plan {
	j := k.job
	p := Plan{Rooms: k.rooms, Pieces: joined(k.rooms, func(r *RoomPlan) []*piece.Piece { return r.Pieces })}
	p.First = inspect.Rules(&j)
	for _, r := range k.rooms {
		p.Last.Add(r.cutGone...)
	}
	p.Last.Add(k.facts.gone(&j)...)
	supplies, found := sticks.Supplies(&j, joined(k.rooms, func(r *RoomPlan) []sticks.Need { return r.needs }), p.Pieces)
	p.Supplies = supplies
	p.Last.Add(found...)
	p.Stops = p.progress(slices.Concat(p.First, p.Last))
	p.bench = newBench(&j, &p)
	return p
}

// shaped are the shapes of a job's mouldings, and what their pieces are held against.
func shaped(j *job.Job) (*piece.Shapes, map[string]*nest.Problem) {
	shapes, fits := piece.NewShapes(j), map[string]*nest.Problem{}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		shapes.Of(m.ID)
		// How many the yard has decides what is bought, not what fits.
		f := sticks.Problem(j, m)
		for i := range f.Stocks {
			f.Stocks[i].Available = nest.Unlimited
		}
		fits[m.ID] = &f
	}
	return shapes, fits
}
