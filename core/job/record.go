package job

import (
	"slices"
	"time"

	"gnomon/core/measure"
)

// RecordKind is what was done.
type RecordKind string

// Kinds of record. One that undoes another takes back the record it names; nothing is ever
// erased.
const (
	RecordCut     RecordKind = "cut"
	RecordMiscut  RecordKind = "miscut"
	RecordCoped   RecordKind = "coped"
	RecordRecut   RecordKind = "recut"   // something was taken off a piece, and that end is to be cut again
	RecordHung    RecordKind = "hung"    // a piece was put up
	RecordTrouble RecordKind = "trouble" // a joint gapes
	RecordTicked  RecordKind = "ticked"  // a task was done
	RecordUndone  RecordKind = "undone"
)

// Record is a fact: append-only, never recomputed. A new kind of fact is its constant, its
// body and its line in recordKinds.
type Record struct {
	ID   string     `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Kind RecordKind `json:"kind" required:"true" enum:"cut,miscut,coped,recut,hung,trouble,ticked,undone"`
	Of   string     `json:"of,omitempty" pattern:"^[A-Za-z0-9_-]{1,80}$" doc:"the record that an undone one takes back, or that this one is made again of"`
	On
	At     string `json:"at,omitempty" maxLength:"200" doc:"RFC 3339, UTC"`
	By     string `json:"by,omitempty" maxLength:"200" doc:"who did it, where that was said"`
	Device string `json:"device,omitempty" maxLength:"200" doc:"which device it came from; none was the desk"`
	Bodies
}

// On is what a fact is about: a piece, or one end of it; none where a task was done.
type On struct {
	Piece string `json:"piece,omitempty" maxLength:"200"`
	Label string `json:"label,omitempty" maxLength:"200" doc:"what the piece was called"`
	End   string `json:"end,omitempty" enum:",left,right" doc:"left or right"`
}

// Bodies are what the kinds of record say beside who, when and on what: each kind its own.
type Bodies struct {
	Cut     *Cut     `json:"cut,omitempty"`
	Recut   *Recut   `json:"recut,omitempty"`
	Hung    *Hung    `json:"hung,omitempty"`
	Trouble *Trouble `json:"trouble,omitempty"`
	Ticked  *Ticked  `json:"ticked,omitempty"`
}

// Cut is what was on the screen when an end was cut, coped or spoiled. Angles are of the saw
// (docs/geometry.md, "The saw"): a mitre is positive to the right, a bevel with its top to the left.
type Cut struct {
	Length measure.Length `json:"length" required:"true"`
	Mitre  measure.Angle  `json:"mitre"`
	Bevel  measure.Angle  `json:"bevel"`
	Pose   string         `json:"pose,omitempty" doc:"how it lay; none was upright"`
}

// Recut is what was taken off a piece that had been cut.
type Recut struct {
	Off measure.Length `json:"off" required:"true"`
	To  measure.Length `json:"to" required:"true" doc:"how long it is to be now"`
	Why string         `json:"why,omitempty" maxLength:"200"`
}

// Hung is a piece as it went up.
type Hung struct {
	Length measure.Length `json:"length" required:"true" doc:"as it was cut for then"`
	Before []string       `json:"before,omitempty" maxItems:"50" doc:"pieces that it went up before, though it gives way to them"`
}

// Trouble is a joint that does not close.
type Trouble struct {
	Where string         `json:"where" required:"true" enum:"top,middle,bottom,all,back" doc:"where it gapes"`
	Gap   measure.Length `json:"gap" required:"true" doc:"by how much"`
	Tried []string       `json:"tried,omitempty" maxItems:"10" doc:"what was done: rolled, shimmed, eased, recut, filled"`
	Shut  bool           `json:"shut,omitempty" doc:"it closed by that"`
	Note  string         `json:"note,omitempty" maxLength:"200"`
}

// Tries are what may be done where a joint gapes.
var Tries = []string{"rolled", "shimmed", "eased", "recut", "filled"}

// Ticked is a task that was done, and when by the clock where it was done.
type Ticked struct {
	Task string `json:"task" required:"true" maxLength:"200"`
	At   string `json:"at,omitempty" maxLength:"16" doc:"as 2031-05-02T11:40"`
}

// recordKinds are all kinds of record, each with the body that it has and whether it is about
// an end.
var recordKinds = []struct {
	kind  RecordKind
	body  string
	ofEnd bool
}{
	{RecordCut, "cut", true},
	{RecordMiscut, "cut", true},
	{RecordCoped, "cut", true},
	{RecordRecut, "recut", true},
	{RecordHung, "hung", false},
	{RecordTrouble, "trouble", true},
	{RecordTicked, "ticked", false},
	{RecordUndone, "", false},
}

// bodies are the names of the bodies that are there.
func (b Bodies) bodies() []string {
	var out []string
	for _, n := range []struct {
		is   bool
		name string
	}{{b.Cut != nil, "cut"}, {b.Recut != nil, "recut"}, {b.Hung != nil, "hung"}, {b.Trouble != nil, "trouble"}, {b.Ticked != nil, "ticked"}} {
		if n.is {
			out = append(out, n.name)
		}
	}
	return out
}

// records checks those from the given one on; what comes before is good.
func (c *checker) records(all []Record, from int) {
	before := func(id string) bool { // for a few of them looking is quicker than a list of all
		return slices.ContainsFunc(all[:from], func(r Record) bool { return r.ID == id })
	}
	if len(all)-from > 8 {
		for i := range all[:from] {
			c.seen["record "+all[i].ID] = true
		}
		before = func(string) bool { return false }
	}
	for i := from; i < len(all); i++ {
		r := &all[i]
		for _, id := range []string{r.ID, r.Of} {
			if before(id) {
				c.seen["record "+id] = true
			}
		}
		c.record(r)
	}
}

func (c *checker) record(r *Record) {
	thing := c.id("record", r.ID)
	for _, k := range recordKinds {
		if k.kind != r.Kind {
			continue
		}
		if k.ofEnd {
			c.oneOf(thing, "end", r.End, HandLeft, HandRight)
		}
		wanted := []string{}
		if k.body != "" {
			wanted = []string{k.body}
		}
		if has := r.bodies(); !slices.Equal(has, wanted) {
			c.refuse(thing, "kind", string(r.Kind), "does not say what a record of its kind says", "give it "+orNothing(k.body)+" and no other")
		}
	}
	if (r.Kind == RecordUndone || r.Of != "") && (!c.seen["record "+r.Of] || r.Of == r.ID) {
		c.refuse(thing, "of", r.Of, "takes back or makes again a record that is not there", "list records in the order they were made")
	}
	if r.Piece == "" && r.Kind != RecordTicked && r.Kind != RecordUndone {
		c.refuse(thing, "piece", "", "is about no piece", "name the piece")
	}
	c.text(thing, "piece", r.Piece)
	c.text(thing, "label", r.Label)
	c.text(thing, "at", r.At)
	c.text(thing, "by", r.By)
	c.text(thing, "device", r.Device)
	if r.Recut != nil {
		c.text(thing, "why", r.Recut.Why)
	}
	if t := r.Trouble; t != nil {
		c.oneOf(thing, "where", t.Where, "top", "middle", "bottom", "all", "back")
		for _, tried := range t.Tried {
			c.oneOf(thing, "tried", tried, Tries...)
		}
		if t.Gap < 0 || t.Gap > 4*measure.Inch {
			c.refuse(thing, "gap", t.Gap.String(), "is no gap of a joint", "give from 0 to 4 in")
		}
		c.text(thing, "note", t.Note)
	}
	if r.Ticked != nil {
		c.text(thing, "task", r.Ticked.Task)
		if at := r.Ticked.At; at != "" {
			if _, err := time.Parse(LocalTime, at); err != nil {
				c.refuse(thing, "at", at, "is no time", "give it as 2031-05-02T11:40, or leave it out")
			}
		}
	}
}

// LocalTime is how a time by the clock of a place is written.
const LocalTime = "2006-01-02T15:04"

func orNothing(body string) string {
	if body == "" {
		return "nothing"
	}
	return body
}

// Mark is what formats 1 to 6 of a job file, and the steps of their time, have for a record:
// cuts and miscuts only, and the device as by.
type Mark struct {
	ID    string         `json:"id"`
	Kind  RecordKind     `json:"kind"`
	Of    string         `json:"of"`
	Piece string         `json:"piece"`
	Label string         `json:"label"`
	End   string         `json:"end"`
	Cut   measure.Length `json:"cut"`
	Mitre measure.Angle  `json:"mitre_deg"`
	Bevel measure.Angle  `json:"bevel_deg"`
	Pose  string         `json:"pose"`
	At    string         `json:"at"`
	By    string         `json:"by"`
}

// Record is the record that a mark became.
func (m Mark) Record() Record {
	r := Record{ID: m.ID, Kind: m.Kind, Of: m.Of, On: On{Piece: m.Piece, Label: m.Label, End: m.End}, At: m.At, Device: m.By}
	if m.Kind != RecordUndone {
		r.Cut = &Cut{Length: m.Cut, Mitre: m.Mitre, Bevel: m.Bevel, Pose: m.Pose}
	}
	return r
}

// Standing are the cuts, copes and miscuts that were not taken back, and whose end was not cut again
// since, in the order they were made: see Facts.
func (j *Job) Standing() []Record {
	saw, _ := j.Facts()
	return saw
}

// Facts are what still holds of the records, in the order they were made: those of the saw and the bench, and those of the wall. That is
// not the order they came in: a device that was out of reach sends its records late, and what it spoiled first must not
// spoil what another cut since. A record without a time counts as made right after the one before it; of the wall's ones
// that time is filled in. What was cut again or spoiled since is not up any more. A task that was done is none of either: see Done.
func (j *Job) Facts() (saw, wall []Record) {
	undone := map[string]bool{}
	for _, r := range j.Records {
		if r.Kind == RecordUndone {
			undone[r.Of] = true
		}
	}
	type timed struct {
		at time.Time
		i  int // records are large, and there may be many: they are put in order by their places
	}
	all := make([]timed, 0, len(j.Records))
	var last time.Time
	for i := range j.Records {
		r := &j.Records[i]
		if at, err := time.Parse(time.RFC3339, r.At); err == nil {
			last = at
		}
		if r.Kind != RecordUndone && r.Kind != RecordTicked && !undone[r.ID] {
			all = append(all, timed{last, i})
		}
	}
	slices.SortStableFunc(all, func(a, b timed) int { return a.at.Compare(b.at) })
	saw = make([]Record, 0, len(all))
	down := func(piece string) {
		wall = slices.DeleteFunc(wall, func(w Record) bool { return w.Kind == RecordHung && w.Piece == piece })
	}
	for _, t := range all {
		r := j.Records[t.i]
		switch r.Kind {
		case RecordHung, RecordTrouble:
			if r.At == "" {
				r.At = t.at.UTC().Format(time.RFC3339)
			}
			if r.Kind == RecordHung {
				down(r.Piece) // hung twice is hung once
			}
			wall = append(wall, r)
		case RecordRecut:
			saw = slices.DeleteFunc(saw, func(c Record) bool {
				return (c.Kind == RecordCut || c.Kind == RecordCoped) && c.Piece == r.Piece && c.End == r.End
			})
			down(r.Piece)
		case RecordMiscut:
			down(r.Piece)
			saw = append(saw, r)
		default:
			saw = append(saw, r)
		}
	}
	return saw, wall
}

// Done are the tasks that were ticked and not taken back, each as it was ticked last.
func (j *Job) Done() map[string]Record {
	out := map[string]Record{}
	for _, r := range j.Records {
		switch r.Kind {
		case RecordTicked:
			out[r.Ticked.Task] = r
		case RecordUndone:
			for task, t := range out {
				if t.ID == r.Of {
					delete(out, task)
				}
			}
		}
	}
	return out
}
