// Package edittest makes random steps for tests.
package edittest

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math/rand/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Person makes random steps.
type Person struct {
	Name string // what the identifiers of what it adds begin with
	Rng  *rand.Rand
	n    int
}

func pick[T any](rng *rand.Rand, from []T, none T) T {
	if len(from) == 0 {
		return none
	}
	return from[rng.IntN(len(from))]
}

// Step is a random change of everything that has an inverse; some of them will be refused.
func (p *Person) Step(j job.Job) []edit.Op {
	p.n++
	id := fmt.Sprintf("%s%d", p.Name, p.n)
	room := pick(p.Rng, j.Rooms, job.Room{ID: "none"})
	wall := pick(p.Rng, room.Walls, job.Wall{ID: "none"})
	corner := pick(p.Rng, room.Corners, job.Corner{ID: "none"})
	length := pick(p.Rng, wall.Lengths, job.WallLength{ID: "none"})
	reading := pick(p.Rng, corner.Readings, job.Reading{ID: "none"})
	opening := pick(p.Rng, room.Openings, job.Opening{ID: "none"})
	run := pick(p.Rng, room.Runs, job.Run{ID: "none"})
	moulding := pick(p.Rng, j.Mouldings, job.Moulding{ID: "none"})
	mark := pick(p.Rng, j.Standing(), job.Record{ID: "none"})
	override := pick(p.Rng, room.Overrides, job.Override{ID: "none"})
	add := func(kind, in, value string) edit.Op {
		return edit.Op{Do: edit.Add, Kind: kind, In: in, ID: id, Value: json.RawMessage(value)}
	}
	inches := fmt.Sprint(20 + p.Rng.IntN(60))
	all := [][]edit.Op{
		{add("room", "", `{"id":"","name":"Nook","walls":[{"id":"`+id+`a"},{"id":"`+id+`b"}],"corners":[{"id":"`+id+`c"},{"id":"`+id+`d"}]}`)},
		{add("copy", "", fmt.Sprintf(`{"of":%q,"name":"Again","storey":"Upper","mirror":%v,"rough":%v}`, room.ID, p.Rng.IntN(2) == 0, p.Rng.IntN(2) == 0))},
		{add("length", wall.ID, `{"id":"","length":"`+inches+`"}`)},
		{add("length", wall.ID, `{"id":"","length":"`+inches+`"}`)},
		{add("reading", corner.ID, `{"id":"","text":"89.5"}`)},
		{add("reading", corner.ID, `{"id":"","text":"45","scale":"mitre"}`)},
		{add("opening", room.ID, `{"id":"","wall":"`+wall.ID+`","kind":"door","from":"5","width":"30"}`)},
		{add("spot", room.ID, `{"id":"","wall":"`+wall.ID+`","kind":"socket","at":"`+inches+`"}`)},
		{add("odd", room.ID, `{"id":"","detail":"step","fields":["fall=1/2"],"wall":"`+wall.ID+`","at":"`+inches+`"}`)},
		{add("odd", room.ID, `{"id":"","detail":"chain","fields":["faces=`+inches+`","faces=9"],"moulding":"`+moulding.ID+`"}`)},
		{add("odd", room.ID, `{"id":"","detail":"notch","fields":["left_of=`+inches+`","height_high=2"],"wall":"`+wall.ID+`"}`)},
		{add("wall", room.ID, ``)},
		{add("walls", room.ID, `"11, 9'6"`)},
		{add("run", room.ID, `{"id":"","moulding":"`+moulding.ID+`","level":"floor"}`)},
		{add("moulding", "", `{"id":"","height":"4","thickness":"1/2","sticks":["16'"]}`)},
		{add("override", room.ID, `{"id":"","question":"inside","choice":"`+pick(p.Rng, []string{"cope", "mitre"}, "")+`"}`)},
		{{Do: edit.Add, Kind: "hand", ID: run.ID + "." + wall.ID, Value: json.RawMessage(`{"piece":"","length":"` + inches + `"}`)}},
		{mark2(run.ID+"."+wall.ID, p.Rng)},
		{mark2(run.ID+"."+wall.ID, p.Rng)},
		{{Do: edit.TakeBack, ID: mark.ID}},
		// a recut
		{{Do: edit.TakeBack, ID: mark.ID}, {Do: edit.Add, Kind: "hand", ID: cmp.Or(mark.Piece, "none"), Value: json.RawMessage(`{"piece":"","length":"30"}`)}},
		{set("length", length.ID, "length", inches)},
		{set("reading", reading.ID, "reading", 88+p.Rng.IntN(4))},
		{set("room", room.ID, "name", "Room "+inches)},
		{set("wall", wall.ID, "rough", "12")},
		{set("opening", opening.ID, "width", inches)},
		{set("rules", "", "inside", pick(p.Rng, []string{"cope", "mitre"}, ""))},
		{set("moulding", moulding.ID, "name", "Trim "+inches), set("moulding", moulding.ID, "spares", 1)},
		{{Do: edit.Remove, Kind: "length", ID: length.ID}},
		{{Do: edit.Remove, Kind: "reading", ID: reading.ID}},
		{{Do: edit.Remove, Kind: "opening", ID: opening.ID}},
		{{Do: edit.Remove, Kind: "run", ID: run.ID}},
		{{Do: edit.Remove, Kind: "moulding", ID: moulding.ID}},
		{{Do: edit.Remove, Kind: "wall", ID: wall.ID}},
		{{Do: edit.Remove, Kind: "override", ID: override.ID}},
		{{Do: edit.Move, Kind: "wall", ID: wall.ID}},
		{{Do: edit.Move, Kind: "room", ID: room.ID}},
		{add("saw", "", `{"mitre_left":50,"mitre_right":50,"bevel_left":45,"bevel_right":0}`)},
		{{Do: edit.Remove, Kind: "saw", ID: pick(p.Rng, j.Saws, job.Saw{ID: "none"}).ID}},
		{add("test", "", `{"id":"","way":"gap","dialled":45,"gap":"1/64","open":"toe","width":"7 1/4"}`)},
		{add("sundry", "", `{"id":"","by":"joint","price":3,"lasts":10}`)},
		{{Do: edit.Remove, Kind: "sundry", ID: pick(p.Rng, j.Prices.Sundries, job.Sundry{ID: "none"}).ID}},
		{{Do: edit.Add, Kind: "layout", ID: moulding.ID,
			Value: json.RawMessage(`{"moulding":"","sticks":[{"id":"s` + id + `","length":"16'","pieces":[{"piece":"k.w1","from":"0\"","to":"` + inches + `\""}]}]}`)}},
		{{Do: edit.Remove, Kind: "layout", ID: moulding.ID}},
		{set("prices", "", "cope", inches), set("cutting", "", "keep", inches)},
		{set("tools", "", "tape", "1/16"), set("stick", moulding.ID+"/0", "price", inches)},
		{set("corner", corner.ID, "kind", pick(p.Rng, []string{"inside", "outside"}, ""))},
	}
	if n := len(room.Corners); n > 2 {
		all = append(all, []edit.Op{add("diagonal", room.ID, fmt.Sprintf(`{"id":"","from":%q,"to":%q,"length":"150"}`, room.Corners[0].ID, room.Corners[n-2].ID))})
	}
	if len(j.Rooms) > 6 { // no bigger than can be worked on quickly
		all = append(all, []edit.Op{{Do: edit.Remove, Kind: "room", ID: room.ID}}, []edit.Op{{Do: edit.Remove, Kind: "room", ID: room.ID}})
	}
	return pick(p.Rng, all, nil)
}

func mark2(piece string, rng *rand.Rand) edit.Op {
	end := []string{job.HandLeft, job.HandRight}[rng.IntN(2)]
	return edit.Op{Do: edit.Record, Value: json.RawMessage(fmt.Sprintf(`{"kind":"cut","piece":%q,"label":"Base","end":%q,"cut":{"length":"30\""}}`, piece, end))}
}

func set(kind, id, field string, value any) edit.Op {
	return edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: field, Value: edit.Raw(value)}
}
