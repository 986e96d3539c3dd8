package piece

import (
	"fmt"
	"math"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
	"gnomon/core/words"
)

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

// End is one end of a piece.
type End struct {
	Joint     Joint
	Corner    string // id, or none where the end meets no corner
	Letter    string
	Theta     measure.Angle  // the corner's own angle, 90 where it is assumed
	Side      job.CornerKind // none where there is no corner
	ToldTo    Point
	Meets     string // the piece across the corner
	Against   string // what else it ends against, in a word or two: the wall, the casing
	Pose      saw.Pose
	Fence     joint.Hand       // the side of the piece on which a fence stands that is added square to the saw's own; none without one
	Why       []string         // what stood against the poses that the house rule prefers
	Setting   *saw.Setting     // nil where no reading allows one
	Dial      *saw.Dial        // nil where this saw cannot reach the setting
	Plane     joint.Normal     // of this end, in the piece's own frame
	Slope     float64          // see joint.Normal.Slope
	Rise      float64          // see joint.Normal.Rise
	Lean      measure.Angle    // of what it ends against, top of the end long where positive
	TopLong   measure.Length   // how much further the top edge reaches than the told bottom one
	Run       measure.Length   // how far the cut runs along the piece over its thickness
	Short     measure.Length   // how far a square end stops short of the corner line
	Assumed   bool             // the corner was not read and taken as square
	Mark      string           // the mark that says this end is cut
	Coped     string           // the mark that says it is coped as well
	Scarf     measure.Angle    // off square, where it is one
	Allowance measure.Length   // what the rules add at this end; negative where they take off
	MitredFor measure.Angle    // the corner that its mitre is cut for, where that is not Theta: not read, rounded, of two thicknesses
	Chamfer   measure.Length   // how far back its face is taken away at 45, where it stands out past what it ends against
	Note      string           // how it ends against an opening, or in a corner that nothing else comes to
	Tops      [2]measure.Angle // how the tops of its own wall and of that across its corner lean into the room
	OtherFace measure.Length   // at an inside corner, how far from the other wall that stands which it meets there
	// Template means a cope over another section, which no mitre draws the line of.
	Template bool
	// Faced means an end of what goes around an opening, cut in the face of the wall: Across off square, the outer edge the
	// longer where that is positive, of a piece whose outer edge is rolled forward by Roll.
	Faced   bool
	Across  measure.Angle
	Roll    measure.Angle
	Rounded bool // small pieces, or one that bends, turn the corner there
	// Given is the plane of a right end as an odd place has it, where no joint says it; nil otherwise.
	Given *joint.Normal
	// Drawn means a cope whose line the edge of its mitre does not show all along: for treads, or for walls that lean.
	Drawn bool
}

// plane is the plane of a right end with the joint, before anything leans. A cope is
// cut as the inside mitre that shows its line, and then coped by hand; one over another
// section is cut to the wall and coped along a template.
func (e *End) plane() joint.Normal {
	turn := e.Theta
	if e.MitredFor != 0 {
		turn = e.MitredFor
	}
	switch {
	case e.Given != nil:
		return *e.Given
	case e.Faced:
		return joint.FaceEnd(e.Across, e.Roll)
	case e.Joint == Scarf:
		return joint.ScarfEnd(e.Scarf, e.ToldTo == ToLong)
	case e.Joint == Mitre && e.Side == job.Outside:
		return joint.OutsideEnd(turn)
	case e.Joint == Cope && e.Template, e.Joint == Butt && e.Corner != "":
		return joint.ButtEnd(turn)
	case e.Joint == Mitre || e.Joint == Cope:
		return joint.InsideEnd(turn)
	}
	return joint.SquareEnd()
}

// Slant is how an end lies as a list draws it, from above as it lies before the fence: how much further right its near edge
// reaches than its far one, for each unit between them. Of what is cut in the face of the wall the outer edge is the far one.
func (e *End) Slant() float64 {
	if e.Faced {
		return -e.Rise
	}
	return e.Slope
}

// Finished tells whether nothing is left to do to the end at the bench: it is cut, and coped where it is to be.
func (e *End) Finished() bool { return e.Mark != "" && (e.Joint != Cope || e.Coped != "") }

// What is fitted at an end when its piece goes up, by the names of the rates that it counts by.
const (
	FittedCope    = "coped"
	FittedMitre   = "mitre"
	FittedOutside = "outside"
	FittedScarf   = "scarf"
	FittedButt    = "butt"
	FittedReturn  = "return"
)

// Kind is which joint an end has with what it meets, by the name of the rate that it counts by; none where nothing is fitted.
func (e *End) Kind() string {
	switch {
	case e.Joint == Cope:
		return FittedCope
	case e.Joint == Scarf:
		return FittedScarf
	case e.Joint == Mitre && e.Corner != "" && e.Side == job.Outside:
		return FittedOutside
	case e.Joint == Mitre && (e.Corner != "" || e.Faced && e.Meets != ""):
		return FittedMitre
	case e.Joint == Butt && !(e.Faced && e.Meets == "" && (e.Against == "" || strings.HasPrefix(e.Against, OnFloor))):
		return FittedButt
	}
	return ""
}

// OnFloor begins what a leg stands on where that is no piece that it is fitted to.
const OnFloor = "the floor"

// Fitted is the same where a joint of two pieces is counted once, with the right end of the left one.
func (e *End) Fitted(hand joint.Hand) string {
	kind := e.Kind()
	if hand == joint.Left && (kind == FittedScarf || kind == FittedMitre || kind == FittedOutside) {
		return ""
	}
	return kind
}

// halves tells whether an end is cut to the plane that halves its corner.
func (e *End) halves() bool {
	return e.Corner != "" && e.MitredFor == 0 && (e.Joint == Mitre || e.Joint == Cope && !e.Template)
}

// tellTo finds the point of an end that the length is told to, which is at the back: the
// long one where that reaches further than the face, the short one where the face does.
func (e *End) tellTo() {
	if e.Joint != Mitre && e.Joint != Butt && e.Joint != Cope || e.ToldTo == ToTip || e.Corner == "" {
		return
	}
	e.ToldTo = ToEnd
	switch {
	case e.Plane.Y < 0:
		e.ToldTo = ToLong
	case e.Plane.Y > 0:
		e.ToldTo = ToShort
	}
}

// reach is how far an end reaches past where its back and bottom stand.
func (e *End) reach(sh *Shape, hand joint.Hand) measure.Length {
	s, r := sh.Projection.Times(e.Slope), sh.Drop.Times(e.Rise)
	if hand == joint.Left {
		s, r = -s, -r
	}
	return max(0, s, r, s+r)
}

// Tip is how far the point that a length is told to stands past the back.
func (e *End) Tip() measure.Length {
	switch {
	case e.ToldTo != ToTip:
		return 0
	case e.Faced:
		return e.TopLong.Abs()
	}
	return e.Run
}

// Firm tells whether something fixed stands at an end that the piece can be pressed against:
// a wall or what hangs on it, a casing, a cabinet. An outside corner gives way, and so does
// a free end.
func (e *End) Firm() bool {
	if e.Corner != "" {
		return e.Side == job.Inside
	}
	return e.Joint == Butt || e.Joint == Mitre && e.ToldTo != ToTip
}

// takes is how much of its piece's length an end takes up at the face, past the corner line:
// negative where the face reaches further than the back. At an inside corner the
// face of the piece and that of what stands on the other wall at d cross at
// (d + P·cos θ)/sin θ, whichever of the two gives way.
func (e *End) takes(sh *Shape, hand joint.Hand) measure.Length {
	if e.Corner != "" && e.Side == job.Inside && e.Setting != nil && !e.Rounded {
		return (e.OtherFace + sh.Projection.Times(e.Theta.Cos())).Times(1 / e.Theta.Sin())
	}
	s := e.Slope
	if hand == joint.Right {
		s = -s
	}
	return e.Short + sh.Projection.Times(s) + e.Tip()
}

// takesAt is how much of its piece's back an end's cut takes up at a point of the section.
func (e *End) takesAt(u, z measure.Length, hand joint.Hand) measure.Length {
	by := measure.Length(math.Round(float64(u)*e.Slope + float64(z)*e.Rise))
	if hand == joint.Right {
		return -by
	}
	return by
}

// Crosses tells whether the two ends of a piece cross before its far edge, and what they take
// up of it there. No such piece can be cut, and what stands beside it collides.
func (p *Piece) Crosses(sh *Shape) (takes measure.Length, does bool) {
	if p.Cap || p.Back <= 0 {
		return 0, false
	}
	takes = p.Left.takes(sh, joint.Left) + p.Right.takes(sh, joint.Right)
	if takes >= p.Length {
		return takes, true
	}
	// Leaning and rising ends cross at another height as well: over the section's corners.
	at := [][2]measure.Length{{sh.Projection, 0}, {sh.Projection, sh.Drop}, {0, sh.Drop}}
	if sh.Crown {
		at = at[1:2]
	}
	for _, c := range at {
		l := p.Left.takesAt(c[0], c[1], joint.Left) + p.Right.takesAt(c[0], c[1], joint.Right)
		if l >= p.Back {
			return p.Length - p.Back + l, true
		}
	}
	return takes, false
}

// PoseCode is how the end lies on the saw as marks keep it.
func (e *End) PoseCode() string {
	if e.Fence != "" {
		return e.Pose.Code() + saw.Fenced
	}
	return e.Pose.Code()
}

// settingMoved is a change of angle that shows.
const settingMoved measure.Angle = 0.05

// MovedFrom tells whether an end wants another setting than it was cut or shown at. Where
// it lies otherwise now, the two say nothing of one another.
func (e *End) MovedFrom(c job.Cut) bool {
	s := e.Setting
	return s != nil && (c.Pose == "" || c.Pose == e.PoseCode()) && ((s.Mitre-c.Mitre).Abs() > settingMoved || (s.Bevel-c.Bevel).Abs() > settingMoved)
}

// Stand is how a saw stands for an end.
type Stand struct {
	Mitre, Bevel measure.Angle
	Fence        joint.Hand
}

// Stand is how this saw stands for the end; ok is false where it does not reach it.
func (e *End) Stand() (s Stand, ok bool) {
	if e.Dial == nil {
		return s, false
	}
	return Stand{e.Dial.Mitre, e.Dial.Bevel, e.Fence}, true
}

// SameSetting tells whether the saw stands for both ends alike, the added fence too; never
// where this saw reaches one of them not at all.
func (e *End) SameSetting(o *End) bool {
	a, reached := e.Stand()
	b, also := o.Stand()
	return reached && also && a == b
}

// SettingKey is the same for ends for which the saw stands alike, to the last digit, and
// empty where this saw reaches the end not at all: two such are never alike.
func (e *End) SettingKey() string {
	s, ok := e.Stand()
	if !ok {
		return ""
	}
	return fmt.Sprint(float64(s.Mitre), "/", float64(s.Bevel), "/", s.Fence)
}

// MeetingText tells what an end meets, as a list has it beside the joint: against base 3,
// with base 2; nothing where the joint says it all. mate is the piece across the corner, or
// none.
func (e *End) MeetingText(mate *Piece, unit measure.Unit) string {
	beside := e.Against
	if mate != nil {
		beside = words.Small(mate.Label)
	}
	verb := map[Joint]string{Butt: "against ", Cope: "into ", Mitre: "with ", Scarf: "with "}[e.Joint]
	switch {
	case e.Joint == Square && e.Short.In(unit) != measure.Length(0).In(unit): // what shows at all
		return "short of the corner"
	case verb == "" || beside == "" || e.Joint != Butt && mate == nil:
		return ""
	}
	return verb + beside
}

// JointText is the joint as the one at the saw is told of it.
func (e *End) JointText() string {
	switch {
	case e.Joint == Cope:
		return "mitre for a cope"
	case e.Joint != Butt:
		return string(e.Joint)
	}
	out := "square"
	if e.Setting != nil && e.Setting.Mitre != 0 {
		out = "butt"
	}
	if e.Against != "" {
		out += ", to " + e.Against
	}
	return out
}

// ChamferText tells how an end's face is taken away, or nothing.
func (e *End) ChamferText(unit measure.Unit) string {
	if e.Chamfer <= 0 {
		return ""
	}
	return fmt.Sprintf("chamfer the face at 45° from %s back", e.Chamfer.In(unit))
}

// Remark tells what else is done to an end, or how it ends against an opening.
func (e *End) Remark() string {
	switch {
	case e.Note != "":
		return e.Note
	case e.Template:
		return "Coped over another section: draw its line from a template."
	case e.Drawn:
		return "The edge of its mitre is not all of the line: draw that from a template."
	case e.MitredFor != 0 && e.Assumed && e.MitredFor != e.Theta:
		return "The corner was not read: the mitre is cut for " + e.MitredFor.String() + " by the house rule."
	}
	return ""
}

// CalibrationText tells what of the dialled setting is the saw's own error, or nothing.
func (e *End) CalibrationText() string {
	if e.Dial == nil {
		return ""
	}
	return e.Dial.OffText()
}

// BeyondText tells why a cut cannot be made as it is.
func (e *End) BeyondText() string {
	if len(e.Why) == 0 {
		return "It is past what this saw does."
	}
	return strings.Join(e.Why, " ")
}

// FenceText tells how a cut is made along an added fence.
func (e *End) FenceText() string {
	return fmt.Sprintf("Fix a fence square to the saw's own, on the %s of the piece; lay the piece along it, coming toward you; swing to %s, keep what lies %s "+
		"of the blade. Make it of scrap, for the first cut goes through it: no screws in the blade's line. Clamp fence and piece, and keep your hands out of the "+
		"blade's line: it now points where you may stand.",
		e.Fence, saw.SwingText(e.Setting.Mitre), e.Setting.Keep)
}
