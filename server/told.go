package server

import (
	"bytes"
	"context"
	"maps"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/core/sawing"
)

// A page is told of a job in parts, and after a change only of those that it shows and that changed: what holds for every room,
// the rooms in a line each, and of the rooms that it shows the whole.

// Telling is what a page wants to know of a job, and how much of that it has.
type Telling struct {
	Stand string   `json:"stand,omitempty" query:"stand" maxLength:"64" doc:"as the answer before said: where it says another now, nothing counts as had"`
	Want  []string `json:"want,omitempty" query:"want,explode" maxItems:"1200" doc:"parts: shop, rooms, findings, stock, orders, room/ID, work/ID; each with the revision that it was last told at, as in room/r1@17; room/ and work/ without an ID are of the first room"`
}

// Told is what is new of a job's parts.
type Told struct {
	ID       string       `json:"id"`
	Revision int64        `json:"revision"`
	Stand    string       `json:"stand" doc:"to be sent with the next"`
	Head     HeadView     `json:"head"`
	Shop     *ShopView    `json:"shop,omitempty"`
	Order    []string     `json:"order,omitempty" doc:"all rooms by their identifiers, where that changed"`
	Rooms    []RoomLine   `json:"rooms,omitempty" doc:"in a line each, those that changed"`
	Findings *OfNoRoom    `json:"findings,omitempty"`
	Stock    []SupplyView `json:"stock,omitempty"`
	Orders   []OrderView  `json:"orders,omitempty"`
	Parts    []RoomPart   `json:"parts,omitempty"`
	Work     []RoomWork   `json:"work,omitempty"`
}

// OfNoRoom are the findings of no room.
type OfNoRoom struct {
	First []FindingView `json:"first" doc:"that come before those of a room as grave"`
	Last  []FindingView `json:"last" doc:"that come after them"`
}

// RoomLine is a room in a line.
type RoomLine struct {
	ID      string    `json:"id"`
	Title   string    `json:"title"`
	Storey  string    `json:"storey"`
	Code    string    `json:"code" doc:"a few letters that mark its pieces on sticks"`
	Checks  int       `json:"checks" doc:"findings of severity stop and check that follow from no other"`
	Runs    []RunLine `json:"runs"`
	Decided int       `json:"decided" doc:"so many things are decided otherwise there than the house rules have it"`
}

// RunLine is which moulding a run is of.
type RunLine struct {
	ID       string `json:"id"`
	Moulding string `json:"moulding"`
}

func roomLine(r *job.Room, p *plan.RoomPlan, code string) RoomLine {
	v := RoomLine{ID: r.ID, Title: r.Title(), Storey: r.Storey, Code: code, Checks: p.Waiting(), Runs: []RunLine{}, Decided: len(r.Overrides)}
	for _, k := range r.Runs {
		v.Runs = append(v.Runs, RunLine{k.ID, k.Moulding})
	}
	return v
}

// told is what pages are told of one job, each part at the revision at which it last changed. It lasts as long as
// the job's plan is at hand; after that it is another stand.
type told struct {
	mu       sync.Mutex
	stand    string
	at       *planned
	shop     int64
	order    []string
	ordered  int64
	lines    map[string]*toldLine
	findings int64
	parts    map[string]*part
}

// toldLine is a room's line, and what it was made of.
type toldLine struct {
	RoomLine
	plan    *plan.RoomPlan
	changed int64
}

// part is a part as JSON.
type part struct {
	of      made
	json    []byte
	changed int64
}

// made is what a part is made of: of the same it is the same.
type made interface{ same(was made) bool }

// since is what is the same since a revision.
type since int64

func (s since) same(was made) bool { return s == was }

// roomOf is what a room's part is made of. Of a room in which nothing changed the plan is the very same.
type roomOf struct {
	plan *plan.RoomPlan
	code string
}

func (r roomOf) same(was made) bool { return r == was }

func (w *workOf) same(was made) bool {
	o := was.(*workOf)
	return w.room == o.room && reflect.DeepEqual(w.cuts, o.cuts) && reflect.DeepEqual(w.glue, o.glue) && maps.Equal(w.sticks, o.sticks)
}

// now notes what a job is now.
func (t *told) now(p *planned) {
	t.mu.Lock()
	defer t.mu.Unlock()
	j, was := &p.job, t.at
	t.at = p
	if was == nil || !j.SameShop(&was.job) {
		t.shop = p.revision
	}
	lines, order, codes := make(map[string]*toldLine, len(j.Rooms)), make([]string, len(j.Rooms)), j.RoomCodes()
	for i := range j.Rooms {
		r := &j.Rooms[i]
		order[i] = r.ID
		old := t.lines[r.ID]
		if old != nil && old.plan == p.plan.Rooms[i] && old.Code == codes[r.ID] {
			lines[r.ID] = old
			continue
		}
		k := &toldLine{RoomLine: roomLine(r, p.plan.Rooms[i], codes[r.ID]), plan: p.plan.Rooms[i], changed: p.revision}
		if old != nil && reflect.DeepEqual(old.RoomLine, k.RoomLine) {
			k.changed = old.changed
		}
		lines[r.ID] = k
	}
	if was == nil || !slices.Equal(order, t.order) {
		t.order, t.ordered = order, p.revision
		for name := range t.parts { // of rooms that are gone
			if _, id, of := strings.Cut(name, "/"); of && lines[id] == nil {
				delete(t.parts, name)
			}
		}
	}
	t.lines = lines
	if was == nil || !reflect.DeepEqual(p.plan.First, was.plan.First) || !reflect.DeepEqual(p.plan.Last, was.plan.Last) {
		t.findings = p.revision
	}
}

// part gives a part as JSON, made anew only where what it is made of changed.
func (t *told) part(name string, of made, make func() any) *part {
	had := t.parts[name]
	if had != nil && of.same(had.of) {
		return had
	}
	k := &part{of: of, json: edit.Raw(make()), changed: t.at.revision}
	if had != nil && bytes.Equal(had.json, k.json) {
		k.changed = had.changed
	}
	t.parts[name] = k
	return k
}

// tell writes what is new to a page. What it wants and is not there is left out. Undo and redo are whether the
// one who asks can; nil where that was not asked.
func (t *told) tell(in Telling, undo, redo *bool) []byte {
	t.mu.Lock()
	defer t.mu.Unlock()
	p := t.at
	head := headView(&p.job, &p.plan)
	head.CanUndo, head.CanRedo = undo, redo
	out := answer{}
	out.field("id", edit.Raw(p.id))
	out.field("revision", edit.Raw(p.revision))
	out.field("stand", edit.Raw(t.stand))
	out.field("head", edit.Raw(head))
	rooms, work := list{}, list{}
	for _, want := range in.Want {
		name, at, _ := strings.Cut(want, "@")
		has, err := strconv.ParseInt(at, 10, 64)
		if err != nil || in.Stand != t.stand {
			has = -1
		}
		kind, id, ofRoom := strings.Cut(name, "/")
		if ofRoom && id == "" && len(t.order) > 0 {
			id = t.order[0]
		}
		i := slices.Index(t.order, id)
		if ofRoom && i < 0 {
			continue
		}
		switch kind {
		case "shop":
			if t.shop > has {
				out.field("shop", t.part("shop", since(t.shop), func() any { return shopView(&p.job) }).json)
			}
		case "rooms":
			t.tellRooms(&out, has)
		case "findings":
			if t.findings > has {
				out.field("findings", edit.Raw(OfNoRoom{findingViews(p.plan.First), findingViews(p.plan.Last)}))
			}
		case "stock":
			if k := t.part("stock", since(p.revision), func() any { return stockViews(&p.job, &p.plan) }); k.changed > has {
				out.field("stock", k.json)
			}
		case "orders":
			if k := t.part("orders", since(p.revision), func() any { return orderViews(&p.plan) }); k.changed > has {
				out.field("orders", k.json)
			}
		case "room":
			k := t.lines[id]
			made := t.part("room/"+id, roomOf{k.plan, k.Code}, func() any { return roomPart(&p.job, &p.job.Rooms[i], p.plan.Rooms[i], k.Code) })
			if made.changed > has {
				rooms.add(made.json)
			}
		case "work":
			of := p.works()[id]
			made := t.part("work/"+id, of, func() any { return p.workIn(of) })
			if made.changed > has {
				work.add(made.json)
			}
		}
	}
	rooms.end(&out, "parts")
	work.end(&out, "work")
	return out.end()
}

// tellRooms tells of the rooms in a line each, those that changed since.
func (t *told) tellRooms(out *answer, has int64) {
	if t.ordered > has {
		out.field("order", edit.Raw(some(t.order)))
	}
	lines := []RoomLine{}
	for _, id := range t.order {
		if k := t.lines[id]; k.changed > has {
			lines = append(lines, k.RoomLine)
		}
	}
	if len(lines) > 0 {
		out.field("rooms", edit.Raw(lines))
	}
}

// workOf is what is done at the bench and the saw with a room's pieces, as the plan has it.
type workOf struct {
	room   *plan.RoomPlan
	cuts   []sawing.Cut
	glue   []plan.GlueStep
	sticks map[string]string
}

// works are those of all rooms, by their identifiers: put apart once for a plan.
func (p *planned) works() map[string]*workOf {
	p.apart.Do(func() {
		p.of = make(map[string]*workOf, len(p.plan.Rooms))
		rooms := make(map[string]*workOf, len(p.plan.Pieces))
		for _, r := range p.plan.Rooms {
			w := &workOf{room: r, sticks: map[string]string{}}
			p.of[r.Room] = w
			for _, q := range r.Pieces {
				rooms[q.ID] = w
			}
		}
		for _, c := range p.plan.Cuts() {
			w := rooms[c.Piece]
			w.cuts = append(w.cuts, c)
		}
		for _, g := range p.plan.Glue() {
			w := rooms[g.Left]
			w.glue = append(w.glue, g)
		}
		for id, words := range stickWords(&p.plan, p.job.Unit) {
			if w := rooms[id]; w != nil {
				w.sticks[id] = words
			}
		}
	})
	return p.of
}

func (p *planned) workIn(w *workOf) RoomWork {
	v := RoomWork{Room: w.room.Room, Cuts: []CutView{}, Glue: []GlueStepView{}, Sticks: w.sticks}
	bench := benchOf(&p.job, w.room.Pieces)
	for _, c := range w.cuts {
		v.Cuts = append(v.Cuts, bench.view(c))
	}
	for _, g := range w.glue {
		v.Glue = append(v.Glue, GlueStepView{g.Group, g.Text})
	}
	return v
}

// answer is a JSON object that is put together of parts that are JSON already.
type answer struct{ b bytes.Buffer }

func (a *answer) field(name string, value []byte) {
	if a.b.Len() > 0 {
		a.b.WriteByte(',')
	}
	a.b.WriteString(`"` + name + `":`)
	a.b.Write(value)
}

func (a *answer) end() []byte { return append(append([]byte{'{'}, a.b.Bytes()...), '}') }

// list is a JSON list that is put together likewise.
type list struct{ b bytes.Buffer }

func (l *list) add(value []byte) {
	if l.b.Len() > 0 {
		l.b.WriteByte(',')
	}
	l.b.Write(value)
}

func (l *list) end(of *answer, name string) {
	if l.b.Len() > 0 {
		of.field(name, append(append([]byte{'['}, l.b.Bytes()...), ']'))
	}
}

// telling is an operation that answers with what is new of a job.
func telling(api huma.API, o huma.Operation) huma.Operation {
	return answers[Told](api, o)
}

// answers is an operation that answers with JSON of a type, put together by itself.
func answers[T any](api huma.API, o huma.Operation) huma.Operation {
	t := reflect.TypeFor[T]()
	o.Responses = map[string]*huma.Response{"200": {Description: "OK", Content: map[string]*huma.MediaType{
		"application/json": {Schema: api.OpenAPI().Components.Schemas.Schema(t, true, t.Name())}}}}
	return o
}

// told tells a page what is new of a job, at a revision or a newer one.
func (s *server) told(ctx context.Context, p *planned, client string, in Telling) (*Encoded, error) {
	can, err := s.can(ctx, p.id, client)
	if err != nil {
		return nil, asProblem(err)
	}
	return packed(forWhom(ctx, p.told.tell(in, can[0], can[1])), accepted(ctx)), nil
}

// can tells whether a client has something to undo and to redo; nothing of none.
func (s *server) can(ctx context.Context, id, client string) (can [2]*bool, err error) {
	if client == "" {
		return can, nil
	}
	undo, redo, err := s.store.CanUndo(id, s.clientOf(ctx, client))
	return [2]*bool{&undo, &redo}, err
}
