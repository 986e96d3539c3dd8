package edit

import (
	"fmt"
	"strings"

	"gnomon/core/job"
)

// Kind is one kind of thing in a job: what steps call it, what holds it, and what can be done
// with one. Its struct says what fields it has.
type Kind struct {
	Name string // as steps call it
	Said string // as people call one, where that is another word
	List string // the list of a job file that it stands in; none for what stands there once
	In   string // the kind of thing that holds it; none is the job

	Measured bool // entered by who measures
	AtSaw    bool // entered by who stands at the saw
	// With is the kind that it comes and goes with: it is not added or removed by itself.
	With string

	// changes is what of a job its steps change, where that is not the room it stands in.
	changes int

	// What follows may be nil: it is not done with this kind. Fields are one thing's, by their
	// names in a job file, nil where it is not there; has is told of any thing, without fields too.
	fields func(j *job.Job, id string) map[string]any
	has    func(j *job.Job, id string) bool
	ids    func(j *job.Job) []string
	add    func(j *job.Job, op Op) (Op, error)
	remove func(j *job.Job, op Op) (Op, error)
	move   func(j *job.Job, op Op) (Op, error)
	mirror func(m *mirroring, r *job.Room) error // all of them in a room
}

// What steps change, where that is not the room that their thing stands in.
const (
	_              = iota
	changesShop    // what a job has once, mouldings and saws
	changesByHand  // lengths set by hand
	changesLayouts // what is laid out on sticks
)

// Kinds are all kinds of thing: a new one is its line here, and its struct.
var Kinds []Kind

func init() { // not with its declaration: what removes one kind may remove others
	Kinds = []Kind{
		once("job", func(j *job.Job) map[string]any { return job.Fields(j) }),
		once("rules", rulesFields),
		once("cutting", func(j *job.Job) map[string]any { return job.Fields(&j.Cutting) }),
		once("times", func(j *job.Job) map[string]any { return job.Fields(&j.Times) }),
		once("day", func(j *job.Job) map[string]any { return job.Fields(&j.Day) }),
		once("tools", func(j *job.Job) map[string]any { return job.Fields(&j.Tools) }),
		once("doors", func(j *job.Job) map[string]any { return job.Fields(&j.Doors) }),
		once("prices", pricesFields),
		once("quote", func(j *job.Job) map[string]any { return job.Fields(&j.Quote) }),
		{Name: "stick", changes: changesShop, fields: stickFields},  // of a moulding, as in base/0
		{Name: "laid", changes: changesLayouts, fields: laidFields}, // a stick of a layout, as in base/s1

		listed(Kind{Name: "room", List: "rooms", Measured: true}, things[job.Room]{lists: inJob(func(j *job.Job) *[]job.Room { return &j.Rooms }),
			id: func(r *job.Room) *string { return &r.ID }, movable: true, more: func(r *job.Room) map[string]any { return job.Fields(&r.Look) }}),
		listed(Kind{Name: "moulding", changes: changesShop, List: "mouldings"}, things[job.Moulding]{
			lists: inJob(func(j *job.Job) *[]job.Moulding { return &j.Mouldings }),
			id:    func(m *job.Moulding) *string { return &m.ID }, stays: mouldingInUse}),
		listed(Kind{Name: "sundry", changes: changesShop, List: "sundries"}, things[job.Sundry]{
			lists: inJob(func(j *job.Job) *[]job.Sundry { return &j.Prices.Sundries }),
			id:    func(s *job.Sundry) *string { return &s.ID }}),
		listed(Kind{Name: "saw", changes: changesShop, List: "saws"}, things[job.Saw]{lists: inJob(func(j *job.Job) *[]job.Saw { return &j.Saws }),
			id: func(s *job.Saw) *string { return &s.ID }, stays: sawInUse, unnamed: func(j *job.Job) string { return j.Saw }}),
		listed(Kind{Name: "test", changes: changesShop, Said: "test cut", List: "tests", In: "saw"}, things[job.Test]{
			lists: inSaws(func(s *job.Saw) *[]job.Test { return &s.Tests }),
			id:    func(t *job.Test) *string { return &t.ID }, read: readTest}),
		listed(Kind{Name: "person", changes: changesShop, List: "people"}, things[job.Person]{lists: inJob(func(j *job.Job) *[]job.Person { return &j.People }),
			id: func(p *job.Person) *string { return &p.ID }}),
		listed(Kind{Name: "instrument", changes: changesShop, List: "instruments", In: "person"}, things[job.Instrument]{
			lists: inPeople(func(p *job.Person) *[]job.Instrument { return &p.Instruments }),
			id:    func(i *job.Instrument) *string { return &i.ID }}),
		listed(Kind{Name: "nail", changes: changesShop, List: "nails"}, things[job.Nail]{lists: inJob(func(j *job.Job) *[]job.Nail { return &j.Nails }),
			id: func(n *job.Nail) *string { return &n.ID }}),
		listed(Kind{Name: "lesson", changes: changesShop, List: "lessons"}, things[job.Lesson]{lists: inJob(func(j *job.Job) *[]job.Lesson { return &j.Lessons }),
			id: func(l *job.Lesson) *string { return &l.ID }}),
		listed(Kind{Name: "moved", changes: changesShop, Said: "move of a task", List: "moves"}, things[job.Moved]{
			lists: inJob(func(j *job.Job) *[]job.Moved { return &j.Day.Moves }), id: func(m *job.Moved) *string { return &m.ID }}),
		{Name: "layout", changes: changesLayouts, List: "layouts", has: hasLayout, ids: layoutIDs, add: addLayout, remove: removeLayout},
		{Name: "hand", changes: changesByHand, List: "by_hand", AtSaw: true, has: hasHand, ids: handIDs, add: addHand, remove: removeHand},

		wallKind(),
		{Name: "walls", has: hasAnyWall, add: callOut, remove: removeCalled}, // a list called out
		{Name: "faces", add: putBack},                                        // walls put back together
		{Name: "copy", changes: changesShop, add: copyRoom},                  // of a room that stays as it is; the copy is new
		listed(Kind{Name: "corner", List: "corners", In: "room", With: "wall", Measured: true}, things[job.Corner]{
			lists: inRooms(func(r *job.Room) *[]job.Corner { return &r.Corners }), id: func(c *job.Corner) *string { return &c.ID }, mirror: mirrorCorner}),
		listed(Kind{Name: "length", List: "lengths", In: "wall", Measured: true}, things[job.WallLength]{
			lists: inWalls(func(w *job.Wall) *[]job.WallLength { return &w.Lengths }), id: func(t *job.WallLength) *string { return &t.ID }, mirror: mirrorLength,
			more: func(t *job.WallLength) map[string]any {
				return map[string]any{"left_face": &t.Faces.Left, "right_face": &t.Faces.Right}
			}}),
		listed(Kind{Name: "reading", List: "readings", In: "corner", Measured: true}, things[job.Reading]{
			lists: inCorners(func(c *job.Corner) *[]job.Reading { return &c.Readings }), id: func(r *job.Reading) *string { return &r.ID }, read: readReading}),
		listed(Kind{Name: "diagonal", List: "diagonals", In: "room", Measured: true}, things[job.Diagonal]{
			lists: inRooms(func(r *job.Room) *[]job.Diagonal { return &r.Diagonals }), id: func(d *job.Diagonal) *string { return &d.ID }, sorted: true,
			mirror: mirrorDiagonal}),
		listed(Kind{Name: "opening", List: "openings", In: "room", Measured: true}, things[job.Opening]{
			lists: inRooms(func(r *job.Room) *[]job.Opening { return &r.Openings }), id: func(o *job.Opening) *string { return &o.ID }, sorted: true,
			mirror: mirrorOpening}),
		listed(Kind{Name: "jamb_length", Said: "length", List: "sides", In: "opening", Measured: true}, things[job.JambLength]{
			lists: inOpenings(func(o *job.Opening) *[]job.JambLength { return &o.Sides }), id: func(t *job.JambLength) *string { return &t.ID },
			mirror: mirrorJambLength}),
		listed(Kind{Name: "jamb_reading", Said: "reading", List: "angles", In: "opening", Measured: true}, things[job.JambReading]{
			lists: inOpenings(func(o *job.Opening) *[]job.JambReading { return &o.Angles }), id: func(r *job.JambReading) *string { return &r.ID },
			read: readJambReading, mirror: mirrorJambReading}),
		listed(Kind{Name: "spot", List: "spots", In: "room", Measured: true}, things[job.Spot]{
			lists: inRooms(func(r *job.Room) *[]job.Spot { return &r.Spots }), id: func(s *job.Spot) *string { return &s.ID }, sorted: true, mirror: mirrorSpot}),
		listed(Kind{Name: "odd", Said: "odd place", List: "odds", In: "room", Measured: true}, things[job.Odd]{
			lists: inRooms(func(r *job.Room) *[]job.Odd { return &r.Odds }), id: func(o *job.Odd) *string { return &o.ID }, mirror: mirrorOdd}),
		listed(Kind{Name: "run", List: "runs", In: "room"}, things[job.Run]{
			lists: inRooms(func(r *job.Room) *[]job.Run { return &r.Runs }), id: func(k *job.Run) *string { return &k.ID }, mirror: mirrorRun}),
		overrideKind(),
	}
	for i := range Kinds {
		kindNamed[Kinds[i].Name] = &Kinds[i]
		if Kinds[i].List != "" {
			inside[Kinds[i].List] = Kinds[i].Name
		}
	}
}

var (
	kindNamed = map[string]*Kind{}
	// inside are the lists that hold things of their own, with the kind of one of them.
	inside = map[string]string{}
)

// KindOf finds a kind by what steps call it; what is not known is none of them.
func KindOf(name string) Kind {
	if k := kindNamed[name]; k != nil {
		return *k
	}
	return Kind{Name: name}
}

// said is what people call one.
func said(kind string) string {
	if k := KindOf(kind); k.Said != "" {
		return k.Said
	}
	return kind
}

func add(j *job.Job, op Op) (Op, error) { return do(KindOf(op.Kind).add, j, op) }

func remove(j *job.Job, op Op) (Op, error) { return do(KindOf(op.Kind).remove, j, op) }

func move(j *job.Job, op Op) (Op, error) { return do(KindOf(op.Kind).move, j, op) }

// do makes a step of a kind, or refuses it where that is not done with the kind.
func do(step func(*job.Job, Op) (Op, error), j *job.Job, op Op) (Op, error) {
	if step == nil {
		var names []string
		for _, k := range Kinds {
			names = append(names, k.Name)
		}
		return Op{}, &job.Invalid{Thing: "edit", Field: "kind", Value: op.Kind, Reason: fmt.Sprintf("cannot %s that", op.Do),
			Remedy: "the kinds are " + strings.Join(names, ", ")}
	}
	return step(j, op)
}

// fieldsOf are the variables of a thing by their names in a job file; nil where the job has
// no such thing.
func fieldsOf(j *job.Job, op Op) map[string]any {
	if f := KindOf(op.Kind).fields; f != nil {
		return f(j, op.ID)
	}
	return nil
}

// once is a kind of which a job has one.
func once(name string, fields func(j *job.Job) map[string]any) Kind {
	return Kind{Name: name, changes: changesShop, fields: func(j *job.Job, _ string) map[string]any { return fields(j) }}
}

func mouldingInUse(j *job.Job, id string) error {
	for i := range j.Rooms {
		r := &j.Rooms[i]
		for _, k := range r.Runs {
			if k.Moulding == id {
				return &job.Invalid{Thing: "moulding " + id, Reason: "a run in " + r.Title() + " uses it", Remedy: "give that run another moulding first"}
			}
		}
		for k := range r.Odds {
			if o := &r.Odds[k]; o.Moulding == id || o.Second == id {
				return &job.Invalid{Thing: "moulding " + id, Reason: "an odd place in " + r.Title() + " uses it", Remedy: "give that another moulding first"}
			}
		}
		if of := r.OfMoulding(id); len(of) > 0 {
			return &job.Invalid{Thing: "moulding " + id, Reason: r.OpeningTitle(of[0]) + " in " + r.Title() + " uses it",
				Remedy: "give that opening another moulding first"}
		}
	}
	if j.Layout(id) != nil {
		return &job.Invalid{Thing: "moulding " + id, Reason: "has sticks laid out for it", Remedy: "take its stick plan back first"}
	}
	return nil
}

func sawInUse(j *job.Job, id string) error {
	if id == j.Saw {
		return &job.Invalid{Thing: "saw " + id, Reason: "is the one in use", Remedy: "choose another saw for the job first"}
	}
	return nil
}
