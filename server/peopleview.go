package server

import "gnomon/core/job"

// PersonView is one who works, with what they measure with.
type PersonView struct {
	of          of[job.Person]
	ID          string             `json:"id"`
	Instruments []InstrumentOfView `json:"instruments"`
}

// InstrumentOfView is what somebody measures with.
type InstrumentOfView struct {
	of of[job.Instrument]
	ID string `json:"id"`
}

// NailView is a length of nail.
type NailView struct {
	of    of[job.Nail]
	ID    string `json:"id"`
	Title string `json:"title"`
}

func peopleViews(j *job.Job) []PersonView {
	out := []PersonView{}
	for i := range j.People {
		p := &j.People[i]
		v := PersonView{of: viewed(p, j), ID: p.ID, Instruments: []InstrumentOfView{}}
		for k := range p.Instruments {
			v.Instruments = append(v.Instruments, InstrumentOfView{viewed(&p.Instruments[k], j), p.Instruments[k].ID})
		}
		out = append(out, v)
	}
	return out
}

func nailViews(j *job.Job) []NailView {
	out := []NailView{}
	for i := range j.Nails {
		n := &j.Nails[i]
		out = append(out, NailView{viewed(n, j), n.ID, n.Title(j.Unit)})
	}
	return out
}
