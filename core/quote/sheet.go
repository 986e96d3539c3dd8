package quote

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/words"
)

// Line is one line of the sheet: so much of something at a rate. Amount is
// rounded to the cent here and nowhere else.
type Line struct {
	Group  string // material, work, joints, backing, sundries
	Name   string
	Count  string // how much, in words: 48.5 ft, 6 sticks
	Rate   money.Cents
	Per    string // ft, m, each
	Amount money.Cents
}

// Sheet is the price sheet worked out.
type Sheet struct {
	Look     Look
	Choices  []Choice
	Lines    []Line
	Subtotal money.Cents
	Margin   money.Cents
	TopUp    money.Cents // to the minimum charge
	Net      money.Cents
	Tax      money.Cents
	Total    money.Cents
	Strips   Buy // the backing's sticks
}

// Groups of lines, in their order.
const (
	GroupMaterial = "material"
	GroupWork     = "work"
	GroupJoints   = "joints"
	GroupBacking  = "backing"
	GroupSundries = "sundries"
)

// Work works the sheet of a job out.
func Work(j *job.Job) Sheet {
	s := Sheet{Look: Take(j)}
	p := &j.Prices
	for _, q := range s.Look.Mouldings {
		c := Choose(j, q)
		s.Choices = append(s.Choices, c)
		for _, lot := range c.Taken().Sticks {
			s.line(GroupMaterial, fmt.Sprintf("%s, %s", q.Moulding.Title(), lot.Length.In(j.Unit)), words.Count(lot.Count, "stick"), lot.Price, "stick", lot.Cost())
		}
	}
	for _, c := range s.Choices {
		if !c.Moulding.Is().Laid {
			s.byLength(GroupWork, puttingUp+c.Moulding.Title(), c.Length, c.Moulding.Rate, p.Per)
		}
	}
	sets := 0
	for _, c := range s.Choices {
		sets += c.Sets
	}
	s.each(GroupWork, "Casing sets: two legs and a head", sets, p.Casing, "set")
	a := s.Look.Around
	for _, k := range []struct {
		name string
		n    int
		rate money.Cents
		per  string
	}{{"Stools with their aprons", a.Stools, p.Stool, "stool"}, {"Back bands around sets", a.Bands, p.Band, "set"}, {"Built-up heads", a.Built, p.Built, "head"},
		{"Plinth blocks", a.Plinths, p.Plinths, "pair"}} {
		s.each(GroupWork, k.name, k.n, k.rate, k.per)
	}
	n := s.Look.Joints
	for _, g := range []struct {
		name string
		n    int
		rate money.Cents
	}{{"Inside corners, coped", n.Cope, p.Cope}, {"Inside corners, mitred", n.Mitre, p.Mitre}, {"Outside corners, mitred", n.Outside, p.Outside},
		{"Scarfs", n.Scarf, p.Scarf}, {"Returns", n.Return, p.Return}, {"Ends at casings", n.Butt, p.Butt}} {
		s.each(GroupJoints, g.name, g.n, g.rate, "joint")
	}
	s.backing(j)
	s.sundries(j)
	for _, l := range s.Lines {
		s.Subtotal += l.Amount
	}
	s.Margin = p.Margin.Of(s.Subtotal)
	s.Net = s.Subtotal + s.Margin
	if len(s.Lines) > 0 && s.Net < p.Least {
		s.TopUp = p.Least - s.Net
		s.Net = p.Least
	}
	s.Tax = p.Tax.Of(s.Net)
	s.Total = s.Net + s.Tax
	return s
}

// Group gives the lines of a group and what they come to.
func (s *Sheet) Group(id string) (lines []Line, sum money.Cents) {
	for _, l := range s.Lines {
		if l.Group == id {
			lines = append(lines, l)
			sum += l.Amount
		}
	}
	return lines, sum
}

// Groups are the groups in their order, as a customer reads them.
var Groups = []struct{ ID, Title string }{
	{GroupMaterial, "Mouldings"}, {GroupWork, "Cutting and putting up"}, {GroupJoints, "Joints"},
	{GroupBacking, "Backing for crown"}, {GroupSundries, "Nails, glue, filler and paint"},
}

// Basis says in a sentence what the figures rest on.
func (s *Sheet) Basis() string {
	switch {
	case s.Look.Measured == s.Look.Walls && s.Look.Walls > 0:
		return "Worked out from measured walls."
	case s.Look.Measured > 0:
		return fmt.Sprintf("Worked out from a quick look; %d of %d walls are measured. It is made firm once all are.", s.Look.Measured, s.Look.Walls)
	}
	return "Worked out from a quick look at the rooms. It is made firm once they are measured."
}

// Unpriced tells, before a quote leaves, which of its lines have no price and where on the price sheet that is set; nothing where all have
// one.
func (s *Sheet) Unpriced() string {
	var lines, places []string
	for _, l := range s.Lines {
		if l.Rate != 0 || l.Amount != 0 {
			continue
		}
		lines = append(lines, words.Small(l.Name))
		if place := placeOf(l); !slices.Contains(places, place) {
			places = append(places, place)
		}
	}
	if len(lines) == 0 {
		return ""
	}
	return fmt.Sprintf("Without a price: %s. It is set on the price sheet, under %s.", words.List(lines), words.List(places))
}

// placeOf is the part of the price sheet in which the rate of a line is set.
func placeOf(l Line) string {
	switch {
	case l.Group == GroupSundries:
		return PlaceSundries
	case l.Group == GroupMaterial, l.Group == GroupWork && strings.HasPrefix(l.Name, puttingUp):
		return PlaceSticks
	}
	return PlaceJoints
}

// Parts of the price sheet, as it is headed.
const (
	PlaceSticks   = "“Sticks, and putting up”"
	PlaceJoints   = "“Joints and sets”"
	PlaceSundries = "“Used up”"
)

const puttingUp = "Putting up "

// Sum is a line below the lines of a sheet.
type Sum struct {
	ID, Title string
	Amount    money.Cents
}

// Sums are the lines below the lines, down to the total; what is nothing is left
// out.
func (s *Sheet) Sums(p *job.Prices) []Sum {
	out := []Sum{{"together", "Together", s.Subtotal}}
	for _, g := range []Sum{{"margin", "Overheads and profit, " + p.Margin.String() + " %", s.Margin},
		{"least", "To the minimum charge", s.TopUp}, {"tax", "Tax, " + p.Tax.String() + " %", s.Tax}} {
		if g.Amount > 0 {
			out = append(out, g)
		}
	}
	return append(out, Sum{"total", "Total", s.Total})
}

func (s *Sheet) line(group, name, count string, rate money.Cents, per string, amount money.Cents) {
	s.Lines = append(s.Lines, Line{group, name, count, rate, per, amount})
}

func (s *Sheet) each(group, name string, n int, rate money.Cents, per string) {
	if n > 0 {
		s.line(group, name, fmt.Sprint(n), rate, per, rate.Of(int64(n), 1))
	}
}

// byLength charges a length at a rate for a foot or metre.
func (s *Sheet) byLength(group, name string, l measure.Length, rate money.Cents, per measure.Unit) {
	if l > 0 {
		s.line(group, name, Units(l, per), rate, string(per), rate.Of(int64(l), int64(per.Length())))
	}
}

// backing buys and puts up the strips under crown where nothing else holds a
// nail. They are butted anywhere, so that only the length counts.
func (s *Sheet) backing(j *job.Job) {
	l := s.Look.Backing
	if l <= 0 {
		return
	}
	p := &j.Prices
	s.Strips.Way = job.BuyShare
	if one := p.Strip.Length; one > 0 {
		n := int((l + one - 1) / one)
		s.Strips.lot(one, n, p.Strip.Price)
		s.line(GroupBacking, "Backing strip, "+one.In(j.Unit), words.Count(n, "strip"), p.Strip.Price, "strip", s.Strips.Cost)
	}
	s.byLength(GroupBacking, "Putting up backing", l, p.Backing, p.Per)
}

// Needed is how many of a sundry the job takes.
func (s *Sheet) Needed(j *job.Job, y job.Sundry) int {
	per := j.Prices.Per.Length().Millimetres()
	amount := 0.0
	switch y.By {
	case job.ByLength:
		amount = s.Look.Length.Millimetres() / per
	case job.ByJoint:
		amount = float64(s.Look.Joints.All())
	case job.ByBacking:
		amount = s.Look.Backing.Millimetres() / per
	case job.ByBead:
		amount = s.Look.Bead.Millimetres() / per
	case job.ByHole:
		amount = float64(s.Look.Holes)
	case job.ByFace:
		amount = s.Look.Face * 1e6 / (per * per) * float64(max(1, y.Coats))
	}
	if y.Lasts <= 0 {
		return 0
	}
	return int(math.Ceil(amount*100/float64(y.Lasts) - 1e-9))
}

func (s *Sheet) sundries(j *job.Job) {
	for _, y := range j.Prices.Sundries {
		s.each(GroupSundries, y.Name, s.Needed(j, y), y.Price, "each")
	}
}

// Units writes a length in feet or metres to the hundredth, as rates go by.
func Units(l measure.Length, per measure.Unit) string {
	return fmt.Sprintf("%.2f %s", float64(l)/float64(per.Length()), per)
}

// ShoppingCost is what the shopping list comes to, before tax.
func (s *Sheet) ShoppingCost(j *job.Job) money.Cents {
	sum := money.Cents(0)
	for _, it := range s.Shopping(j) {
		sum += it.Cost
	}
	return sum
}

// Item is a line of the shopping list.
type Item struct {
	Name   string
	Count  int
	Length measure.Length // of one, where it is a stick
	Price  money.Cents
	Cost   money.Cents
	For    string
}

// Shopping lists what to buy: sticks as chosen, backing and sundries.
func (s *Sheet) Shopping(j *job.Job) []Item {
	var out []Item
	for _, c := range s.Choices {
		for _, lot := range c.Taken().Sticks {
			out = append(out, Item{c.Moulding.Title(), lot.Count, lot.Length, lot.Price, lot.Cost(), c.Moulding.Kind})
		}
	}
	for _, lot := range s.Strips.Sticks {
		out = append(out, Item{"Backing strip", lot.Count, lot.Length, lot.Price, lot.Cost(), "backing"})
	}
	for _, y := range j.Prices.Sundries {
		if n := s.Needed(j, y); n > 0 {
			out = append(out, Item{Name: y.Name, Count: n, Price: y.Price, Cost: y.Price.Of(int64(n), 1), For: "sundries"})
		}
	}
	return out
}
