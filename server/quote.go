package server

import (
	"bytes"
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/quote"
	"gnomon/files"
)

// SheetView is a job counted, bought and priced.
type SheetView struct {
	Choices  []ChoiceView  `json:"choices"`
	Groups   []GroupView   `json:"groups"`
	Sums     []SumView     `json:"sums" doc:"from the lines together down to the total"`
	Total    MoneyView     `json:"total"`
	Basis    string        `json:"basis" doc:"what the figures rest on"`
	Unpriced string        `json:"unpriced,omitempty" doc:"which lines have no price, and where that is set"`
	Rooms    []RoomCount   `json:"rooms"`
	Joints   int           `json:"joints"`
	Length   string        `json:"length" doc:"of all mouldings, in the unit of the rates"`
	Backing  *LengthView   `json:"backing,omitempty"`
	Shopping []ShoppingRow `json:"shopping"`
	Before   MoneyView     `json:"before" doc:"what the shopping comes to, before tax"`
}

// ChoiceView is both ways of buying one moulding.
type ChoiceView struct {
	Moulding string     `json:"moulding"`
	Name     string     `json:"name"`
	Kind     string     `json:"kind"`
	Pieces   int        `json:"pieces"`
	Rough    int        `json:"rough" doc:"pieces whose length is only called out"`
	Sets     int        `json:"sets"`
	Length   LengthView `json:"length"`
	Scarfs   int        `json:"scarfs"`
	Share    BuyView    `json:"share"`
	Fit      BuyView    `json:"fit"`
	Advised  string     `json:"advised" enum:"share,fit"`
	Why      string     `json:"why"`
	Chosen   string     `json:"chosen" enum:"share,fit"`
	Buy      string     `json:"buy" enum:",share,fit" doc:"what was chosen; empty goes by the advice"`
	Sticks   string     `json:"sticks" doc:"the difference in sticks, in words"`
	Money    string     `json:"money" doc:"the difference in money, in words"`
	Missing  string     `json:"missing,omitempty" doc:"what has no price yet"`
}

// BuyView is one way of buying.
type BuyView struct {
	Way    string    `json:"way"`
	Lots   []LotView `json:"lots"`
	Count  int       `json:"count"`
	Cost   MoneyView `json:"cost"`
	Short  string    `json:"short,omitempty"`
	Proved bool      `json:"proved"`
}

// LotView is so many sticks of one length.
type LotView struct {
	Count  int        `json:"count"`
	Length LengthView `json:"length"`
	Price  MoneyView  `json:"price"`
}

// GroupView is a group of lines with its sum.
type GroupView struct {
	ID    string     `json:"id"`
	Title string     `json:"title"`
	Lines []LineView `json:"lines"`
	Sum   MoneyView  `json:"sum"`
}

// LineView is a line of the sheet.
type LineView struct {
	Name   string    `json:"name"`
	Count  string    `json:"count"`
	Rate   MoneyView `json:"rate"`
	Per    string    `json:"per"`
	Amount MoneyView `json:"amount"`
}

// SumView is a line below the lines.
type SumView struct {
	ID     string    `json:"id" enum:"together,margin,least,tax,total"`
	Title  string    `json:"title"`
	Amount MoneyView `json:"amount"`
}

// RoomCount is how a room was counted.
type RoomCount struct {
	ID        string     `json:"id"`
	Inside    int        `json:"inside"`
	Outside   int        `json:"outside"`
	Guessed   bool       `json:"guessed"`
	Doors     int        `json:"doors"`
	Perimeter LengthView `json:"perimeter"`
	Walls     int        `json:"walls"`
	Known     int        `json:"known"`
	Measured  int        `json:"measured"`
	Hints     []string   `json:"hints" doc:"what to mind in it"`
}

// ShoppingRow is a line of the shopping list.
type ShoppingRow struct {
	Count  int         `json:"count"`
	Name   string      `json:"name"`
	Length *LengthView `json:"length,omitempty"`
	Cost   MoneyView   `json:"cost"`
}

func (s *server) quote(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/quote", "get-quote", "How much to buy and what to charge"),
		func(_ context.Context, in *JobPath) (*Body[SheetView], error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[SheetView]{sheetView(&j, quote.Work(&j))}, nil
		})
	sheet := func(write func(*bytes.Buffer, job.Job, quote.Sheet) error) func(*bytes.Buffer, string) error {
		return func(b *bytes.Buffer, id string) error {
			j, _, err := s.store.Job(id)
			if err != nil {
				return err
			}
			return write(b, j, quote.Work(&j))
		}
	}
	s.file(api, "/api/jobs/{job}/quote.pdf", "quote-pdf", "The quote as a customer reads it", "application/pdf", "quote.pdf",
		sheet(func(b *bytes.Buffer, j job.Job, q quote.Sheet) error { return files.WriteQuotePDF(b, j, q) }))
	s.file(api, "/api/jobs/{job}/shopping.pdf", "shopping-pdf", "The shopping list to print", "application/pdf", "shopping-list.pdf",
		sheet(func(b *bytes.Buffer, j job.Job, q quote.Sheet) error { return files.WriteShoppingPDF(b, j, q) }))
	s.file(api, "/api/jobs/{job}/shopping.csv", "shopping-csv", "The shopping list as CSV", "text/csv; charset=utf-8", "shopping-list.csv",
		sheet(func(b *bytes.Buffer, j job.Job, q quote.Sheet) error { return files.WriteShoppingCSV(b, j, q) }))
}

func sheetView(j *job.Job, s quote.Sheet) SheetView {
	cur, u := j.Prices.Currency, j.Unit
	v := SheetView{Choices: []ChoiceView{}, Groups: []GroupView{}, Sums: []SumView{}, Rooms: []RoomCount{}, Shopping: []ShoppingRow{}, Basis: s.Basis(),
		Unpriced: s.Unpriced(),
		Total:    moneyView(s.Total, cur),
		Joints:   s.Look.Joints.All(), Length: quote.Units(s.Look.Length, j.Prices.Per)}
	if s.Look.Backing > 0 {
		l := lengthView(s.Look.Backing, u)
		v.Backing = &l
	}
	for _, c := range s.Choices {
		cv := ChoiceView{Moulding: c.Moulding.ID, Name: c.Moulding.Title(), Kind: c.Moulding.Kind, Pieces: len(c.Pieces), Rough: c.Rough, Sets: c.Sets,
			Length: lengthView(c.Length, u), Scarfs: c.Joints.Scarf,
			Share: buyView(j, c.Share), Fit: buyView(j, c.Fit), Advised: c.Advised, Why: c.Why, Chosen: c.Chosen, Buy: c.Moulding.Buy, Missing: c.Missing}
		cv.Sticks, cv.Money = c.Difference(cur)
		v.Choices = append(v.Choices, cv)
	}
	for _, g := range quote.Groups {
		lines, sum := s.Group(g.ID)
		gv := GroupView{ID: g.ID, Title: g.Title, Lines: []LineView{}, Sum: moneyView(sum, cur)}
		for _, l := range lines {
			gv.Lines = append(gv.Lines, LineView{l.Name, l.Count, moneyView(l.Rate, cur), l.Per, moneyView(l.Amount, cur)})
		}
		if len(gv.Lines) > 0 {
			v.Groups = append(v.Groups, gv)
		}
	}
	for _, g := range s.Sums(&j.Prices) {
		v.Sums = append(v.Sums, SumView{g.ID, g.Title, moneyView(g.Amount, cur)})
	}
	for _, r := range s.Look.Rooms {
		v.Rooms = append(v.Rooms, RoomCount{r.ID, r.Inside, r.Outside, r.Guessed, r.Doors, lengthView(r.Perimeter, u), r.Walls, r.Known, r.Measured, some(r.Hints)})
	}
	for _, it := range s.Shopping(j) {
		row := ShoppingRow{Count: it.Count, Name: it.Name, Cost: moneyView(it.Cost, cur)}
		if it.Length > 0 {
			l := lengthView(it.Length, u)
			row.Length = &l
		}
		v.Shopping = append(v.Shopping, row)
	}
	v.Before = moneyView(s.ShoppingCost(j), cur)
	return v
}

func buyView(j *job.Job, b quote.Buy) BuyView {
	v := BuyView{Way: b.Way, Lots: []LotView{}, Count: b.Count, Cost: moneyView(b.Cost, j.Prices.Currency), Short: b.Short, Proved: b.Proved}
	for _, l := range b.Sticks {
		v.Lots = append(v.Lots, LotView{l.Count, lengthView(l.Length, j.Unit), moneyView(l.Price, j.Prices.Currency)})
	}
	return v
}
