package schedule

import (
	"cmp"
	"fmt"
	"math/rand/v2"
	"slices"
)

// Task is one thing to do, by one person.
type Task struct {
	ID      string
	Minutes int      // of work
	After   []string // what it waits for
	Dries   int      // minutes after it is done before what waits for it may begin
	Done    bool
	Timed   bool // it is known when; what is done at no known time is done before all else
	At      int  // when it was done, before the first day where negative
}

// Placed is when a task is done and by whom.
type Placed struct {
	Start, End int
	Who        int // from 0; -1 for what was done, and for what takes nobody
}

// Options are who works when.
type Options struct {
	Calendar Calendar
	Start    int // not before
	People   int
	Moves    [][2]string // the first before the second, where neither waits for the other
}

// Plan is the tasks placed, in the order in which they were given.
type Plan struct {
	Placed  []Placed
	Ends    int      // when the last is done
	Bound   int      // when it is done at the earliest, in whatever order
	Longest []string // the longest path of what waits for one another
	Refused [][2]string
}

// Cycle is what waits for itself.
type Cycle struct{ Task string }

func (e *Cycle) Error() string {
	return fmt.Sprintf("task %s waits for itself; take one of the tasks between out of what it waits for", e.Task)
}

// Unknown is a task that another waits for and that is not there.
type Unknown struct{ Task, After string }

func (e *Unknown) Error() string {
	return fmt.Sprintf("task %s waits for %s, which is not there; name a task of the plan", e.Task, e.After)
}

// net is the tasks by their indices.
type net struct {
	Options
	tasks  []Task
	before [][]int // what each waits for
	after  [][]int
	order  []int // each after what it waits for
	tail   []int // work and drying from its beginning to the end of all
	now    int   // nothing that is to be done begins before what was done last
}

// Make places tasks. What is moved counts where it can; moves that would turn what waits for what around are told as refused.
// The error is a *Cycle or an *Unknown.
func Make(tasks []Task, o Options) (Plan, error) {
	o.People = max(1, o.People)
	n := &net{Options: o, tasks: tasks, before: make([][]int, len(tasks)), after: make([][]int, len(tasks))}
	at := make(map[string]int, len(tasks))
	for i := range tasks {
		at[tasks[i].ID] = i
	}
	for i := range tasks {
		for _, id := range tasks[i].After {
			k, there := at[id]
			if !there {
				return Plan{}, &Unknown{tasks[i].ID, id}
			}
			n.arrow(k, i)
		}
	}
	if !n.sort() {
		return Plan{}, &Cycle{tasks[n.looping()].ID}
	}
	var out Plan
	for _, m := range o.Moves {
		a, okA := at[m[0]]
		b, okB := at[m[1]]
		if !okA || !okB || a == b || n.tasks[a].Done || n.tasks[b].Done {
			continue
		}
		if n.reaches(b, a) {
			out.Refused = append(out.Refused, m)
			continue
		}
		n.arrow(a, b)
		n.sort()
	}
	n.tails()
	n.now = o.Calendar.Next(o.Start)
	for _, t := range tasks {
		if t.Done && t.Timed {
			n.now = max(n.now, t.At)
		}
	}
	out.Bound, out.Longest = n.bound()
	best := n.best(out.Bound)
	out.Placed, out.Ends = best.placed, best.ends
	return out, nil
}

func (n *net) arrow(before, after int) {
	n.before[after] = append(n.before[after], before)
	n.after[before] = append(n.after[before], after)
}

// sort puts the tasks in an order in which each comes after what it waits for; false where some go round.
func (n *net) sort() bool {
	waits := make([]int, len(n.tasks))
	n.order = n.order[:0]
	for i := range n.tasks {
		if waits[i] = len(n.before[i]); waits[i] == 0 {
			n.order = append(n.order, i)
		}
	}
	for k := 0; k < len(n.order); k++ {
		for _, i := range n.after[n.order[k]] {
			if waits[i]--; waits[i] == 0 {
				n.order = append(n.order, i)
			}
		}
	}
	return len(n.order) == len(n.tasks)
}

// looping is a task that waits for itself.
func (n *net) looping() int {
	sorted := make([]bool, len(n.tasks))
	for _, i := range n.order {
		sorted[i] = true
	}
	i := slices.Index(sorted, false)
	seen := map[int]bool{}
	for !seen[i] { // every task left waits for another that is left
		seen[i] = true
		for _, k := range n.before[i] {
			if !sorted[k] {
				i = k
				break
			}
		}
	}
	return i
}

// reaches tells whether a task comes before another, whatever lies between.
func (n *net) reaches(from, to int) bool {
	seen := make([]bool, len(n.tasks))
	open := []int{from}
	for len(open) > 0 {
		i := open[len(open)-1]
		open = open[:len(open)-1]
		if i == to {
			return true
		}
		for _, k := range n.after[i] {
			if !seen[k] {
				seen[k] = true
				open = append(open, k)
			}
		}
	}
	return false
}

func (n *net) tails() {
	n.tail = make([]int, len(n.tasks))
	for _, i := range slices.Backward(n.order) {
		for _, k := range n.after[i] {
			n.tail[i] = max(n.tail[i], n.tasks[i].Dries+n.tail[k])
		}
		if !n.tasks[i].Done {
			n.tail[i] += n.tasks[i].Minutes
		}
	}
}

// ready is when all that a task waits for is done and dry, of what is placed. What takes nobody begins by itself then, also before what was
// done last.
func (n *net) ready(i int, end []int) int {
	at := n.now
	if n.tasks[i].Minutes == 0 && len(n.before[i]) > 0 {
		at = 0
	}
	for _, k := range n.before[i] {
		if n.tasks[k].Done && !n.tasks[k].Timed {
			continue // long ago
		}
		at = max(at, end[k]+n.tasks[k].Dries)
	}
	return at
}

// bound is when all is done at the earliest: not before the longest path is gone along, were there people without end; nor before
// the people have done all that cannot begin before some time, from that time on. It tells the longest path.
func (n *net) bound() (ends int, longest []string) {
	c := n.Calendar
	end, start := make([]int, len(n.tasks)), make([]int, len(n.tasks))
	from := make([]int, len(n.tasks))
	last := -1
	for _, i := range n.order {
		from[i] = -1
		if n.tasks[i].Done {
			end[i] = n.tasks[i].At
			continue
		}
		start[i] = n.ready(i, end)
		for _, k := range n.before[i] {
			if !n.tasks[k].Done && end[k]+n.tasks[k].Dries == start[i] {
				from[i] = k
			}
		}
		if n.tasks[i].Minutes > 0 {
			start[i] = c.Next(start[i])
		}
		end[i] = start[i]
		if n.tasks[i].Minutes > 0 {
			end[i] = c.Add(start[i], n.tasks[i].Minutes)
		}
		if last < 0 || end[i] > end[last] {
			last = i
		}
	}
	for i := last; i >= 0; i = from[i] {
		longest = append(longest, n.tasks[i].ID)
	}
	slices.Reverse(longest)
	if last >= 0 {
		ends = end[last]
	}
	open := slices.DeleteFunc(slices.Clone(n.order), func(i int) bool { return n.tasks[i].Done || n.tasks[i].Minutes == 0 })
	slices.SortFunc(open, func(a, b int) int { return cmp.Compare(start[b], start[a]) })
	work := 0
	for _, i := range open {
		work += n.tasks[i].Minutes
		ends = max(ends, c.Add(start[i], (work+n.People-1)/n.People))
	}
	return ends, longest
}

// found is one order of the tasks.
type found struct {
	placed []Placed
	ends   int
	sum    int // of all ends: of two that end alike, the one whose tasks end earlier
}

func (f found) better(o found) bool { return f.ends < o.ends || f.ends == o.ends && f.sum < o.sum }

// tries are how many other priorities are tried where the first does not meet the bound; fewer where there are many tasks.
func (n *net) tries() int { return max(4, min(120, 12_000/max(1, len(n.tasks)))) }

// best places the tasks by the critical path, and by others near it while the bound is not met.
func (n *net) best(bound int) found {
	weight := make([]float64, len(n.tasks))
	for i := range weight {
		weight[i] = float64(n.tail[i])
	}
	best := n.place(weight)
	rng := rand.New(rand.NewPCG(23, uint64(len(n.tasks))))
	at := slices.Clone(weight)
	most := slices.Max(append([]float64{1}, weight...))
	for try := range n.tries() {
		if best.ends <= bound {
			break
		}
		spread := most * (0.02 + 0.3*float64(try%5)/5)
		next := slices.Clone(at)
		for i := range next {
			next[i] += spread * (rng.Float64() - 0.5)
		}
		if f := n.place(next); f.better(best) {
			best, at = f, next
		}
	}
	return best
}

// place gives each task, the weightiest first of those that could begin, to whoever is free first.
func (n *net) place(weight []float64) found {
	c := n.Calendar
	out := found{placed: make([]Placed, len(n.tasks))}
	end := make([]int, len(n.tasks))
	free := make([]int, n.People)
	for p := range free {
		free[p] = n.now
	}
	waits, ready := make([]int, len(n.tasks)), make([]int, len(n.tasks))
	var open []int // that wait for nothing that is not placed
	add := func(i int) {
		ready[i] = n.ready(i, end)
		open = append(open, i)
	}
	release := func(i int) {
		for _, k := range n.after[i] {
			if waits[k]--; waits[k] == 0 {
				add(k)
			}
		}
	}
	for i := range n.tasks {
		if waits[i] = len(n.before[i]); waits[i] == 0 {
			add(i)
		}
	}
	for len(open) > 0 {
		// What is done, or takes nobody, is placed at once.
		if k := slices.IndexFunc(open, func(i int) bool { return n.tasks[i].Done || n.tasks[i].Minutes == 0 }); k >= 0 {
			i := open[k]
			open = slices.Delete(open, k, k+1)
			t := &n.tasks[i]
			if t.Done {
				end[i] = t.At
				out.placed[i] = Placed{t.At - t.Minutes, t.At, -1}
			} else {
				end[i] = ready[i]
				out.placed[i] = Placed{end[i], end[i], -1}
			}
			release(i)
			continue
		}
		who := 0
		for p := range free {
			if free[p] < free[who] {
				who = p
			}
		}
		// Of what can begin when that one is free, the weightiest; where nothing can, what can begin first.
		choice, when := -1, 0
		first := c.Next(free[who])
		for k, i := range open {
			at := first
			if ready[i] > first {
				at = c.Next(ready[i])
			}
			switch {
			case choice < 0, at <= first && when > first, at <= first && when <= first && weight[i] > weight[open[choice]],
				at > first && when > first && (at < when || at == when && weight[i] > weight[open[choice]]):
				choice, when = k, at
			}
		}
		i := open[choice]
		open = slices.Delete(open, choice, choice+1)
		end[i] = c.Add(when, n.tasks[i].Minutes)
		out.placed[i] = Placed{when, end[i], who}
		free[who] = end[i]
		out.ends, out.sum = max(out.ends, end[i]), out.sum+end[i]
		release(i)
	}
	for i := range n.tasks {
		if !n.tasks[i].Done {
			out.ends = max(out.ends, end[i])
		}
	}
	return out
}
