package job

import (
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Prices is the price sheet. Rates by length are for a foot or a metre, as Per
// says; rates for joints are for one joint, whether one piece is cut for it or
// two.
type Prices struct {
	Currency string        `json:"currency" maxLength:"4"`
	Per      measure.Unit  `json:"per" enum:",ft,m" doc:"ft or m"`
	Cope     money.Cents   `json:"cope"`
	Mitre    money.Cents   `json:"mitre" doc:"inside, glued"`
	Outside  money.Cents   `json:"outside"`
	Scarf    money.Cents   `json:"scarf"`
	Return   money.Cents   `json:"return"`
	Butt     money.Cents   `json:"butt" doc:"against a casing"`
	Casing   money.Cents   `json:"casing" doc:"a set: two legs and a head on one side of an opening"`
	Stool    money.Cents   `json:"stool,omitempty" doc:"with its apron"`
	Built    money.Cents   `json:"built_head,omitempty" doc:"a built-up one, what it costs more than a plain head"`
	Band     money.Cents   `json:"band,omitempty" doc:"around a set"`
	Plinths  money.Cents   `json:"plinths,omitempty" doc:"the pair of a set"`
	Backing  money.Cents   `json:"backing" doc:"by length, put up"`
	Strip    Stick         `json:"strip" doc:"the backing as bought"`
	Sundries []Sundry      `json:"sundries" maxItems:"100"`
	Least    money.Cents   `json:"least" doc:"the minimum charge"`
	Margin   money.Percent `json:"margin" doc:"on everything above it"`
	Tax      money.Percent `json:"tax"`
	Origin   *Origin       `json:"origin,omitempty" doc:"what the shop had when it was taken from there"`
}

// What a sundry is counted by.
const (
	ByLength  = "length"  // of all mouldings, in feet or metres
	ByJoint   = "joint"   // joints
	ByBacking = "backing" // length of backing
	ByFace    = "face"    // painted face, in square feet or metres
	ByBead    = "bead"    // length of bead
	ByHole    = "hole"    // nail holes
)

// Sundry is something used up: one, at its price, lasts for so many of what it
// is counted by. Paint is counted once for each coat.
type Sundry struct {
	ID    string      `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name  string      `json:"name" maxLength:"200"`
	By    string      `json:"by" required:"true" enum:"length,joint,backing,face,bead,hole"`
	Price money.Cents `json:"price"`
	Lasts Count       `json:"lasts" required:"true"`
	Coats int         `json:"coats,omitempty" minimum:"0" maximum:"10"`
}

// Count is a number in hundredths, so that 12.5 ft is exact.
type Count = money.Cents

// DefaultPrices is a made-up sheet to change.
func DefaultPrices(unit measure.Unit) Prices {
	p := Prices{Currency: "$", Per: measure.UnitFoot, Cope: 9_00, Mitre: 7_50, Outside: 8_50, Scarf: 12_00, Return: 6_50, Butt: 1_50, Casing: 48_00,
		Stool: 34_00, Built: 42_00, Band: 18_00, Plinths: 9_00, Backing: 1_10,
		Strip: Stick{Entry: texts(unit, "8'", "2400"), Price: 5_40}, Least: 180_00, Margin: 15_00, Tax: 6_50,
		Sundries: []Sundry{
			{ID: "nails", Name: "Finish nails, box", By: ByLength, Price: 13_80, Lasts: 300_00},
			{ID: "glue", Name: "Wood glue, bottle", By: ByJoint, Price: 6_20, Lasts: 80_00},
			{ID: "adhesive", Name: "Construction adhesive, tube", By: ByBacking, Price: 5_90, Lasts: 24_00},
			{ID: "caulk", Name: "Painter’s caulk, cartridge", By: ByBead, Price: 4_70, Lasts: 165_00},
			{ID: "filler", Name: "Wood filler, tub", By: ByHole, Price: 7_90, Lasts: 900_00},
			{ID: "paint", Name: "Trim paint, tin", By: ByFace, Price: 31_50, Lasts: 110_00, Coats: 2},
		}}
	if unit.Metric() {
		p.Currency, p.Per, p.Backing, p.Strip.Price = "€", measure.UnitMetre, 3_40, 5_10
		for i, lasts := range []Count{90_00, 80_00, 7_50, 50_00, 900_00, 10_00} {
			p.Sundries[i].Lasts = lasts
		}
	}
	return p
}

// Quote is what the customer reads beside the figures. Nothing in it is made up
// by the program but the lists of what is included.
type Quote struct {
	For      string `json:"for,omitempty" maxLength:"4000"`
	From     string `json:"from,omitempty" maxLength:"4000"`
	Number   string `json:"number,omitempty" maxLength:"4000"`
	Date     string `json:"date,omitempty" maxLength:"4000"`
	Included string `json:"included,omitempty" maxLength:"4000" doc:"a line each"`
	Excluded string `json:"excluded,omitempty" maxLength:"4000"`
	Note     string `json:"note,omitempty" maxLength:"4000"`
}

// Lists of a new quote.
const (
	DefaultIncluded = "Mouldings as listed, delivered\nCutting, coping, fixing and filling\nSweeping up and taking away offcuts"
	DefaultExcluded = "Repairs to walls, floors and ceilings\nMoving furniture and fittings\nElectrical, gas and plumbing work\nAnything hidden that comes to " +
		"light: old paint and materials are tested first"
)

func (p *Prices) normalise(unit measure.Unit) {
	if p.Per == "" && p.Currency == "" && len(p.Sundries) == 0 && p.Strip.Text == "" {
		*p = DefaultPrices(unit)
	}
	if p.Per == "" {
		p.Per = DefaultPrices(unit).Per
	}
	if p.Strip.Text == "" && p.Strip.Length == 0 {
		p.Strip = DefaultPrices(unit).Strip
	}
	p.Sundries = some(p.Sundries)
}

func (p *Prices) entries(f func(thing, field string, e *Entry) error) error {
	return f("prices", "strip", &p.Strip.Entry)
}

// Sundry finds a sundry.
func (p *Prices) Sundry(id string) *Sundry {
	return find(p.Sundries, func(s *Sundry) bool { return s.ID == id })
}
