package job

import (
	"fmt"
	"slices"
	"time"

	"gnomon/core/measure"
)

// RecordKind is what was done.
type RecordKind string

// Kinds of record. One that undoes another takes back the record it names; nothing is ever
// erased.
const (
	RecordCut    RecordKind = "cut"
	RecordMiscut RecordKind = "miscut"
	RecordCoped  RecordKind = "coped"
	RecordRecut  RecordKind = "recut"  // something was taken off a piece, and that end is to be cut again
	RecordHung   RecordKind = "hung"   // a piece was put up
	RecordFit    RecordKind = "fit"    // how a joint closed, or gapes
	RecordTicked RecordKind = "ticked" // a task was done
	RecordWhy    RecordKind = "why"    // why a cut was a miscut
	RecordTook   RecordKind = "took"   // how long something really took, where its marks tell it wrong
	RecordCame   RecordKind = "came"   // sticks as they really came
	RecordUndone RecordKind = "undone"
)

// Record is a fact: append-only, never recomputed. A new kind of fact is its constant, its
// body and its line in recordKinds.
type Record struct {
	ID   string     `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Kind RecordKind `json:"kind" required:"true" enum:"cut,miscut,coped,recut,hung,fit,ticked,why,took,came,trouble,undone"`
	Of   string     `json:"of,omitempty" pattern:"^[A-Za-z0-9_-]{1,80}$" doc:"the record that an undone one takes back, or that this one is made again of"`
	On
	At     string `json:"at,omitempty" maxLength:"200" doc:"RFC 3339, UTC"`
	By     string `json:"by,omitempty" maxLength:"200" doc:"who did it, where that was said"`
	Device string `json:"device,omitempty" maxLength:"200" doc:"which device it came from; none was the desk"`
	Bodies
}

// Trouble is what formats up to 12 have for a fit: only of joints that gaped.
type Trouble struct {
	Where string         `json:"where" enum:"top,middle,bottom,all,back"`
	Gap   measure.Length `json:"gap"`
	Tried []string       `json:"tried,omitempty"`
	Shut  bool           `json:"shut,omitempty"`
	Note  string         `json:"note,omitempty"`
}

// Renew makes what formats up to 12 have for a fit into one.
func (r *Record) Renew() {
	t := r.Trouble
	if r.Kind != "trouble" || t == nil {
		return
	}
	f := &Fit{How: FitOpen, Where: t.Where, Gap: t.Gap, Tried: t.Tried, Note: t.Note}
	switch {
	case slices.Contains(t.Tried, FitRecut):
		f.How = FitRecut
	case t.Shut:
		f.How = FitClosed
	}
	if f.How == FitClosed && slices.Contains(t.Tried, FitFilled) {
		f.How = FitFilled
	}
	r.Kind, r.Trouble, r.Fit = RecordFit, nil, f
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
	Fit     *Fit     `json:"fit,omitempty"`
	Ticked  *Ticked  `json:"ticked,omitempty"`
	Why     *Why     `json:"why,omitempty"`
	Took    *Took    `json:"took,omitempty"`
	Came    *Came    `json:"came,omitempty"`
	Trouble *Trouble `json:"trouble,omitempty" until:"12" doc:"of formats up to 12: read as a fit"`
}

// Cut is what was on the screen when an end was cut, coped or spoiled. Angles are of the saw
// (docs/geometry.md, "The saw"): a mitre is positive to the right, a bevel with its top to the left.
type Cut struct {
	Length measure.Length `json:"length" required:"true"`
	Mitre  measure.Angle  `json:"mitre"`
	Bevel  measure.Angle  `json:"bevel"`
	Pose   string         `json:"pose,omitempty" doc:"how it lay; none was upright"`
	Dial   *Dial          `json:"dial,omitempty" doc:"what the saw was to be set to for it, its own error taken off"`
}

// Dial is what was dialled for a cut, and on which saw.
type Dial struct {
	Saw   string        `json:"saw,omitempty" maxLength:"80"`
	Mitre measure.Angle `json:"mitre"`
	Bevel measure.Angle `json:"bevel"`
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

// Fit is how a joint closed: where it gaped first and by how much, what was done about it, and what came of that.
type Fit struct {
	How   string         `json:"how" required:"true" enum:"closed,hairline,filled,recut,open" doc:"open is not put right yet"`
	Where string         `json:"where,omitempty" enum:",top,middle,bottom,all,face,back" doc:"where it gaped"`
	Gap   measure.Length `json:"gap" doc:"by how much, before anything was done; 0 where it closed at once or nobody looked closely"`
	Tried []string       `json:"tried,omitempty" maxItems:"10" doc:"what was done: rolled, shimmed, eased, recut, filled"`
	Note  string         `json:"note,omitempty" maxLength:"200"`
}

// How joints close.
const (
	FitClosed   = "closed"
	FitHairline = "hairline"
	FitFilled   = "filled"
	FitRecut    = "recut"
	FitOpen     = "open"
)

// Fits are the ways a joint closes, from the best, and Tries what may be done where it gapes.
var (
	Fits   = []string{FitClosed, FitHairline, FitFilled, FitRecut, FitOpen}
	Tries  = []string{"rolled", "shimmed", "eased", "recut", "filled"}
	places = []string{"", "top", "middle", "bottom", "all", "face", "back"}
)

// Open tells whether a joint is still to be put right. What is cut again is hung again.
func (f *Fit) Open() bool { return f.How == FitOpen }

// Why is why a cut was a miscut.
type Why struct {
	About string         `json:"about" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$" doc:"the record of the miscut"`
	Cause string         `json:"cause" required:"true" enum:"mirror,setting,end,length,split,slipped,other"`
	Short measure.Length `json:"short,omitempty" doc:"of a wrong length: by how much it was too short"`
	Note  string         `json:"note,omitempty" maxLength:"200"`
}

// Causes are why cuts are miscuts.
var Causes = []string{"mirror", "setting", "end", "length", "split", "slipped", "other"}

// Took is how long something took, told afterwards: it stands for what its marks tell. None is a time that is not counted.
type Took struct {
	About   string `json:"about" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$" doc:"the record of what was done"`
	Minutes Count  `json:"minutes" doc:"0 where it is not counted"`
}

// Came is sticks as the yard really sent them.
type Came struct {
	Moulding string         `json:"moulding" required:"true" maxLength:"80"`
	Length   measure.Length `json:"length" required:"true"`
	Count    int            `json:"count" required:"true" minimum:"1" maximum:"10000"`
	Note     string         `json:"note,omitempty" maxLength:"200" doc:"bowed, a split end"`
}

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
	{RecordFit, "fit", true},
	{RecordTicked, "ticked", false},
	{RecordWhy, "why", false},
	{RecordTook, "took", false},
	{RecordCame, "came", false},
	{RecordUndone, "", false},
}

// bodies are the names of the bodies that are there.
func (b Bodies) bodies() []string {
	var out []string
	for _, n := range []struct {
		is   bool
		name string
	}{{b.Cut != nil, "cut"}, {b.Recut != nil, "recut"}, {b.Hung != nil, "hung"}, {b.Fit != nil, "fit"}, {b.Ticked != nil, "ticked"},
		{b.Why != nil, "why"}, {b.Took != nil, "took"}, {b.Came != nil, "came"}, {b.Trouble != nil, "trouble"}} {
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
		for _, id := range append(r.about(), r.ID, r.Of) {
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
	if r.Piece == "" && !slices.Contains([]RecordKind{RecordTicked, RecordUndone, RecordWhy, RecordTook, RecordCame}, r.Kind) {
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
	c.fit(thing, r.Fit)
	for _, about := range r.about() {
		if !c.seen["record "+about] || about == r.ID {
			c.refuse(thing, "about", about, "is about a record that is not there", "list records in the order they were made")
		}
	}
	if w := r.Why; w != nil {
		c.oneOf(thing, "cause", w.Cause, Causes...)
		if w.Short < 0 || w.Short > 40*measure.Foot {
			c.refuse(thing, "short", w.Short.String(), "no piece is too short by that", "give by how much, or leave it out")
		}
		c.text(thing, "note", w.Note)
	}
	if t := r.Took; t != nil && (t.Minutes < 0 || t.Minutes > mostMinutes) {
		c.refuse(thing, "minutes", t.Minutes.String(), "nothing takes so long, or a negative time", "give the minutes, from 0 to 1000")
	}
	if k := r.Came; k != nil {
		c.text(thing, "note", k.Note)
		c.text(thing, "moulding", k.Moulding)
		if k.Count < 1 || k.Count > 10_000 || k.Length <= 0 || k.Length > 100*measure.Foot {
			c.refuse(thing, "count", fmt.Sprint(k.Count), "no such sticks come", "give how many of one length came, and the length")
		}
	}
	if r.Ticked != nil {
		c.text(thing, "task", r.Ticked.Task)
		if at := r.Ticked.At; at != "" {
			when, err := time.Parse(LocalTime, at)
			switch {
			case err != nil:
				c.refuse(thing, "at", at, "is no time", "give it as 2031-05-02T11:40, or leave it out")
			case !c.begins.IsZero() && FarOff(when, c.begins):
				c.refuse(thing, "at", at, "is more than a century from the first day of work, "+c.begins.Format(time.DateOnly), "give the day it was done")
			}
		}
	}
}

func (c *checker) fit(thing string, f *Fit) {
	if f == nil {
		return
	}
	c.oneOf(thing, "how", f.How, Fits...)
	c.oneOf(thing, "where", f.Where, places...)
	for _, tried := range f.Tried {
		c.oneOf(thing, "tried", tried, Tries...)
	}
	if f.Gap < 0 || f.Gap > 4*measure.Inch {
		c.refuse(thing, "gap", f.Gap.String(), "is no gap of a joint", "give from 0 to 4 in")
	}
	c.text(thing, "note", f.Note)
}

// about are the records that a record tells more of.
func (r *Record) about() []string {
	switch {
	case r.Why != nil:
		return []string{r.Why.About}
	case r.Took != nil:
		return []string{r.Took.About}
	}
	return nil
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
	saw, _, _ := j.Facts()
	return saw
}

// made tells whether a record is of something that was done to a piece.
func (k RecordKind) made() bool {
	switch k {
	case RecordUndone, RecordTicked, RecordWhy, RecordTook, RecordCame:
		return false
	}
	return true
}

// TakenBack are the records that were, by their identifiers.
func (j *Job) TakenBack() map[string]bool {
	out := map[string]bool{}
	for i := range j.Records {
		if r := &j.Records[i]; r.Kind == RecordUndone {
			out[r.Of] = true
		}
	}
	return out
}

// Facts are what still holds of the records, in the order they were made: those of the saw and the bench, and those of the wall; and the
// cuts of ends whose wood is there still, also of those that are to be cut again, since the piece was made for its joint. That is
// not the order they came in: a device that was out of reach sends its records late, and what it spoiled first must not
// spoil what another cut since. A record without a time counts as made right after the one before it; that time is filled in. What was
// cut again or spoiled since is not up any more. A task that was done is none of these: see Done; nor is what tells
// more of a record.
func (j *Job) Facts() (saw, wall, ends []Record) {
	undone := j.TakenBack()
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
		if r.Kind.made() && !undone[r.ID] {
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
		if r.At == "" {
			r.At = t.at.UTC().Format(time.RFC3339)
		}
		switch r.Kind {
		case RecordHung, RecordFit:
			if r.Kind == RecordHung {
				down(r.Piece) // hung twice is hung once
			} else { // what was said of a joint last holds
				wall = slices.DeleteFunc(wall, func(w Record) bool { return w.Kind == RecordFit && w.Piece == r.Piece && w.End == r.End })
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
			ends = slices.DeleteFunc(ends, func(c Record) bool { return c.Piece == r.Piece })
		case RecordCut:
			saw, ends = append(saw, r), append(ends, r)
		default:
			saw = append(saw, r)
		}
	}
	return saw, wall, ends
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
