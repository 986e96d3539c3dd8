package housetest

import (
	"fmt"
	"math/rand/v2"

	"gnomon/core/job"
)

// Whole is a random job that mixes everything: beside what Job has trim around openings, odd places, drawn crown and what somebody
// found of the framing. It passes Check.
func Whole(seed uint64) job.Job {
	for n := seed; ; n += 1 << 32 {
		j := Job(n)
		d := dice{rand.New(rand.NewPCG(n, 19))}
		d.furnish(&j)
		j.Normalise()
		if j.Check() == nil {
			j.Name = fmt.Sprint("Whole ", seed)
			return j
		}
	}
}

func (d dice) furnish(j *job.Job) {
	stock := func(id, kind string, height, thick float64) {
		j.Mouldings = append(j.Mouldings, job.Moulding{ID: id, Kind: kind, Profiled: true, Height: d.inch(height), Thickness: d.inch(thick),
			Sticks: []job.Stick{{Entry: d.inch(pick(d, 96.0, 144)), Price: 1000}}})
	}
	stock("stool", job.KindStool, 5, 0.75)
	stock("band", job.KindBand, 1.25, 1)
	if m := j.Moulding("crown"); d.of(2) { // drawn, with its feet
		p, h := m.Thickness.Length.Inches(), m.Height.Length.Inches()
		for _, at := range [][2]float64{{0, 0}, {p / 5, 0.1}, {p / 3, h / 2}, {p * 0.8, h * 0.8}, {p, h}, {p - 0.5, h}, {0, 0.5}} {
			m.Section = append(m.Section, job.SectionPoint{U: d.inch(at[0]), Z: d.inch(at[1])})
		}
		p, h = m.Section[4].U.Length.Inches(), m.Section[4].Z.Length.Inches()
		m.Thickness, m.Height = d.inch(p), d.inch(h)
	}
	for i := range j.Rooms {
		d.furnishRoom(&j.Rooms[i])
	}
}

func (d dice) furnishRoom(r *job.Room) {
	if d.of(2) {
		r.Runs = append(r.Runs, job.Run{ID: r.ID + "kc", Moulding: "casing", Level: job.Floor})
		for k := range 1 + d.IntN(2) {
			o := job.Opening{ID: fmt.Sprintf("%sj%d", r.ID, k), Wall: r.Walls[d.IntN(len(r.Walls))].ID, Kind: pick(d, job.OpenDoor, job.OpenWindow),
				From: d.inch(d.between(6, 60)), Width: d.inch(d.between(24, 40))}
			o.Told, o.Head = "jamb", d.some(1, 60, 84)
			if o.Kind == job.OpenWindow {
				o.Sill, o.StoolOf = d.some(1, 20, 40), pick(d, "stool", "")
				o.JambDepth = d.some(2, 2, 5)
			}
			if d.of(3) {
				o.BandOf = "band"
			}
			r.Openings = append(r.Openings, o)
		}
	}
	for k := range d.IntN(3) {
		w := r.Walls[d.IntN(len(r.Walls))].ID
		at := d.inch(d.between(10, 90))
		o := job.Odd{ID: fmt.Sprintf("%sodd%d", r.ID, k), Wall: w, At: &at, Detail: "step", Fields: []string{"fall=3/4", "falls=" + pick(d, "left", "right"),
			"way=" + pick(d, "link", "link", "strip", "rip")}}
		r.Odds = append(r.Odds, o)
	}
	for k := range d.IntN(4) {
		at := d.inch(d.between(2, 60))
		s := job.Spot{ID: fmt.Sprintf("%sf%d", r.ID, k), Wall: r.Walls[d.IntN(len(r.Walls))].ID, Kind: pick(d, job.SpotStud, job.SpotSocket, "joist"), At: at}
		if s.Kind == job.SpotSocket {
			s.Width, s.Height, s.Stud = d.some(1, 2, 5), d.some(2, 1, 14), pick(d, "", job.HandLeft, job.HandRight)
		}
		r.Spots = append(r.Spots, s)
	}
}
