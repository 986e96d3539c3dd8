package job

// Kinds of moulding, by their codes in job files.
const (
	KindBase   = "base"
	KindShoe   = "shoe"
	KindRail   = "rail" // chair rail
	KindCrown  = "crown"
	KindCasing = "casing"
	KindFlat   = "flat" // flat stock, at any level
	KindBand   = "band" // back band, around a casing
	KindPlinth = "plinth"
	KindStool  = "stool"
)

// Kind is what sets one kind of moulding apart from the others.
type Kind struct {
	Code  string
	Name  string    // what its pieces are called
	Title string    // what it is called by itself
	Sizes [2]string // what its height and its thickness are
	Level Level     // where it runs when nothing else is said
	Runs  bool      // along walls, so that it is planned for the saw; what goes around openings is counted, bought and priced
	// Sprung leans between wall and ceiling: its height and thickness are the drop and the
	// projection read in a square, and it lies nested at the saw.
	Sprung bool
	// Sloped ends against a casing at 45, long at the back.
	Sloped bool
	// Laid goes around openings: it is cut flat, face up, its thinner edge at the opening.
	Laid bool
	// Last goes up after all else at its level.
	Last bool
	// Beads is along how many of its edges a bead of caulk is laid: never between base and floor.
	Beads int
}

// Kinds are all of them, in the order in which they are offered.
var Kinds = []Kind{
	{Code: KindBase, Title: "base", Sizes: [2]string{"height", "thickness"}, Name: "Base", Level: Floor, Runs: true, Beads: 1},
	{Code: KindShoe, Title: "shoe", Sizes: [2]string{"height", "thickness"}, Name: "Shoe", Level: Floor, Runs: true, Sloped: true, Last: true},
	{Code: KindRail, Title: "chair rail", Sizes: [2]string{"height", "thickness"}, Name: "Rail", Level: Rail, Runs: true, Beads: 2},
	{Code: KindCrown, Title: "crown", Sizes: [2]string{"drop", "projection"}, Name: "Crown", Level: Ceiling, Runs: true, Sprung: true, Beads: 2},
	{Code: KindCasing, Title: "casing", Sizes: [2]string{"width", "thickness"}, Name: "Casing", Level: Floor, Laid: true, Beads: 2},
	{Code: KindFlat, Title: "flat stock", Sizes: [2]string{"height", "thickness"}, Name: "Flat", Level: Floor, Runs: true, Beads: 1},
	{Code: KindBand, Title: "back band", Sizes: [2]string{"width", "thickness"}, Name: "Back band", Level: Floor, Laid: true, Beads: 1},
	{Code: KindPlinth, Title: "plinth block", Sizes: [2]string{"width", "thickness"}, Name: "Plinth", Level: Floor, Laid: true},
	{Code: KindStool, Title: "stool", Sizes: [2]string{"width", "thickness"}, Name: "Stool", Level: Floor, Laid: true, Beads: 1},
}

var kindOf = func() map[string]*Kind {
	out := map[string]*Kind{}
	for i := range Kinds {
		out[Kinds[i].Code] = &Kinds[i]
	}
	return out
}()

// KindCodes are their codes.
var KindCodes = func() (out []string) {
	for _, k := range Kinds {
		out = append(out, k.Code)
	}
	return out
}()

// KindOf finds a kind by its code; what is not known is none of the kinds.
func KindOf(code string) *Kind {
	if k := kindOf[code]; k != nil {
		return k
	}
	return &Kind{Code: code}
}

// Is is the moulding's kind.
func (m *Moulding) Is() *Kind { return KindOf(m.Kind) }

// OwnJoints are the joints at inside corners that may be wished for the moulding: those that
// a wish does not turn into another.
func (m *Moulding) OwnJoints(copable bool) []string {
	var out []string
	for _, wish := range []string{InsideCope, InsideMitre, InsideButt} {
		if InsideJoint(wish, m.Flat(), copable) == wish {
			out = append(out, wish)
		}
	}
	return out
}
