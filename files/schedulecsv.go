package files

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// A column of a schedule of openings: it stands for a field of the opening, for the last reading of a side of its jambs, or for
// that of a corner.
type scheduleColumn struct{ name, field, side, corner string }

// scheduleColumns are those of a schedule after room, wall and name, in the order they are written.
var scheduleColumns = []scheduleColumn{{name: "kind", field: "kind"}, {name: "told", field: "told"}, {name: "from", field: "from"}, {name: "width",
	field: "width"},
	{name: "height", field: "head"}, {name: "sill", field: "sill"}, {name: "top", side: job.JambTop}, {name: "left", side: job.JambLeft},
	{name: "right", side: job.JambRight}, {name: "rising", side: job.JambRising}, {name: "falling", side: job.JambFalling}, {name: "top left", corner: "top_left"},
	{name: "top right", corner: "top_right"}, {name: "proud left", field: "proud_left"}, {name: "proud head", field: "proud_head"},
	{name: "proud right", field: "proud_right"}, {name: "heights", field: "heights"}, {name: "floor to come", field: "comes"}, {name: "jamb",
		field: "jamb_thickness"},
	{name: "jamb depth", field: "jamb_depth"}, {name: "sash width", field: "sash_width"}, {name: "sash left", field: "sash_left"}, {name: "trim", field: "trim"},
	{name: "faces", field: "faces"}, {name: "head", field: "head_school"}, {name: "reveal", field: "reveal"}, {name: "overhang", field: "overhang"},
	{name: "casing", field: "casing_of"}, {name: "head moulding", field: "head_of"}, {name: "band", field: "band_of"}, {name: "band lap", field: "band_lap"},
	{name: "plinth", field: "plinth_of"}, {name: "plinth height", field: "plinth_height"}, {name: "stool", field: "stool_of"}, {name: "horn", field: "horn"},
	{name: "apron", field: "apron_of"}, {name: "fillet", field: "fillet_of"}, {name: "cap", field: "cap_of"}}

// MostScheduled is how many openings a schedule may bring at once.
const MostScheduled = 500

// toCasing says that an opening is told to the casings that are there.
const toCasing = "casing"

// ofMoulding tells whether a field names one.
func ofMoulding(field string) bool { return strings.HasSuffix(field, "_of") }

// WriteScheduleCSV writes the openings that casings go around, one line each, in the job's unit. Of several readings of one side
// the last is told.
func WriteScheduleCSV(w io.Writer, j job.Job) error {
	out := csv.NewWriter(w)
	head := []string{"room", "wall", "name"}
	for _, c := range scheduleColumns {
		head = append(head, c.name)
	}
	if err := out.Write(head); err != nil {
		return err
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		for k := range r.Openings {
			o := &r.Openings[k]
			if !o.Cased() {
				continue
			}
			row := []string{r.Title(), fmt.Sprint(slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == o.Wall }) + 1), r.OpeningTitle(o)}
			for _, c := range scheduleColumns {
				row = append(row, c.text(&j, o))
			}
			if err := out.Write(cells(row...)); err != nil {
				return err
			}
		}
	}
	out.Flush()
	return out.Error()
}

// text is what a column says of an opening.
func (c scheduleColumn) text(j *job.Job, o *job.Opening) string {
	switch {
	case c.side != "":
		if t := lastSide(o, c.side); t != nil {
			return (job.Entry{Length: t.Length(), Text: t.As.Text}).Shown(j.Unit)
		}
		return ""
	case c.corner != "":
		if a := lastAngle(o, c.corner); a != nil {
			return a.Angle.Text(6)
		}
		return ""
	}
	switch v := job.Fields(o)[c.field].(type) {
	case *job.Entry:
		return v.Shown(j.Unit)
	case **job.Entry:
		return shown(j.Unit, *v)
	case *string:
		if m := j.Moulding(*v); ofMoulding(c.field) && m != nil {
			return m.Title()
		}
		if c.field == "told" && *v == "" {
			return toCasing
		}
		return *v
	}
	return ""
}

func lastSide(o *job.Opening, side string) *job.JambLength {
	for i := len(o.Sides) - 1; i >= 0; i-- {
		if o.Sides[i].Side == side {
			return &o.Sides[i]
		}
	}
	return nil
}

// lastAngle is the last reading of a corner on its own scale.
func lastAngle(o *job.Opening, corner string) *job.JambReading {
	for i := len(o.Angles) - 1; i >= 0; i-- {
		if o.Angles[i].Corner == corner && o.Angles[i].Scale == job.ScaleCorner {
			return &o.Angles[i]
		}
	}
	return nil
}

// ReadScheduleCSV reads a schedule of openings into the steps that bring it into a job: openings that are there by their room and
// name get what the schedule says of them, others are added to their wall. An empty cell says nothing. It comes whole or not at
// all: the error is a LineErrors naming every line at fault, or one that says why the file cannot be read.
func ReadScheduleCSV(in io.Reader, j *job.Job, newID func(prefix string) string) ([]edit.Op, error) {
	b, err := csvBytes(in, "schedule")
	if err != nil {
		return nil, err
	}
	r := csv.NewReader(strings.NewReader(string(b)))
	r.Comma, r.FieldsPerRecord, r.TrimLeadingSpace, r.LazyQuotes = comma(b), -1, true, true
	p := &scheduleReader{job: j, newID: newID, seen: map[string]bool{}}
	for {
		rec, err := r.Read()
		if err == io.EOF {
			break
		}
		line, _ := r.FieldPos(0)
		if err != nil {
			p.fault(line, "", "", "the line cannot be taken apart", "put a cell that holds a comma in quotes")
			break
		}
		if p.columns == nil {
			if err := p.head(rec); err != nil {
				return nil, err
			}
			continue
		}
		if slices.ContainsFunc(rec, func(s string) bool { return strings.TrimSpace(s) != "" }) {
			p.row(line, rec)
		}
		if len(p.seen) > MostScheduled {
			return nil, fmt.Errorf("schedule: more than %d openings; bring them in by parts", MostScheduled)
		}
		if len(p.faults) >= 50 {
			break
		}
	}
	switch {
	case p.columns == nil:
		return nil, errors.New("schedule: it is empty; begin it with a line of column names, such as room,wall,name,kind,from,width,height")
	case len(p.faults) > 0:
		return nil, p.faults
	case len(p.seen) == 0:
		return nil, errors.New("schedule: it names no opening; give one line for each")
	}
	return p.ops, nil
}

type scheduleReader struct {
	job     *job.Job
	newID   func(string) string
	columns []string
	seen    map[string]bool
	ops     []edit.Op
	faults  LineErrors
}

func (p *scheduleReader) fault(line int, column, value, reason, remedy string) {
	p.faults = append(p.faults, LineError{line, column, clipText(strings.ToValidUTF8(value, "")), reason, remedy})
}

func (p *scheduleReader) head(rec []string) error {
	known := []string{"room", "wall", "name"}
	for _, c := range scheduleColumns {
		known = append(known, c.name)
	}
	p.columns = []string{}
	for _, cell := range rec {
		name := strings.ToLower(strings.TrimSpace(cell))
		if name != "" && !slices.Contains(known, name) {
			return fmt.Errorf("schedule, line 1: there is no column %q; use %s", clipText(name), strings.Join(known, ", "))
		}
		if name != "" && slices.Contains(p.columns, name) {
			return fmt.Errorf("schedule, line 1: the column %q stands twice; keep one", name)
		}
		p.columns = append(p.columns, name)
	}
	for _, must := range []string{"room", "name"} {
		if !slices.Contains(p.columns, must) {
			return fmt.Errorf("schedule, line 1: there is no column %q; each opening is found by its room and its name", must)
		}
	}
	return nil
}

// row makes the steps of one line.
func (p *scheduleReader) row(line int, rec []string) {
	said := map[string]string{}
	for i, cell := range rec {
		if i < len(p.columns) && p.columns[i] != "" {
			said[p.columns[i]] = strings.TrimSpace(strings.TrimPrefix(cell, "'"))
		}
	}
	var r *job.Room
	for i := range p.job.Rooms {
		if k := &p.job.Rooms[i]; strings.EqualFold(k.Title(), said["room"]) || k.ID == said["room"] {
			r = k
			break
		}
	}
	switch {
	case r == nil:
		p.fault(line, "room", said["room"], "there is no such room", "name one as it is called in the job")
		return
	case said["name"] == "":
		p.fault(line, "name", "", "is missing", "call the opening as the schedule has it, such as D4")
		return
	}
	key := r.ID + "/" + strings.ToLower(said["name"])
	if p.seen[key] {
		p.fault(line, "name", said["name"], "stands twice for this room", "keep one line for each opening")
		return
	}
	p.seen[key] = true
	var o *job.Opening
	for i := range r.Openings {
		if strings.EqualFold(r.OpeningTitle(&r.Openings[i]), said["name"]) {
			o = &r.Openings[i]
		}
	}
	fresh := o == nil
	if fresh {
		if o = p.begin(line, r, said); o == nil {
			return
		}
	}
	for _, c := range scheduleColumns {
		text := said[c.name]
		if text == "" || fresh && (c.field == "from" || c.field == "width") || text == c.text(p.job, o) {
			continue
		}
		p.step(line, c, o, text)
	}
}

// begin adds an opening that is not there yet.
func (p *scheduleReader) begin(line int, r *job.Room, said map[string]string) *job.Opening {
	n := 0
	if _, err := fmt.Sscanf(said["wall"], "%d", &n); err != nil || n < 1 || n > len(r.Walls) {
		p.fault(line, "wall", said["wall"], "is no wall of "+r.Title(), fmt.Sprintf("give its number, 1 to %d", len(r.Walls)))
		return nil
	}
	o := &job.Opening{ID: p.newID("o"), Wall: r.Walls[n-1].ID, Kind: job.OpenDoor, OpeningFacts: job.OpeningFacts{Name: said["name"], Told: "jamb"}}
	for _, f := range []struct {
		column string
		to     *job.Entry
	}{{"from", &o.From}, {"width", &o.Width}} {
		e, err := job.Typed(said[f.column], p.job.Unit)
		if err != nil {
			p.unreadable(line, f.column, said[f.column], err)
			return nil
		}
		*f.to = e
	}
	p.ops = append(p.ops, edit.Op{Do: edit.Add, Kind: "opening", In: r.ID, ID: o.ID, Value: edit.Raw(o), Unit: p.job.Unit})
	return o
}

func (p *scheduleReader) unreadable(line int, column, value string, err error) {
	e := job.Unreadable("", column, value, err)
	p.fault(line, column, value, e.Reason, e.Remedy)
}

// step makes the step of one cell.
func (p *scheduleReader) step(line int, c scheduleColumn, o *job.Opening, text string) {
	set := func(kind, id, field, value string) {
		p.ops = append(p.ops, edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: field, Value: edit.Raw(value), Unit: p.job.Unit})
	}
	switch {
	case c.side != "":
		e, err := job.Typed(text, p.job.Unit)
		if err != nil {
			p.unreadable(line, c.name, text, err)
			return
		}
		if t := lastSide(o, c.side); t != nil {
			set("jamb_length", t.ID, "length", text)
			return
		}
		t := job.JambLength{ID: p.newID("s"), Side: c.side, As: e}
		p.ops = append(p.ops, edit.Op{Do: edit.Add, Kind: "jamb_length", In: o.ID, ID: t.ID, Value: edit.Raw(t), Unit: p.job.Unit})
		return
	case c.corner != "":
		a, err := measure.ParseAngle(text)
		if err != nil {
			p.unreadable(line, c.name, text, err)
			return
		}
		if r := lastAngle(o, c.corner); r != nil {
			set("jamb_reading", r.ID, "reading", text)
			return
		}
		r := job.JambReading{ID: p.newID("a"), Corner: c.corner, Angle: a, Scale: job.ScaleCorner}
		p.ops = append(p.ops, edit.Op{Do: edit.Add, Kind: "jamb_reading", In: o.ID, ID: r.ID, Value: edit.Raw(r)})
		return
	}
	switch job.Fields(o)[c.field].(type) {
	case *job.Entry, **job.Entry:
		if _, err := job.TypedIn(c.field, text, p.job.Unit); err != nil {
			p.unreadable(line, c.name, text, err)
			return
		}
	case *string:
		if ofMoulding(c.field) {
			id := p.moulding(text)
			if id == "" {
				p.fault(line, c.name, text, "there is no such moulding in the job", "name one as it is called there, or none")
				return
			}
			text = id
			break
		}
		text = strings.ToLower(text)
		if text == toCasing && c.field == "told" {
			text = ""
		}
		if allowed := enumOf(c.field); !slices.Contains(allowed, text) {
			p.fault(line, c.name, text, "is not known", "use one of "+strings.Join(allowed, ", "))
			return
		}
	}
	set("opening", o.ID, c.field, text)
}

// enumOf are the words that a field of an opening may hold.
func enumOf(field string) []string {
	for _, f := range job.FieldsIn(new(job.Opening)) {
		if f.Name == field {
			return strings.Split(f.Tag.Get("enum"), ",")
		}
	}
	return nil
}

// moulding finds one by what it is called, or by its identifier.
func (p *scheduleReader) moulding(text string) string {
	if strings.EqualFold(text, job.NoMoulding) {
		return job.NoMoulding
	}
	for i := range p.job.Mouldings {
		if m := &p.job.Mouldings[i]; m.ID == text || strings.EqualFold(m.Title(), text) {
			return m.ID
		}
	}
	return ""
}
