// Package finding is how the plan talks back: what cannot be cut or hung, what is likely
// wrong, and what is good to know. Each rule declares the form of what it finds beside
// itself; all of them together are the table of docs/job-file.md.
package finding

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
)

// Severity of a finding.
type Severity string

// Stop: cannot be cut or hung. Check: likely wrong. Note: good to know.
const (
	Stop  Severity = "stop"
	Check Severity = "check"
	Note  Severity = "note"
)

// The stops of the work at which findings wait.
const (
	Measure = "measure"
	Joints  = "joints"
	Sticks  = "sticks"
	Saw     = "saw"
	Hang    = "hang"
)

// Finding is one thing that was found.
type Finding struct {
	Code     string
	Severity Severity
	Stop     string // the stop of the work at which it waits
	Kind     string // what it is about: room, wall, corner, diagonal, piece, moulding or rules
	ID       string
	Room     string
	Text     string // one sentence of what
	Why      string // one of why
	Remedy   string // and what to do
	Acts     []Act  // what can be done about it at once
	Doubts   []Ref  // the measurements that it holds to be wrong, or missing
	HangsOn  []Ref  // the measurements without which it would not be
	Follows  string // the key of the finding that it follows from; see List.CausesFirst
}

// Ref names a measurement by where it belongs: a wall, a corner, a diagonal.
type Ref struct{ Kind, ID string }

// About is the finding's reference, as in wall:w3.
func (f Finding) About() string { return f.Kind + ":" + f.ID }

// Key tells a finding from the others of its plan, as in reading_scale corner:c3.
func (f Finding) Key() string { return f.Code + " " + f.About() }

// Form is what all findings of its code have in common.
func (f Finding) Form() *Form { return table[f.Code] }

// What an Act does.
const (
	ActAgain    = "again"     // measure it again: go to its field
	ActKeep     = "keep"      // keep it as read: silence this one
	ActTwice    = "twice"     // read the walls a second time
	ActShoot    = "shoot"     // a diagonal from corner to corner
	ActDrop     = "drop"      // an override
	ActTakeBack = "take_back" // a record
)

// Act is one thing to do about a finding: about the wall, corner or diagonal
// named, or from one corner to another.
type Act struct {
	Do   string
	Kind string // wall, corner, diagonal; to keep: length, reading, diagonal; to take back: record
	ID   string
	To   string
	Text string
	Next string // the same in a word or two, where it stands beside another of its kind
}

// Form is what all findings of one code have in common. A rule may find it graver or less
// grave, about something else, or say it in other words than these: they are the usual
// ones. Sentences are forms as fmt has them.
type Form struct {
	Code     string
	Severity Severity
	Stop     string
	Kind     string
	Text     string
	Why      string
	Remedy   string
	Cause    Cause // what it can be the cause of
	Missing  bool  // something is still to be done, and nothing is wrong
	Closing  bool  // it is about the room as a whole: whether its measurements go together
	AtCut    bool  // a caution says the same at the cut itself
}

// Cause is how near to the root of things a finding is: one follows from another only where
// that is nearer.
type Cause int

// The causes, from the root on. Most findings are the cause of no other.
const (
	NoCause   Cause = iota
	Reading         // one reading is doubtful by itself
	Readings        // several readings of one thing do not agree
	Unread          // there is no reading
	Together        // a room's measurements do not go together
	Remainder       // nor do they once the first is set aside
)

var table = map[string]*Form{}

// Declare puts a form into the table. It stands in a variable beside the rule that finds it,
// and panics where a code stands there twice.
func Declare(f Form) *Form {
	if table[f.Code] != nil {
		panic("finding " + f.Code + " is declared twice")
	}
	table[f.Code] = &f
	return &f
}

// Table are all forms, by code.
func Table() []*Form {
	var out []*Form
	for _, f := range table {
		out = append(out, f)
	}
	slices.SortFunc(out, func(a, b *Form) int { return cmp.Compare(a.Code, b.Code) })
	return out
}

// In is a finding of the form in a room about what has the identifier. Sentences that need
// nothing put into them are said already.
func (f *Form) In(room, id string) Finding {
	out := Finding{Code: f.Code, Severity: f.Severity, Stop: f.Stop, Kind: f.Kind, Room: room, ID: id}
	for _, s := range []struct {
		to   *string
		form string
	}{{&out.Text, f.Text}, {&out.Why, f.Why}, {&out.Remedy, f.Remedy}} {
		if !strings.Contains(s.form, "%") {
			*s.to = s.form
		}
	}
	return out
}

// Says puts words into the sentence of what is wrong.
func (f Finding) Says(a ...any) Finding {
	f.Text = fmt.Sprintf(table[f.Code].Text, a...)
	return f
}

// Because puts words into the sentence of why.
func (f Finding) Because(a ...any) Finding {
	f.Why = fmt.Sprintf(table[f.Code].Why, a...)
	return f
}

// Do puts words into the sentence of what to do.
func (f Finding) Do(a ...any) Finding {
	f.Remedy = fmt.Sprintf(table[f.Code].Remedy, a...)
	return f
}

// List collects findings in the order in which they are found.
type List []Finding

// Add puts findings at the end.
func (l *List) Add(f ...Finding) { *l = append(*l, f...) }
