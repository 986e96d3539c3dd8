package plan

import (
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/saw"
)

// Plan is everything worked out from a job.
type Plan struct {
	Pieces    []Piece
	Decisions []Decision
	Findings  []Finding
	HangOrder []string // piece ids, room by room
	Cuts      []Cut    // in the order to make them
	Stops     []Stop
	Stock     []Stock // of each moulding that has pieces: what to cut from what
	Surveys   []Survey
	Lines     []Line        // layout lines of what hangs from the ceiling
	Groups    []Group       // glued up on the bench
	Orders    []OrderChoice // at the saw, to choose from
	Glue      []GlueStep    // on the bench, in the order to do it
	Sights    []Sight       // from where people come in, room by room
	Chains    []Chain       // what shares corners, with its order to hang
}

// Joint is what is on a piece's end.
type Joint string

// The joints.
const (
	Square Joint = "square"
	Cope   Joint = "cope"
	Mitre  Joint = "mitre"
	Butt   Joint = "butt"
	Scarf  Joint = "scarf"
)

// Point is where on an end a length is told to.
type Point string

// A square end has one; a mitred end is told to its long or its short point, one with
// a return to the return's furthest tip.
const (
	ToEnd   Point = "end"
	ToLong  Point = "long"
	ToShort Point = "short"
	ToTip   Point = "tip"
)

// Piece is one length of moulding as it hangs. Its identity comes from its run,
// its wall and what it starts at, so that it survives a rebuild.
type Piece struct {
	ID       string
	Label    string
	Room     string
	Run      string
	Wall     string
	Moulding string
	Length   measure.Length // measured, between corner lines or casing edges
	Cut      measure.Length // what to cut, told to the points of its ends
	Back     measure.Length // the same at the back and bottom, as it lies on a stick
	Overall  measure.Length // tip to tip: what it takes of a stick
	From     measure.Length // of its left end, from the wall's left end
	Left     End
	Right    End
	Miscuts  int // how often it was spoiled
	Done     bool
	Hang     int    // its place in the order to hang, from 1, in its room
	Of       string // the whole that it is a part of, where that is longer than a stick
	Group    string // glued up with others on the bench
	Held     string // why it is held back: it is not to be cut before that is settled
	NotAsIs  string // why it is not cut as it is: what else is to be done to it on its wall
	Cap      bool   // the small piece of a return, cut from an offcut
	Turns    bool   // a transition piece at a rounded corner
	Early    int    // the first and the last place it could take in the order of its run
	Late     int
	How      string // what to do with its ends when it goes up
	Hand     *job.ByHand
	Computed measure.Length // what Cut would be without the length set by hand
	scarf    *nest.Scarf    // how it may be divided, where it is longer than any stick
}

// Told is the length as lists show it: in words where no number counts.
func (p Piece) Told(unit measure.Unit) string {
	switch {
	case p.Held != "":
		return "held back"
	case p.Hand != nil && p.Hand.InPlace:
		return "in place"
	}
	return p.Cut.In(unit)
}

// Measured is the measured length where that reads otherwise than what is cut; none where
// it does not, or where no number counts.
func (p Piece) Measured(unit measure.Unit) string {
	if m := p.Length.In(unit); p.Told(unit) == p.Cut.In(unit) && m != p.Cut.In(unit) {
		return m
	}
	return ""
}

// Along is from where to where a piece lies on its wall: less what it stops short of a corner
// for something else that stands there.
func (p Piece) Along() (from, to measure.Length) {
	from, to = p.From, p.From+p.Length
	if e := p.Left; e.Corner != "" && e.Stops != "" {
		from += e.Short
	}
	if e := p.Right; e.Corner != "" && e.Stops != "" {
		to -= e.Short
	}
	return from, to
}

// Remarks are what every list tells of a piece beside its figures.
func (p Piece) Remarks() []string {
	var out []string
	if p.Held != "" {
		out = append(out, "Held back, not to be cut yet. "+p.Held)
	}
	if p.NotAsIs != "" {
		out = append(out, "Not cut as it is. "+p.NotAsIs)
	}
	return out
}

// End is one end of a piece.
type End struct {
	Joint   Joint
	Corner  string // id, or none where the end meets no corner
	Letter  string
	Theta   measure.Angle  // the corner's own angle, 90 where it is assumed
	Side    job.CornerKind // none where there is no corner
	ToldTo  Point
	Meets   string // the piece across the corner
	Stops   string // what else it ends against, in a word or two: the wall, the casing
	Pose    saw.Pose
	Fence   joint.Hand       // the side of the piece on which a fence stands that is added square to the saw's own; none without one
	Why     []string         // what stood against the poses that the house rule prefers
	Setting *saw.Setting     // nil where no reading allows one
	Dial    *saw.Dial        // nil where this saw cannot reach the setting
	Plane   joint.Normal     // of this end, in the piece's own frame
	Slope   float64          // see joint.Normal.Slope
	Rise    float64          // see joint.Normal.Rise
	Lean    measure.Angle    // of what it ends against, top of the end long where more than nothing
	TopLong measure.Length   // how much further the top edge reaches than the told bottom one
	Run     measure.Length   // how far the cut runs along the piece over its thickness
	Short   measure.Length   // how far a square end stops short of the corner line
	Assumed bool             // the corner was not read and taken as square
	Mark    string           // the mark that says this end is cut
	Scarf   measure.Angle    // off square, where it is one
	Give    measure.Length   // what the rules add at this end; less than nothing where they take off
	Turn    measure.Angle    // the corner that its mitre is cut for, where that is not Theta: not read, rounded, of two thicknesses
	Chamfer measure.Length   // how far back its face is taken away at 45, where it stands out past what it ends against
	Note    string           // how it ends against an opening, or in a corner that nothing else comes to
	tops    [2]measure.Angle // how the tops of its own wall and of that across its corner lean into the room
	other   measure.Length   // at an inside corner, how far from the other wall that stands which it meets there
	// Template means a cope over another section, which no mitre draws the line of.
	Template bool
}

// Decision is a choice made for one corner, with its reason and what the other choice
// would come to.
type Decision struct {
	Room, Run string
	Corner    string
	Letter    string
	Joint     string
	Coped     string // the piece that gives way: coped, or butted
	Through   string // the piece that runs square past it, or the other of a mitred pair
	Left      string // the pieces left and right of the corner, those that there are
	Right     string
	Stops     string // what else a single piece ends against there, in a word or two
	Rule      string
	Reason    string
	RunnerUp  string
	Overrides []string // what was decided for this corner by hand
	Now       *Tally   // what the run comes to as decided, where either could give way
	Instead   *Tally   // and with the other giving way
	Seen      bool     // the corner is seen from the way in
	Seam      float64  // how much of the seam shows from there, 0 to 1
}

// Tally is what choosing who is coped comes to over a run.
type Tally struct {
	Cost    float64
	Coped   measure.Length // of the pieces that give way, once for each such end
	Seams   []string       // letters of corners whose seam faces the way in
	OffHand []string       // of those coped on the other hand
	Double  []string       // labels of pieces coped at both ends
}

// Cut is one end to cut. A piece is cut when both of its ends are.
type Cut struct {
	Piece    string
	Hand     joint.Hand
	Number   int // of the piece's own two cuts, 1 or 2
	Done     bool
	Check    string // what to measure after it
	Cautions []Caution
	Stays    bool // the saw is set so already, by the cut before
	Batch    int  // so many pieces alike come one after the other: set a stop block
}

// Caution is what can hurt at a cut; it can be put away for the job by its code.
type Caution struct{ Code, Text string }

// Severity of a finding.
type Severity string

// Stop: cannot be cut or hung. Check: likely wrong. Note: good to know.
const (
	SeverityStop  Severity = "stop"
	SeverityCheck Severity = "check"
	SeverityNote  Severity = "note"
)

// Finding is how the plan talks back.
type Finding struct {
	Code     string
	Severity Severity
	Stop     string // the stop at which it waits: measure, joints, sticks or saw
	Kind     string // what it is about: room, wall, corner, piece, moulding
	ID       string
	Room     string
	Text     string // one sentence of what
	Why      string // one of why
	Remedy   string // and what to do
	Acts     []Act  // what can be done about it at once
}

// What an Act does.
const (
	ActAgain = "again" // measure it again: go to its field
	ActKeep  = "keep"  // keep it as read: silence this one
	ActTwice = "twice" // read the walls a second time
	ActShoot = "shoot" // a diagonal from corner to corner
	ActDrop  = "drop"  // an override
)

// Act is one thing to do about a finding: about the wall, corner or diagonal
// named, or from one corner to another.
type Act struct {
	Do   string
	Kind string // wall, corner, diagonal; to keep: length, reading, diagonal; to unmark: mark
	ID   string
	To   string
	Text string
}

// About is the finding's reference, as in wall:w3.
func (f Finding) About() string { return f.Kind + ":" + f.ID }

// Stop is how far one stop of the work has come.
type Stop struct {
	ID       string // look, measure, joints, sticks, saw
	State    string // untouched, in hand, settled
	Text     string
	Findings int // those of severity stop and check that wait there
}
