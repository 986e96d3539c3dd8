package job

import (
	"fmt"

	"gnomon/core/measure"
)

// Rules are the house rules of a job: the schools that were chosen where good carpenters
// differ, and the measures that go with them. Each school is a code of Questions.
type Rules struct {
	Set      string `json:"set,omitempty" maxLength:"200" doc:"the named set that they were taken from"`
	Inside   string `json:"inside"`
	CopeHand string `json:"cope_hand"`
	// Scarf is the angle at which the parts of a wall longer than a stick are
	// joined, off square: 45, or 22.5, which holds truer.
	Scarf measure.Angle `json:"scarf" minimum:"0" maximum:"60" default:"45" doc:"the angle at which parts of a wall are joined, off square"`
	// Crown is how crown lies on the saw where both ways would do, nested or flat, and
	// Order is the order at the saw.
	Crown string `json:"crown"`
	Order string `json:"order"`
	// OffLayoutMark is what is taken off the drop for the compound in the corners, and Bench
	// the length under which a piece is glued up on the bench.
	OffLayoutMark Entry `json:"layout" doc:"taken off the drop for the compound in the corners"`
	Bench         Entry `json:"bench" doc:"the length under which a piece is glued up on the bench"`
	// UnreadOutside and UnreadInside are how a mitre is cut at a corner that was not read.
	UnreadOutside string `json:"unread_outside"`
	UnreadInside  string `json:"unread_inside"`
	// Square is how a square end at an inside corner is cut: full, or by Hair short or long.
	Square string `json:"square"`
	Hair   Entry  `json:"hair" doc:"what a square end is cut short or long by"`
	Spring Entry  `json:"spring" doc:"what a coped end is cut longer by"`
	Buying string `json:"buying"`
	Step   string `json:"step"`
	// Bullnose is how a rounded outside corner is turned, FloorJoint what is done between
	// base and floor, CopeTool what copes are cut with.
	Bullnose   string `json:"bullnose"`
	FloorJoint string `json:"floor_joint"`
	CopeTool   string `json:"cope_tool"`
	Lengths    string `json:"lengths" doc:"what is done where readings of one wall do not agree"`
	// Head is how legs and head meet around an opening, Legs how a leg's length is found, Proud what is done where board
	// and jamb are not flush.
	Head     string `json:"head"`
	Legs     string `json:"legs"`
	Proud    string `json:"proud"`
	Reveal   Entry  `json:"reveal" doc:"of a jamb's edge, left showing"`
	HeadLong Entry  `json:"head_long" doc:"what a mitred head is cut longer by"`
	Horn     Entry  `json:"horn" doc:"of a stool past casing and back band"`
	// Slope is that of a link at a step in the floor, Hollow what may stay behind pieces that follow a curve.
	Slope  measure.Angle `json:"slope" minimum:"15" maximum:"80" default:"45" doc:"of the link at a step in the floor"`
	Hollow Entry         `json:"hollow" doc:"what may stay behind pieces that follow a curve"`
	// AlongJoists is what crown is nailed to where no joist crosses its wall, FirstPiece how the first one is set, Paint when trim is
	// painted.
	AlongJoists string `json:"along_joists"`
	FirstPiece  string `json:"first_piece"`
	Paint       string `json:"paint"`
	Nailing
	Drying  int      `json:"drying" minimum:"0" maximum:"1440" default:"30" doc:"minutes until a glued joint can be moved"`
	Weights *Weights `json:"weights,omitempty"`
	Origin  *Origin  `json:"origin,omitempty" doc:"what the shop or the set had when they were taken from there"`
}

// Weights are how much each of five wishes counts when it is chosen who is coped, from 0
// to 100: copes on short pieces, seams that point away from the way in, one hand, no
// piece coped at both ends, and joints that close.
type Weights struct {
	Short  int `json:"short" minimum:"0" maximum:"100"`
	Hidden int `json:"hidden" minimum:"0" maximum:"100"`
	Hand   int `json:"hand" minimum:"0" maximum:"100"`
	Double int `json:"double" minimum:"0" maximum:"100"`
	Tight  int `json:"tight,omitempty" minimum:"0" maximum:"100"`
}

// DefaultWeights are argued in docs/decisions.md.
func DefaultWeights() Weights { return Weights{Short: 75, Hidden: 80, Hand: 20, Double: 50, Tight: 40} }

// Zero tells whether nothing counts.
func (w Weights) Zero() bool { return w == Weights{} }

// MostWeight is the end of each scale.
const MostWeight = 100

// Schools, by their codes in job files.
const (
	InsideCope  = "cope"
	InsideMitre = "mitre"
	InsideButt  = "butt" // flat stock; what is profiled is coped
	HandLeft    = "left"
	HandRight   = "right"
	HandEither  = "either"

	// How crown lies on the saw.
	CrownNested = "nested"
	CrownFlat   = "flat"

	// Orders at the saw: longest first, room by room with mating mitres, or with as few
	// moves of the saw as can be.
	OrderLongest = "longest"
	OrderRoom    = "room"
	OrderMoves   = "moves"

	// A mitre at a corner that was not read: half of what a square corner turns, a touch
	// over it outside, or under it inside.
	UnreadHalf   = "half"
	UnreadTouch  = "half_degree"
	UnreadDegree = "degree"

	SquareFull  = "full"
	SquareShort = "short"
	SquareLong  = "long"

	StepLink  = "link"
	StepRip   = "rip"
	StepStrip = "strip"

	BullnosePlain = "plain"
	BullnoseOne   = "one"
	BullnoseTwo   = "two"
	TurnFacets    = "facets"   // as many pieces as leave no more hollow than is accepted
	TurnFlexible  = "flexible" // a moulding that bends

	// Where readings of one wall do not agree: its pieces wait, or are cut to the longer one.
	LengthsHold   = "hold"
	LengthsLonger = "longer"

	FloorOpen     = "open"
	FloorSilicone = "silicone"

	HeadMitred  = "mitred"
	HeadOver    = "over"
	HeadBetween = "between"
	HeadBuilt   = "built"
	HeadPicture = "picture" // a window's four mitres

	LegsMeasured = "measured"
	LegsInPlace  = "in_place"

	ProudFlush = "flush" // the board is taken back, or the casing packed out, until both are
	ProudTilt  = "tilt"  // the casing is cut as it tilts

	CopeByHand    = "hand"
	CopeByPower   = "power"
	CopeByGrinder = "grinder"
)

func (r *Rules) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "rules", entriesIn(r)...)
}

func (r *Rules) normalise(unit measure.Unit) {
	for _, q := range Questions {
		if p := r.school(q.Code); p != nil {
			*p = or(*p, q.Default)
		}
	}
	r.Scarf = or(r.Scarf, 45)
	r.OffLayoutMark, r.Bench = orEntry(r.OffLayoutMark, texts(unit, "1/16", "1.5")), orEntry(r.Bench, texts(unit, "12", "300"))
	r.Hair, r.Spring = orEntry(r.Hair, texts(unit, "1/32", "1")), orEntry(r.Spring, texts(unit, "0", "0"))
	r.Reveal, r.HeadLong = orEntry(r.Reveal, texts(unit, "3/16", "5")), orEntry(r.HeadLong, texts(unit, "1/32", "1"))
	r.Horn = orEntry(r.Horn, texts(unit, "3/4", "19"))
	r.Slope, r.Hollow = or(r.Slope, 45), orEntry(r.Hollow, texts(unit, "1/8", "3"))
	r.Drying = or(r.Drying, 30)
	r.Nailing.normalise(unit)
	if r.Weights == nil {
		w := DefaultWeights()
		r.Weights = &w
	}
}

// school is the field that a question's answer stands in; nil for those told by a measure.
func (r *Rules) school(question string) *string {
	switch question {
	case "inside":
		return &r.Inside
	case "cope_hand":
		return &r.CopeHand
	case "crown":
		return &r.Crown
	case "order":
		return &r.Order
	case "unread_outside":
		return &r.UnreadOutside
	case "unread_inside":
		return &r.UnreadInside
	case "square":
		return &r.Square
	case "buying":
		return &r.Buying
	case "step":
		return &r.Step
	case "bullnose":
		return &r.Bullnose
	case "floor_joint":
		return &r.FloorJoint
	case "cope_tool":
		return &r.CopeTool
	case "lengths":
		return &r.Lengths
	case "head":
		return &r.Head
	case "legs":
		return &r.Legs
	case "proud":
		return &r.Proud
	case "along_joists":
		return &r.AlongJoists
	case "first_piece":
		return &r.FirstPiece
	case "paint":
		return &r.Paint
	}
	return nil
}

// Answer is the school that the rules follow on a question, none where they follow none
// of those told.
func (r *Rules) Answer(question string) string {
	switch question {
	case "scarf":
		return r.Scarf.Text(1)
	case "layout":
		if r.OffLayoutMark.Length == 0 {
			return LayoutFull
		}
		return LayoutLess
	}
	if p := r.school(question); p != nil {
		return *p
	}
	return ""
}

// Layout marks at the full drop, or at the drop less an allowance.
const (
	LayoutFull = "full"
	LayoutLess = "less"
)

// Follow makes the rules follow a school on a question of Questions; unit is that of the
// job. Nothing happens where there is no such question or school.
func (r *Rules) Follow(question, school string, unit measure.Unit) {
	q := QuestionOf(question)
	if q == nil || q.School(school) == nil {
		return
	}
	switch question {
	case "scarf":
		if a, err := measure.ParseAngle(school); err == nil {
			r.Scarf = a
		}
	case "layout":
		switch {
		case school == LayoutFull:
			r.OffLayoutMark = texts(unit, "0", "0")
		case r.OffLayoutMark.Length == 0:
			r.OffLayoutMark = texts(unit, "1/16", "1.5")
		}
	default:
		*r.school(question) = school
	}
}

// Setting is the field of the rules that a school sets, and to what: for most questions
// their own code and the school's.
func (r Rules) Setting(question, school string, unit measure.Unit) (field string, value any) {
	r.Follow(question, school, unit)
	switch question {
	case "scarf":
		return question, r.Scarf
	case "layout":
		return question, r.OffLayoutMark.Text
	}
	return question, school
}

// Complete makes rules read from JSON whole: their lengths are read in the unit, defaults
// filled in, and what cannot be followed is refused. The error is an *Invalid.
func (r *Rules) Complete(unit measure.Unit) error {
	if err := Resolve(r, unit); err != nil {
		return err
	}
	r.normalise(unit)
	return r.Check()
}

// Check refuses rules that say nothing that can be followed. The error is an *Invalid.
func (r *Rules) Check() error {
	c := checker{seen: map[string]bool{}}
	c.rules(r)
	if c.err != nil {
		return c.err
	}
	return nil
}

func (c *checker) rules(r *Rules) {
	const thing = "house rules"
	c.text(thing, "set", r.Set)
	for _, q := range Questions {
		if p := r.school(q.Code); p != nil && q.School(*p) == nil {
			c.refuse(thing, q.Code, *p, "no such school", fmt.Sprintf("use one of %v", q.codes()))
		}
	}
	if !(r.Scarf >= 10 && r.Scarf <= 60) {
		c.refuse(thing, "scarf", r.Scarf.Text(6), "no scarf is cut so", "give 45 or 22.5")
	}
	if r.OffLayoutMark.Length < 0 || r.OffLayoutMark.Length > measure.Inch {
		c.refuse(thing, "layout", r.OffLayoutMark.Text, "is no allowance for compound", "give what it pushes the mark down by, such as 1/16")
	}
	c.positive(thing, "bench", r.Bench)
	c.positive(thing, "hair", r.Hair)
	for _, n := range []named{{"hair", &r.Hair}, {"spring", &r.Spring}, {"head_long", &r.HeadLong}} {
		if n.e.Length < 0 || n.e.Length > measure.Inch/4 {
			c.refuse(thing, n.field, n.e.Text, "is more than a hair", "give 1/4 in or less")
		}
	}
	for _, n := range []named{{"reveal", &r.Reveal}, {"horn", &r.Horn}} {
		if n.e.Length < 0 || n.e.Length > 3*measure.Inch {
			c.refuse(thing, n.field, n.e.Text, "is not so wide on any door or window", "give from 0 to 3 in")
		}
	}
	if !(r.Slope >= 15 && r.Slope <= 80) {
		c.refuse(thing, "slope", r.Slope.Text(6), "no link slopes so", "give from 15 to 80 degrees, such as 45")
	}
	if r.Hollow.Length < measure.Inch/64 || r.Hollow.Length > 3*measure.Inch {
		c.refuse(thing, "hollow", r.Hollow.Text, "is no hollow to fill", "give from 1/64 to 3 in")
	}
	if r.Drying < 1 || r.Drying > 24*60 {
		c.refuse(thing, "drying", fmt.Sprint(r.Drying), "no glue sets so", "give the minutes until a joint can be moved, up to a day")
	}
	c.nailing(&r.Nailing)
	if w := r.Weights; w != nil {
		for field, v := range map[string]int{"short": w.Short, "hidden": w.Hidden, "hand": w.Hand, "double": w.Double, "tight": w.Tight} {
			c.count(thing, field, v, MostWeight)
		}
	}
}
