package job

// Question is one on which good carpenters differ. Over tells what smaller than a job can
// follow another school: a room, a run, or one corner of a run.
type Question struct {
	Code    string
	Asks    string
	Default string
	Over    []string
	Schools []School
}

// School is one answer, with its reason.
type School struct{ Code, Name, Why string }

// What can follow another school than the job does.
const (
	OverRoom   = "room"
	OverRun    = "run"
	OverCorner = "corner"
)

var overAll, overRun, overRoom = []string{OverRoom, OverRun, OverCorner}, []string{OverRoom, OverRun}, []string{OverRoom}

// Questions are all of them, in the order of the work.
var Questions = []Question{
	{"buying", "How sticks are bought", BuyAdvised, nil, []School{
		{BuyAdvised, "as advised", "For each moulding whichever comes out better: rough lengths by the share, measured ones fitted."},
		{BuyShare, "length plus waste share", "Quick, and right on average over a whole house."},
		{BuyFit, "fitted to sticks", "Little waste in one room, and every piece has its stick."}}},
	{"lengths", "Readings of one wall that do not agree", LengthsHold, overRoom, []School{
		{LengthsHold, "hold its pieces back", "One of them is wrong and nobody knows which: a third reading costs less than a stick."},
		{LengthsLonger, "cut to the longer", "What is too long can be cut again; what lies between two readings is wrong either way."}}},
	{"inside", "Inside corner", InsideCope, overAll, []School{
		{InsideCope, "cope", "It hides walls that are out of square, does not open when wood shrinks, and lets a piece be sprung in."},
		{InsideMitre, "glued mitre", "Both pieces are cut alike and glued on the bench where they are short; quick where corners are true."},
		{InsideButt, "butt, flat stock only", "A square-edged face needs neither: one runs through, the other stops against it. What is profiled is coped."}}},
	{"cope_hand", "Which hand copes", HandRight, overRun, []School{
		{HandRight, "right ends", "Right-handers hold the right end well, and every cope starts with the same saw setting."},
		{HandLeft, "left ends", "The same for left-handers."},
		{HandEither, "whichever suits the room", "Length and sight decide alone; the saw moves more often."}}},
	{"square", "Square pieces", SquareFull, overRun, []School{
		{SquareFull, "full length", "They run to the corner line and fix where the others meet them."},
		{SquareShort, "a hair short where a cope covers", "They go in without scraping the paint, and the cope hides the gap."},
		{SquareLong, "a hair long and sprung in", "They bow in and press on both corners."}}},
	{"unread_outside", "Outside corner that was not read", UnreadTouch, overAll, []School{
		{UnreadHalf, "exactly half", "Nothing is known, so nothing is added."},
		{UnreadTouch, "half a degree over", "The edge that is seen closes first, and any gap is at the back."},
		{UnreadDegree, "a degree over", "The same for corners built out with much compound."}}},
	{"unread_inside", "Inside mitre that was not read", UnreadDegree, overAll, []School{
		{UnreadHalf, "exactly half", "Nothing is known, so nothing is taken off."},
		{UnreadDegree, "a degree under", "The face closes first; compound fills most corners."}}},
	{"scarf", "Scarf", "45", overRun, []School{
		{"45", "45°", "Common, and long enough to glue."},
		{"22.5", "22.5°", "Holds truer: small differences between two sticks show less."}}},
	{"bullnose", "Rounded corner", BullnoseOne, overAll, []School{
		{BullnosePlain, "plain mitre", "Quick: the hollow behind the joint is filled."},
		{BullnoseOne, "one transition piece", "The turn is broken once, and little is left to fill."},
		{BullnoseTwo, "two transition pieces", "It follows the curve closely, with one more joint."},
		{TurnFacets, "as many as the hollow asks for", "A wide curve in short straight pieces: no more stays behind them than is accepted."},
		{TurnFlexible, "a moulding that bends", "One piece follows the curve, of a stock that has to be had; its ends are square."}}},
	{"step", "Step in the floor", StepLink, overRoom, []School{
		{StepLink, "stepped with a sloped link", "Looks best: the height stays the same."},
		{StepRip, "ripped on the high floor", "Quick where the step is small and the profile stands high."},
		{StepStrip, "a strip under the low one", "Quick where the top must run level."}}},
	{"head", "Head of a door or window", HeadMitred, overRoom, []School{
		{HeadMitred, "mitred", "One moulding turns the corner; each corner is halved as it was read."},
		{HeadOver, "butted over the legs", "Square-edged stock: nothing opens at the corner when it shrinks, and the head may stand past the legs."},
		{HeadBetween, "butted between the legs", "Square-edged stock, its end grain hidden."},
		{HeadBuilt, "built up", "A flat head over the legs, with a fillet and a small crown of its own around its ends."}}},
	{"legs", "Legs of casings", LegsMeasured, overRoom, []School{
		{LegsMeasured, "by their length", "All are cut in one go, from what was measured."},
		{LegsInPlace, "marked in place", "Stood on the floor at the reveal and marked at the head: nothing is measured, nothing is misread."}}},
	{"proud", "Board and jamb not flush", ProudFlush, overRoom, []School{
		{ProudFlush, "made flush first", "The board is taken back, or a strip goes behind the casing's inner edge: mitres are cut flat at half."},
		{ProudTilt, "cut as it tilts", "The casing lies as it finds the wall, and each mitre is swung and leaned for that."}}},
	{"crown", "Crown at the saw", CrownNested, overRun, []School{
		{CrownNested, "nested with a stop", "Quick, and no arithmetic."},
		{CrownFlat, "flat", "Takes tall crown and odd corners; some hold it truer."}}},
	{"order", "Order at the saw", OrderLongest, nil, []School{
		{OrderLongest, "longest first", "What is spoiled still makes a shorter piece."},
		{OrderRoom, "room order with mating mitres", "Pieces come as they hang, and mates are cut one after the other."},
		{OrderMoves, "fewest saw changes", "One setting after another is used up."}}},
	{"layout", "Layout mark", LayoutLess, overRoom, []School{
		{LayoutFull, "full drop", "Right where corners are clean."},
		{LayoutLess, "drop less a compound allowance", "Compound in the corners pushes crown down."}}},
	{"along_joists", "Crown along the joists", JoistsBacking, overRoom, []School{
		{JoistsBacking, "nailed to backing", "A strip is glued and nailed under the ceiling, just short of the crown's back: the top has wood to go into."},
		{JoistsAdhesive, "glued at the top", "Adhesive along the top, low nails into studs. Quick, and it never comes off whole again."}}},
	{"first_piece", "Set the first piece of crown by", FirstScrap, overRoom, []School{
		{FirstScrap, "a coped scrap", "Offered up against the square piece it finds the projection, and feels how the ceiling runs."},
		{FirstBlock, "a notched block", "Cut to drop and projection: true where it stands, so for the middle of a long piece."},
		{FirstGauge, "a gauge with a scrap glued on", "Slid up the wall until it touches: it follows the ceiling above it."}}},
	{"paint", "Primer and paint", PaintTrestles, nil, []School{
		{PaintTrestles, "primed and one coat on trestles", "Quick with a roller, backs too; the last coat goes on once holes are filled."},
		{PaintBought, "bought primed, one coat on trestles", "As it comes from the yard; cut ends are primed as they are cut."},
		{PaintHung, "all on the wall", "No drying before anything is cut, and more to cut in with a brush."}}},
	{"cope_tool", "Copes are cut with", CopeByHand, nil, []School{
		{CopeByHand, "a hand saw", "A little lean keeps the front edge ahead."},
		{CopeByPower, "a power saw", "Quick; its blade wanders, so it leans more."},
		{CopeByGrinder, "a grinder", "Follows curves well and takes the back away freely; dusty."}}},
	{"floor_joint", "Base and floor", FloorSilicone, overRoom, []School{
		{FloorOpen, "open", "Wood and laminate floors move; nothing binds them to the base."},
		{FloorSilicone, "silicone in wet rooms only", "Keeps water from the wall behind; open everywhere else."}}},
}

// QuestionOf finds a question by its code.
func QuestionOf(code string) *Question {
	return find(Questions, func(q *Question) bool { return q.Code == code })
}

// School finds an answer by its code.
func (q *Question) School(code string) *School {
	return find(q.Schools, func(s *School) bool { return s.Code == code })
}

func (q *Question) codes() []string {
	var out []string
	for _, s := range q.Schools {
		out = append(out, s.Code)
	}
	return out
}
