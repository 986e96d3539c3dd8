package server

import (
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// StickView is a length that a moulding is sold in.
type StickView struct {
	ID string `json:"id" doc:"what to set its price and number by"`
	EntryView
	Price     MoneyView `json:"price"`
	Available *int      `json:"available,omitempty" doc:"how many the yard has; none for enough"`
}

// CuttingView is how sticks are bought and used up.
type CuttingView struct{ of of[job.Cutting] }

// DoorsView is the door that a quick look counts.
type DoorsView struct{ of of[job.Doors] }

// LookView is what a quick look gives for a room. Counts are missing where they
// are guessed.
type LookView struct{ of of[job.Look] }

// PricesView is the price sheet.
type PricesView struct {
	Currency string       `json:"currency"`
	Per      string       `json:"per" enum:"ft,m"`
	Rates    []RateView   `json:"rates"`
	Strip    StickView    `json:"strip"`
	Sundries []SundryView `json:"sundries"`
	Margin   string       `json:"margin"`
	Tax      string       `json:"tax"`
}

// RateView is a rate with the name of its field.
type RateView struct {
	Field string    `json:"field"`
	Label string    `json:"label"`
	Price MoneyView `json:"price"`
}

// SundryView is something used up.
type SundryView struct {
	ID    string    `json:"id"`
	Name  string    `json:"name"`
	By    string    `json:"by" enum:"length,joint,backing,face"`
	Price MoneyView `json:"price"`
	Lasts string    `json:"lasts"`
	Coats int       `json:"coats"`
}

func pricesView(p job.Prices, u measure.Unit) PricesView {
	v := PricesView{Currency: p.Currency, Per: string(p.Per), Margin: p.Margin.String(), Tax: p.Tax.String(), Sundries: []SundryView{},
		Strip: StickView{EntryView: entryView(p.Strip.Entry, u), Price: moneyView(p.Strip.Price, p.Currency)}}
	rate := func(field, label string, c money.Cents) {
		v.Rates = append(v.Rates, RateView{field, label, moneyView(c, p.Currency)})
	}
	rate("cope", "cope, a joint", p.Cope)
	rate("mitre", "inside mitre, a joint", p.Mitre)
	rate("outside", "outside mitre, a joint", p.Outside)
	rate("scarf", "scarf, a joint", p.Scarf)
	rate("return", "return, each", p.Return)
	rate("butt", "end at a casing, each", p.Butt)
	rate("casing", "casing set, a set", p.Casing)
	rate("stool", "stool with its apron, each", p.Stool)
	rate("built_head", "built-up head, each more", p.Built)
	rate("band", "back band, a set", p.Band)
	rate("plinths", "plinth blocks, a pair", p.Plinths)
	rate("backing", "backing put up, a "+string(p.Per), p.Backing)
	rate("least", "minimum charge, a job", p.Least)
	for _, s := range p.Sundries {
		v.Sundries = append(v.Sundries, SundryView{s.ID, s.Name, s.By, moneyView(s.Price, p.Currency), s.Lasts.Plain(), s.Coats})
	}
	return v
}
