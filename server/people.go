package server

import (
	"cmp"
	"slices"
	"sync"
	"time"
)

// How long a device may be silent before it counts as out of reach, and how long one that
// is out of reach is shown: longer where it holds a piece, which may be under its saw.
const (
	silentFor  = 45 * time.Second
	gonePeople = 2 * time.Minute
	goneHolds  = 15 * time.Minute
)

// How many windows are shown: of one device, on all jobs, and in all on one job. The one heard
// of longest ago gives way. A list is told once for all that happens within tellEach.
const (
	mostWindows = 8
	mostOnJob   = 200
	tellEach    = 150 * time.Millisecond
)

// Person is a device that has the job open.
type Person struct {
	ID    string `json:"id"`
	Name  string `json:"name" doc:"of the device; empty at the desk"`
	Where string `json:"where" enum:"ladder,saw,desk"`
	Room  string `json:"room,omitempty"`
	Piece string `json:"piece,omitempty" doc:"the piece being cut there"`
	Holds bool   `json:"holds" doc:"the piece is held for this one"`
	Away  bool   `json:"away" doc:"out of reach"`
	Since string `json:"since" doc:"when it was last heard of"`

	device string
	heard  time.Time
}

// People are those on a job.
type People struct {
	People []Person `json:"people"`
}

// people keeps who is where, job by job. Nothing of it outlasts the program.
type people struct {
	mu   sync.Mutex
	jobs map[string]map[string]*Person
	soon map[string]bool // jobs whose list is about to be told
	out  func(job string, e any)
	now  func() time.Time
}

func newPeople(tell func(job string, e any)) *people {
	return &people{jobs: map[string]map[string]*Person{}, soon: map[string]bool{}, out: tell, now: time.Now}
}

// tell tells all who are on a job who is on it, soon: however fast somebody moves about, it is
// told a few times a second.
func (p *people) tell(job string) {
	if p.soon[job] {
		return
	}
	p.soon[job] = true
	time.AfterFunc(tellEach, func() {
		p.mu.Lock()
		defer p.mu.Unlock()
		delete(p.soon, job)
		p.out(job, p.list(job))
	})
}

// crowd makes room for one more window of a device, or of the desk.
func (p *people) crowd(job string, me Person) {
	type window struct{ job, id string }
	var mine []window
	for j, all := range p.jobs {
		for id, o := range all {
			if o.device == me.device && (me.device != "" || j == job) {
				mine = append(mine, window{j, id})
			}
		}
	}
	most := mostWindows
	if me.device == "" {
		most = mostOnJob
	}
	if len(mine) < most && len(p.jobs[job]) < mostOnJob {
		return
	}
	if len(mine) < most { // the job is full of others
		mine = nil
		for id := range p.jobs[job] {
			mine = append(mine, window{job, id})
		}
	}
	oldest := slices.MinFunc(mine, func(a, b window) int { return p.jobs[a.job][a.id].heard.Compare(p.jobs[b.job][b.id].heard) })
	delete(p.jobs[oldest.job], oldest.id)
	if oldest.job != job {
		p.tell(oldest.job)
	}
}

// here notes where one is. The first to come to a piece at the saw holds it, until that one
// goes on or somebody takes it over.
func (p *people) here(job string, me Person, take bool) People {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.sweep(job)
	if p.jobs[job][me.ID] == nil {
		p.crowd(job, me)
	}
	all := p.jobs[job]
	if all == nil {
		all = map[string]*Person{}
		p.jobs[job] = all
	}
	was := all[me.ID]
	me.heard, me.Since = p.now(), when(p.now())
	if me.Where != "saw" {
		me.Piece = ""
	}
	me.Holds = me.Piece != ""
	for id, o := range all {
		if id != me.ID && o.Holds && o.Piece == me.Piece && me.Piece != "" {
			if take {
				o.Holds = false
			} else {
				me.Holds = false
			}
		}
	}
	all[me.ID] = &me
	if was == nil || !was.like(me) {
		p.tell(job)
	}
	return p.list(job)
}

// like tells whether all that is shown of two is the same, but for when they were heard of.
func (p Person) like(o Person) bool {
	p.heard, p.Since = o.heard, o.Since
	return p == o
}

// left notes that a stream has ended: its device is out of reach, unless it is heard of
// again. A window of the desk cannot be: it was closed.
func (p *people) left(job, id string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if o := p.jobs[job][id]; o != nil && !o.Away {
		if o.Away = true; o.device == "" {
			delete(p.jobs[job], id)
		}
		p.tell(job)
	}
}

// gone takes a device off every job: it was turned away, and holds nothing any more.
func (p *people) gone(device string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	for job, all := range p.jobs {
		n := len(all)
		for id, o := range all {
			if o.device == device {
				delete(all, id)
			}
		}
		if len(all) != n {
			p.tell(job)
		}
	}
}

// on lists who is on a job, those silent for too long left out.
func (p *people) on(job string) People {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.sweep(job) {
		p.tell(job)
	}
	return p.list(job)
}

func (p *people) sweep(job string) (changed bool) {
	for id, o := range p.jobs[job] {
		silent := p.now().Sub(o.heard)
		if silent > silentFor && !o.Away {
			o.Away, changed = true, true
		}
		if o.Away && (silent > goneHolds || silent > gonePeople && !o.Holds) {
			delete(p.jobs[job], id)
			changed = true
		}
	}
	if len(p.jobs[job]) == 0 {
		delete(p.jobs, job)
	}
	return changed
}

func (p *people) list(job string) People {
	out := People{People: []Person{}}
	for _, o := range p.jobs[job] {
		out.People = append(out.People, *o)
	}
	slices.SortFunc(out.People, func(a, b Person) int { return cmp.Or(cmp.Compare(a.Name, b.Name), cmp.Compare(a.ID, b.ID)) })
	return out
}
