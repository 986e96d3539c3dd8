package decide

import (
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// Piece is what a decision needs to know of a piece. Pieces come in the order of the run,
// left to right. LeftCorner and RightCorner are indices of corners, or -1 where an end
// meets none.
type Piece struct {
	Label       string
	Length      measure.Length
	LeftCorner  int
	RightCorner int
	Section     string         // pieces of one section mitre; two sections do not
	Out         measure.Length // how far it stands out
	Flat        bool           // square-edged stock
	Copable     bool           // what is coped over it closes
	Bench       measure.Length // shorter than this it is glued up on the bench
}

// Corner is what a run meets at a corner of its room.
type Corner struct {
	Letter string
	Kind   job.CornerKind
	Stands string // what stands in the corner on the wall beside a single piece, as a sentence begins: The casing of the door on wall 1
	Round  bool   // rounded, and turned with transition pieces
	Inside string // the joint wished at an inside corner, a school of the house rules
	By     string // what wishes it where the house rule of the job does not: room, run, corner or moulding
	Gives  string // which piece was told to give way: the left, the right, or none
	Cut    string // which one is cut so already
	Hand   string // which ends are coped where nothing else counts: left, right, or either
	// Seam is how much of the seam shows from the way in where the piece left of the
	// corner gives way, and where the right one does: 0 to 1.
	Seam [2]float64
	// Shows is likewise how likely the joint shows more than a hairline, 0 to 1.
	Shows [2]float64
}

// Run is one moulding's way around a room, or of several that take turns.
type Run struct {
	Pieces  []Piece
	Corners []Corner
	Weights job.Weights
	First   int // the piece that is to go up first, or -1
	Unit    measure.Unit
}

// Kind is how two pieces meet at a corner.
type Kind string

// The joints at corners. Alone is an end that nothing meets, Apart two that meet and
// cannot be joined.
const (
	Cope  Kind = "cope"
	Mitre Kind = "mitre"
	Butt  Kind = "butt"
	Alone Kind = "square"
	Apart Kind = "apart"
)

// Rules that make decisions, as codes.
const (
	RuleOutsideMitre = "outside_mitre"
	RuleInsideMitre  = "inside_mitre"
	RuleInsideButt   = "inside_butt"
	RuleMoulding     = "moulding"
	RuleSections     = "sections_differ"
	RuleNothingMeets = "nothing_meets"
	RuleOverruled    = "overruled"
	RuleCut          = "cut_already"
	RuleCopeHand     = "cope_hand"
	RuleShort        = "cope_the_short"
	RuleHidden       = "hide_the_seam"
	RuleDouble       = "no_double_cope"
	RuleTight        = "tight_joint"
	RuleOrder        = "order_can_be_hung"
	RuleBullnose     = "bullnose"
)

// Wishes that could not be granted, as codes.
const (
	WishCope  = "cannot_be_coped"
	WishButt  = "cannot_be_butted"
	WishMitre = "cannot_be_mitred"
	WishOut   = "outside_is_mitred"
	WishGives = "gives_cannot"
)

// Joint is the decision at one corner.
type Joint struct {
	Corner      int
	Kind        Kind
	Left, Right int // the pieces whose right and left ends stand here, or -1
	Gives       int // the piece that is coped into the other or butts against it, or -1
	Unequal     bool
	Rule        string
	Reason      string // what joint it is, and why
	Why         string // why, by itself
	RunnerUp    string
	Now         *Tally // of the run as decided, where two pieces could give way here
	Instead     *Tally // of the run with the other piece giving way
	Refused     string // a wish that could not be granted, as a code, or none
}

// because tells what joint it is, and why.
func (j *Joint) because(is, why string) {
	j.Reason, j.Why = is+": "+why+".", words.Capital(why)+"."
}

// Through is the piece that runs past the joint, or the mate of a mitre; -1 for none.
func (j Joint) Through() int {
	switch j.Gives {
	case j.Left:
		return j.Right
	case j.Right:
		return j.Left
	}
	return -1
}

// side is the piece left or right of the joint.
func (j *Joint) side(o int) int {
	if o == left {
		return j.Left
	}
	return j.Right
}

// open tells whether either piece could give way.
func (j Joint) open() bool { return j.Kind == Cope || j.Kind == Butt }

// Joints decides every corner at which at least one piece ends, and what is glued up on
// the bench: body numbers the pieces so that those hung as one have one number.
func Joints(r Run) (joints []Joint, body []int) {
	at := make([]Joint, len(r.Corners))
	for i := range at {
		at[i] = Joint{Corner: i, Left: -1, Right: -1, Gives: -1}
	}
	for k, p := range r.Pieces {
		if p.RightCorner >= 0 {
			at[p.RightCorner].Left = k
		}
		if p.LeftCorner >= 0 {
			at[p.LeftCorner].Right = k
		}
	}
	for _, j := range at {
		if j.Left >= 0 || j.Right >= 0 {
			r.kind(&j)
			joints = append(joints, j)
		}
	}
	body = Bodies(r.Pieces, joints)
	s := newSearch(r, joints, body)
	s.decide()
	return joints, body
}
