package demo

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// FlatsID is the identifier of the block of flats in the demo's database.
const FlatsID = "ferry-row"

// Flats is the job file of a made-up block of flats with so many rooms, the same for the same number: the
// Ferry House's mouldings and saw; rooms of six walls with a door, read as well as rooms are read, with
// base, shoe and crown.
func Flats(rooms int) []byte {
	var j job.Job
	if err := json.Unmarshal(FerryHouse, &j); err != nil {
		panic(err) // it is built in
	}
	j.Name, j.Rooms, j.Records, j.Layouts = "Ferry Row", nil, nil, nil
	sticks := j.Mouldings[0].Sticks
	shoe := job.Moulding{ID: "row-shoe", Name: "Row shoe", Kind: job.KindShoe, Height: typed("3/4"), Thickness: typed("1/2"), Sticks: sticks}
	j.Mouldings = append(j.Mouldings, shoe)
	rng := rand.New(rand.NewPCG(18, 300))
	for i := range rooms {
		j.Rooms = append(j.Rooms, flatRoom(i, rng))
	}
	out, err := json.Marshal(j)
	if err != nil {
		panic(err) // only our own plain types come here
	}
	return out
}

func typed(s string) job.Entry { return job.Entry{Text: s} }

// flatRoom is a kitchen, a hall and so on of one of the flats: a rectangle with a chimney breast in its far
// corner.
func flatRoom(i int, rng *rand.Rand) job.Room {
	names := []string{"hall", "kitchen", "front room", "bedroom", "back bedroom"}
	id := func(s string, k int) string { return fmt.Sprintf("f%d-%s%d", i+1, s, k+1) }
	sixteenths := func(least, more int) measure.Length {
		return measure.Length(16*least+rng.IntN(16*more)) * measure.Inch / 16
	}
	long, wide := sixteenths(9*12, 60), sixteenths(8*12, 48)
	breast, deep := sixteenths(36, 24), sixteenths(14, 12)
	walls := []measure.Length{long, wide, long - breast, deep, breast, wide - deep}
	turns := []job.CornerKind{job.Inside, job.Inside, job.Inside, job.Outside, job.Inside, job.Inside}
	r := job.Room{ID: fmt.Sprintf("f%d", i+1), Name: fmt.Sprintf("Flat %d, %s", i/len(names)+1, names[i%len(names)]), Storey: fmt.Sprintf("Floor %d", i/20),
		Closed: true}
	for k, l := range walls {
		r.Walls = append(r.Walls, job.Wall{ID: id("w", k), Lengths: []job.WallLength{{ID: id("l", k), As: typed(l.String())}}})
		r.Corners = append(r.Corners, job.Corner{ID: id("c", k), Kind: turns[k],
			Readings: []job.Reading{{ID: id("a", k), Angle: measure.Angle(float64(897+rng.IntN(7)) / 10)}}})
	}
	r.Openings = []job.Opening{{ID: id("d", 0), Wall: r.Walls[0].ID, Kind: job.OpenDoor, From: typed("14"), Width: typed("36 1/2")}}
	r.Runs = []job.Run{{ID: id("base", 0), Moulding: "hall-base"}, {ID: id("shoe", 0), Moulding: "row-shoe", RunFacts: job.RunFacts{On: id("base", 0)}},
		{ID: id("crown", 0), Moulding: "quay-crown", Level: job.Ceiling}}
	return r
}
