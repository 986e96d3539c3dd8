package files

import (
	"encoding/csv"
	"fmt"
	"io"
	"strings"

	"gnomon/core/job"
	"gnomon/core/money"
	"gnomon/core/quote"
)

// WriteQuotePDF writes the sheet as a customer reads it.
func WriteQuotePDF(w io.Writer, j job.Job, s quote.Sheet) error {
	name := j.Name
	if name == "" {
		name = "Quote"
	}
	p := newPage(j.Unit.Metric(), "Quote: "+name, "Quote · "+name)
	cur := func(c money.Cents) string { return c.Text(j.Prices.Currency) }
	p.put(p.left, "Quote", "B", 22, false)
	if j.Quote.Number != "" {
		p.put(p.right, "No. "+j.Quote.Number, "", 11, true)
	}
	p.down(20, 0)
	p.put(p.left, name, "B", 13, false)
	if j.Quote.Date != "" {
		p.put(p.right, j.Quote.Date, "", 11, true)
	}
	p.down(22, 0)
	top := p.y
	for i, side := range []struct{ title, text string }{{"For", j.Quote.For}, {"From", j.Quote.From}} {
		if strings.TrimSpace(side.text) == "" {
			continue
		}
		y := p.y
		p.y = top
		x := p.left + float64(i)*(p.right-p.left)/2
		p.put(x, side.title, "", 9, false)
		p.down(13, 0)
		p.wrap(x, (p.right-p.left)/2-20, side.text, "", 10.5, 13.5)
		p.y = max(p.y, y)
	}
	p.down(6, 0)
	p.wrap(p.left, p.right-p.left, s.Basis(), "", 10, 13)
	p.down(6, 0)
	for _, g := range quote.Groups {
		lines, total := s.Group(g.ID)
		for i, l := range lines {
			if i == 0 {
				p.down(9, 60)
				p.put(p.left, g.Title, "B", 11, false)
				p.put(p.right, cur(total), "B", 11, true)
				p.down(4, 0)
				p.rule(false)
				p.down(13, 0)
			}
			p.put(p.left, l.Name, "", 10, false)
			p.put(p.right-150, l.Count, "", 10, true)
			p.put(p.right-70, cur(l.Rate), "", 10, true)
			p.put(p.right, cur(l.Amount), "", 10, true)
			p.down(13, 13)
		}
	}
	p.down(2, 90)
	p.rule(false)
	p.down(15, 0)
	for _, g := range s.Sums(&j.Prices) {
		style, size := "", 10.0
		if g.ID == "total" {
			style, size = "B", 13
			p.down(3, 0)
		}
		p.put(p.right-130, g.Title, style, size, true)
		p.put(p.right, cur(g.Amount), style, size, true)
		p.down(size+5, 0)
	}
	half := (p.right-p.left)/2 - 14
	p.down(8, 90)
	y, end := p.y, p.y
	for i, side := range []struct{ title, text string }{{"Included", j.Quote.Included}, {"Not included", j.Quote.Excluded}} {
		if strings.TrimSpace(side.text) == "" {
			continue
		}
		p.y = y
		x := p.left + float64(i)*(half+28)
		p.put(x, side.title, "B", 11, false)
		p.down(15, 0)
		p.wrap(x, half, side.text, "", 10, 13.5)
		end = max(end, p.y)
	}
	p.y = end
	if strings.TrimSpace(j.Quote.Note) != "" {
		p.down(8, 30)
		p.wrap(p.left, p.right-p.left, j.Quote.Note, "", 10, 13.5)
	}
	return p.write(w)
}

// WriteShoppingPDF writes the shopping list with boxes to tick.
func WriteShoppingPDF(w io.Writer, j job.Job, s quote.Sheet) error {
	p := newPage(j.Unit.Metric(), "Shopping list: "+j.Name, "Shopping list · "+j.Name)
	p.put(p.left, "Shopping list", "B", 22, false)
	p.down(20, 0)
	p.put(p.left, j.Name, "B", 13, false)
	p.down(18, 0)
	p.wrap(p.left, p.right-p.left, s.Basis(), "", 10, 13)
	p.down(8, 0)
	p.rule(false)
	for _, it := range s.Shopping(&j) {
		p.down(22, 22)
		p.SetDrawColor(0x20, 0x26, 0x2b)
		p.Rect(p.left, p.y-10, 11, 11, "D")
		p.put(p.left+56, fmt.Sprint(it.Count), "B", 14, true)
		name := it.Name
		if it.Length > 0 {
			name += ", " + it.Length.In(j.Unit)
		}
		p.put(p.left+68, name, "", 11.5, false)
		p.put(p.right, it.Cost.Text(j.Prices.Currency), "", 11, true)
		p.y += 6
		p.rule(true)
		p.y -= 6
	}
	p.down(30, 0)
	p.put(p.right-100, "Together, before tax", "", 10, true)
	p.put(p.right, s.ShoppingCost(&j).Text(j.Prices.Currency), "B", 13, true)
	return p.write(w)
}

// WriteShoppingCSV writes the shopping list: a line for each thing to buy.
func WriteShoppingCSV(w io.Writer, j job.Job, s quote.Sheet) error {
	c := csv.NewWriter(w)
	if err := c.Write([]string{"count", "what", "length", "for", "price", "cost"}); err != nil {
		return err
	}
	for _, it := range s.Shopping(&j) {
		length := ""
		if it.Length > 0 {
			length = it.Length.In(j.Unit)
		}
		if err := c.Write(cells(fmt.Sprint(it.Count), it.Name, length, it.For, it.Price.String(), it.Cost.String())); err != nil {
			return err
		}
	}
	c.Flush()
	return c.Error()
}
