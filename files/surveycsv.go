package files

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf8"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// MaxSurveyCSV is the largest survey that is read.
const MaxSurveyCSV = 2 << 20

// The columns of a survey, one line a wall, in the order they are written. A unit
// may follow in brackets: length (mm).
var surveyColumns = []string{"room", "floor", "closed", "wall", "length", "rail length", "ceiling length", "corner", "reading", "scale", "rail reading",
	"ceiling reading",
	"ceiling left", "ceiling right", "openings"}

// LineError is one fault of a survey, by the line it is on.
type LineError struct {
	Line   int
	Column string
	Value  string
	Reason string
	Remedy string
}

// Place says where in the file it is.
func (e LineError) Place() string {
	if e.Column == "" {
		return fmt.Sprintf("line %d", e.Line)
	}
	return fmt.Sprintf("line %d, %s", e.Line, e.Column)
}

func (e LineError) Error() string {
	s := e.Place()
	if e.Value != "" {
		s += fmt.Sprintf(" %q", e.Value)
	}
	return s + ": " + e.Reason + "; " + e.Remedy
}

// LineErrors are all faults found in a survey; nothing of it is taken then.
type LineErrors []LineError

func (e LineErrors) Error() string {
	if len(e) == 1 {
		return e[0].Error()
	}
	return fmt.Sprintf("%s; and %d more", e[0].Error(), len(e)-1)
}

const burnedWord = "burned"

// WriteSurveyCSV writes what was measured, one line a wall. Several readings of
// one thing are parted by semicolons; one from the burned inch says so. Lengths
// that are a part of their wall, and what was measured between other things than
// walls, are left out.
func WriteSurveyCSV(w io.Writer, j job.Job) error {
	out := csv.NewWriter(w)
	head := slices.Clone(surveyColumns)
	for i, c := range head {
		if strings.Contains(c, "length") || strings.HasPrefix(c, "ceiling ") && !strings.Contains(c, "reading") {
			head[i] = fmt.Sprintf("%s (%s)", c, j.Unit)
		}
	}
	if err := out.Write(head); err != nil {
		return err
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		for k, wall := range r.Walls {
			c := r.Corners[k]
			row := []string{r.Title(), r.Storey, yesNo(r.Closed), fmt.Sprint(k + 1), lengthsAt(j.Unit, wall, job.Floor), lengthsAt(j.Unit, wall, job.Rail),
				lengthsAt(j.Unit, wall, job.Ceiling),
				"", "", "", "", "", shown(j.Unit, wall.CeilingLeft), shown(j.Unit, wall.CeilingRight), openingsOf(j.Unit, r, wall.ID)}
			if r.Joined(k) {
				row[7] = string(c.Kind)
				row[8], row[9] = readingsAt(c, job.Floor)
				row[10], _ = readingsAt(c, job.Rail)
				row[11], _ = readingsAt(c, job.Ceiling)
			}
			if err := out.Write(cells(row...)); err != nil {
				return err
			}
		}
	}
	out.Flush()
	return out.Error()
}

func yesNo(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}

func shown(u measure.Unit, e *job.Entry) string {
	if e == nil {
		return ""
	}
	return e.Shown(u)
}

func lengthsAt(u measure.Unit, w job.Wall, l job.Level) string {
	var out []string
	for _, t := range w.Lengths {
		if t.Level == l && t.Left == job.AtWall && t.Right == job.AtWall {
			s := t.As.Shown(u)
			if t.Burned != nil {
				s += " " + burnedWord
			}
			out = append(out, s)
		}
	}
	return strings.Join(out, "; ")
}

// readingsAt gives the readings on the scale of the first of them; others are
// left out, since a line has one scale.
func readingsAt(c job.Corner, l job.Level) (readings, scale string) {
	var out []string
	for _, rd := range c.Readings {
		if rd.Level == l && (scale == "" || string(rd.Scale) == scale) {
			out, scale = append(out, rd.Angle.Text(6)), string(rd.Scale)
		}
	}
	return strings.Join(out, "; "), scale
}

func openingsOf(u measure.Unit, r *job.Room, wall string) string {
	var out []string
	for _, o := range r.Openings {
		if o.Wall == wall {
			text := fmt.Sprintf("%s at %s wide %s", o.Kind, o.From.Shown(u), o.Width.Shown(u))
			if o.ToJamb() {
				text += toJamb
			}
			out = append(out, text)
		}
	}
	return strings.Join(out, "; ")
}

// ReadSurveyCSV reads rooms from a survey. A bare number takes its column's unit,
// or else the unit given. Columns may be parted by commas, semicolons or tabs, as
// a spreadsheet pastes them. The rooms come whole or not at all: the error is a
// LineErrors naming every line at fault, or one that says why the file cannot be
// read. newID makes identifiers.
func ReadSurveyCSV(in io.Reader, unit measure.Unit, newID func(prefix string) string) ([]job.Room, error) {
	b, err := csvBytes(in, "survey")
	if err != nil {
		return nil, err
	}
	r := csv.NewReader(bytes.NewReader(b))
	r.Comma, r.FieldsPerRecord, r.TrimLeadingSpace = comma(b), -1, true
	r.LazyQuotes = true // an inch mark is a quote
	p := &surveyReader{unit: unit, newID: newID}
	for {
		rec, err := r.Read()
		if err == io.EOF {
			break
		}
		line, _ := r.FieldPos(0)
		if err != nil {
			var pe *csv.ParseError
			if errors.As(err, &pe) {
				line = pe.Line
			}
			p.fault(line, "", "", "the line cannot be taken apart", "put a cell that holds a comma in quotes")
			break
		}
		if p.columns == nil {
			if err := p.head(rec); err != nil {
				return nil, err
			}
			continue
		}
		if !slices.ContainsFunc(rec, func(s string) bool { return strings.TrimSpace(s) != "" }) {
			continue
		}
		p.row(line, rec)
		if len(p.faults) >= 50 {
			break
		}
	}
	if p.columns == nil {
		return nil, errors.New("survey: it is empty; begin it with a line of column names, such as room,wall,length,corner,reading")
	}
	if len(p.faults) == 0 && len(p.rooms) == 0 {
		return nil, errors.New("survey: it names no wall; give one line for each")
	}
	if len(p.faults) > 0 {
		return nil, p.faults
	}
	return p.rooms, nil
}

// csvBytes reads a file that a spreadsheet wrote; the error says why it cannot be read.
func csvBytes(in io.Reader, what string) ([]byte, error) {
	b, err := io.ReadAll(io.LimitReader(in, MaxSurveyCSV+1))
	if err != nil {
		return nil, fmt.Errorf("%s: cannot be read: %w", what, err)
	}
	switch {
	case len(b) > MaxSurveyCSV:
		return nil, fmt.Errorf("%s: longer than %d MB; split it", what, MaxSurveyCSV>>20)
	case bytes.HasPrefix(b, []byte("\xff\xfe")) || bytes.HasPrefix(b, []byte("\xfe\xff")):
		return nil, fmt.Errorf("%s: it is UTF-16; save it as CSV in UTF-8", what)
	}
	b = bytes.TrimPrefix(b, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(b) || bytes.IndexByte(b, 0) >= 0 {
		return nil, fmt.Errorf("%s: it is not text in UTF-8; save it as CSV in UTF-8", what)
	}
	return b, nil
}

// comma guesses what parts the columns, from the first line.
func comma(b []byte) rune {
	head, _, _ := bytes.Cut(b, []byte("\n"))
	for _, c := range []rune{'\t', ';'} {
		if bytes.ContainsRune(head, c) {
			return c
		}
	}
	return ','
}

type column struct {
	name string
	unit measure.Unit
}

type surveyReader struct {
	unit    measure.Unit
	newID   func(string) string
	columns []column
	rooms   []job.Room
	faults  LineErrors
}

func (p *surveyReader) fault(line int, column, value, reason, remedy string) {
	if len(value) > 60 {
		value = value[:57] + "…"
	}
	p.faults = append(p.faults, LineError{line, column, strings.ToValidUTF8(value, ""), reason, remedy})
}

func (p *surveyReader) head(rec []string) error {
	p.columns = []column{}
	wall := false
	for _, cell := range rec {
		name, unit := strings.ToLower(strings.TrimSpace(cell)), p.unit
		if at := strings.IndexAny(name, "(["); at >= 0 {
			switch u := strings.Trim(name[at:], "()[] "); u {
			case "in", "mm", "ft", "m":
				unit = measure.Unit(u)
			default:
				return fmt.Errorf("survey, line 1: %q is no unit known here; use in, ft, mm or m", u)
			}
			name = strings.TrimSpace(name[:at])
		}
		if name != "" && !slices.Contains(surveyColumns, name) {
			return fmt.Errorf("survey, line 1: there is no column %q; use %s", clipText(name), strings.Join(surveyColumns, ", "))
		}
		if name != "" && slices.ContainsFunc(p.columns, func(c column) bool { return c.name == name }) {
			return fmt.Errorf("survey, line 1: the column %q stands twice; keep one", name)
		}
		wall = wall || name == "wall" || name == "length"
		p.columns = append(p.columns, column{name, unit})
	}
	if !wall {
		return errors.New("survey, line 1: neither a wall nor a length column; begin with column names, such as room,wall,length,corner,reading")
	}
	return nil
}

func clipText(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:39]) + "…"
	}
	return s
}

// row reads one wall.
func (p *surveyReader) row(line int, rec []string) {
	cells := map[string]string{}
	units := map[string]measure.Unit{}
	for i, c := range p.columns {
		if i < len(rec) && c.name != "" {
			cells[c.name], units[c.name] = strings.TrimPrefix(strings.TrimSpace(rec[i]), "'"), c.unit
		}
	}
	if len(rec) > len(p.columns) {
		p.fault(line, "", rec[len(p.columns)], "there are more cells than columns", "put a cell that holds a comma in quotes")
		return
	}
	before := len(p.faults)
	r := p.room(line, cells)
	if r == nil {
		return
	}
	w := job.Wall{ID: p.newID("w")}
	c := job.Corner{ID: p.newID("c"), Kind: job.Inside}
	for _, l := range []struct {
		level  job.Level
		prefix string
	}{{job.Floor, ""}, {job.Rail, "rail "}, {job.Ceiling, "ceiling "}} {
		for _, text := range list(cells[l.prefix+"length"]) {
			if t, ok := p.taken(line, l.prefix+"length", text, units[l.prefix+"length"]); ok {
				t.Level = l.level
				w.Lengths = append(w.Lengths, t)
			}
		}
		for _, text := range list(cells[l.prefix+"reading"]) {
			a, err := measure.ParseAngle(text)
			if err != nil {
				p.unreadable(line, l.prefix+"reading", text, err)
				continue
			}
			c.Readings = append(c.Readings, job.Reading{ID: p.newID("a"), Angle: a, Level: l.level, Scale: job.Scale(orWord(cells["scale"], string(job.ScaleCorner)))})
		}
	}
	switch k := strings.ToLower(cells["corner"]); k {
	case "", "inside", "outside":
		c.Kind = job.CornerKind(orWord(k, "inside"))
	default:
		p.fault(line, "corner", k, "is no kind of corner", "write inside or outside")
	}
	switch s := strings.ToLower(cells["scale"]); s {
	case "", "corner", "deflection", "mitre":
	default:
		p.fault(line, "scale", s, "is no scale", "write corner, deflection or mitre")
	}
	w.CeilingLeft = p.entry(line, "ceiling left", cells, units)
	w.CeilingRight = p.entry(line, "ceiling right", cells, units)
	for _, text := range list(cells["openings"]) {
		if o, ok := p.opening(line, text); ok {
			o.Wall = w.ID
			r.Openings = append(r.Openings, o)
		}
	}
	if len(p.faults) > before {
		return
	}
	r.Walls, r.Corners = append(r.Walls, w), append(r.Corners, c)
}

func orWord(s, def string) string {
	if s == "" {
		return def
	}
	return strings.ToLower(s)
}

// room is the one a line belongs to: the last, or a new one under a new name.
func (p *surveyReader) room(line int, cells map[string]string) *job.Room {
	name := cells["room"]
	if n := len(p.rooms); n > 0 && (name == "" || p.rooms[n-1].Name == name) {
		if len(p.rooms[n-1].Walls) >= job.MaxWalls {
			p.fault(line, "room", name, fmt.Sprintf("a room of more than %d walls", job.MaxWalls), "name the next room")
			return nil
		}
		return &p.rooms[n-1]
	}
	if len(p.rooms) >= job.MaxRooms || utf8.RuneCountInString(name) > 200 {
		p.fault(line, "room", name, "too many rooms, or too long a name", "split the survey")
		return nil
	}
	closed := true
	switch strings.ToLower(cells["closed"]) {
	case "", "yes", "y", "true", "1":
	case "no", "n", "false", "0":
		closed = false
	default:
		p.fault(line, "closed", cells["closed"], "is neither yes nor no", "write yes for a room that comes round, no for an open run")
	}
	p.rooms = append(p.rooms, job.Room{ID: p.newID("r"), Name: name, Storey: clipText(cells["floor"]), Closed: closed})
	return &p.rooms[len(p.rooms)-1]
}

// list parts a cell at its semicolons.
func list(cell string) []string {
	var out []string
	for _, s := range strings.Split(cell, ";") {
		if s = strings.TrimSpace(s); s != "" {
			out = append(out, s)
		}
	}
	return out
}

func (p *surveyReader) unreadable(line int, column, text string, err error) {
	in := job.Unreadable("", column, text, err)
	p.fault(line, column, text, in.Reason, in.Remedy)
}

// length reads a length that must be more than 0.
func (p *surveyReader) length(line int, column, text string, unit measure.Unit) (job.Entry, bool) {
	l, err := measure.ParseLength(text, unit)
	if err != nil {
		p.unreadable(line, column, text, err)
		return job.Entry{}, false
	}
	if l <= 0 {
		p.fault(line, column, text, "must be more than 0", "measure it again")
		return job.Entry{}, false
	}
	e := job.Entry{Length: l, Text: text}
	if back, err := measure.ParseLength(text, p.unit); err != nil || back != l {
		e.Text = l.String() // typed under another unit than the job's
	}
	return e, true
}

func (p *surveyReader) taken(line int, column, text string, unit measure.Unit) (job.WallLength, bool) {
	body, burned := strings.CutSuffix(strings.ToLower(text), burnedWord)
	e, ok := p.length(line, column, strings.TrimSpace(text[:len(body)]), unit)
	t := job.WallLength{ID: p.newID("l"), As: e}
	if burned && ok {
		b := job.Entry{Length: measure.Inch, Text: `1"`}
		if p.unit.Metric() {
			b = job.Entry{Length: 100 * measure.Millimetre, Text: "100 mm"}
		}
		t.Burned = &b
		if t.Length() <= 0 {
			p.fault(line, column, text, "nothing is left of the length", "measure it again")
			ok = false
		}
	}
	return t, ok
}

func (p *surveyReader) entry(line int, column string, cells map[string]string, units map[string]measure.Unit) *job.Entry {
	if cells[column] == "" {
		return nil
	}
	e, ok := p.length(line, column, cells[column], units[column])
	if !ok {
		return nil
	}
	return &e
}

// toJamb ends an opening that is told to its jamb's edges.
const toJamb = " to the jamb"

// opening reads "door at 64 1/2 wide 38 1/4", or the same to the jamb.
func (p *surveyReader) opening(line int, text string) (job.Opening, bool) {
	kind, rest, ok1 := strings.Cut(strings.ToLower(text), " at ")
	from, width, ok2 := strings.Cut(rest, " wide ")
	kind = strings.TrimSpace(kind)
	width, jamb := strings.CutSuffix(width, toJamb)
	if !ok1 || !ok2 || !slices.Contains(job.OpeningKinds, kind) {
		p.fault(line, "openings", text, "is no opening", "write it like door at 64 1/2 wide 38 1/4")
		return job.Opening{}, false
	}
	l, err := measure.ParseLength(strings.TrimSpace(from), p.unit)
	if err != nil {
		p.unreadable(line, "openings", from, err)
		return job.Opening{}, false
	}
	w, ok := p.length(line, "openings", strings.TrimSpace(width), p.unit)
	o := job.Opening{ID: p.newID("o"), Kind: kind, From: job.Entry{Length: l, Text: strings.TrimSpace(from)}, Width: w}
	if jamb {
		o.Told = "jamb"
	}
	return o, ok
}
