package plan

import (
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
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
	Cap      bool   // the small piece of a return, cut from an offcut
	Hand     *job.ByHand
	Computed measure.Length // what Cut would be without the length set by hand
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
	Pose    saw.Pose
	Fence   bool           // a fence is added, square to the saw's own
	Why     []string       // what stood against the poses that the house rule prefers
	Setting *saw.Setting   // nil where no reading allows one
	Dial    *saw.Dial      // nil where this saw cannot reach the setting
	Plane   joint.Normal   // of this end, in the piece's own frame
	Slope   float64        // see joint.Normal.Slope
	Rise    float64        // see joint.Normal.Rise
	Lean    measure.Angle  // of what it ends against, top of the end long where more than nothing
	TopLong measure.Length // how much further the top edge reaches than the told bottom one
	Run     measure.Length // how far the cut runs along the piece over its thickness
	Short   measure.Length // how far a square end stops short of the corner line
	Assumed bool           // the corner was not read and taken as square
	Mark    string         // the mark that says this end is cut
	Scarf   measure.Angle  // off square, where it is one
}

// Decision is a choice made for one corner, with its reason.
type Decision struct {
	Room, Run string
	Corner    string
	Letter    string
	Joint     string
	Coped     string // piece id
	Through   string // the piece that runs square past it, or the other of a mitred pair
	Rule      string
	Reason    string
	RunnerUp  string
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
)

// Act is one thing to do about a finding: about the wall, corner or diagonal
// named, or from one corner to another.
type Act struct {
	Do   string
	Kind string // wall, corner, diagonal; to keep: length, reading, diagonal
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
