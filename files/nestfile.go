package files

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/nest"
)

// nestFile is what scripts hand in to have pieces fitted into sticks. A bare
// number is inches.
type nestFile struct {
	Kerf    job.Entry `json:"kerf"`
	EndTrim job.Entry `json:"end_trim"`
	Sticks  []struct {
		Length    job.Entry   `json:"length"`
		Price     money.Cents `json:"price"`
		Available *int        `json:"available"`
	} `json:"sticks"`
	Offcuts []job.Entry `json:"offcuts"`
	Pieces  []struct {
		ID         string    `json:"id"`
		Length     job.Entry `json:"length"`
		Qty        *int      `json:"qty"`
		LeftSlope  float64   `json:"left_slope"`
		RightSlope float64   `json:"right_slope"`
	} `json:"pieces"`
	Projection job.Entry `json:"projection"`
}

// Nest is a problem read from a file, with what each stock is called there.
type Nest struct {
	Problem nest.Problem
	Names   map[string]string
}

// ReadNest reads a problem whole or not at all. The error is one line that
// names the thing, the value and the way out.
func ReadNest(r io.Reader) (Nest, error) {
	b, err := io.ReadAll(io.LimitReader(r, MaxJobFile+1))
	if err != nil {
		return Nest{}, fmt.Errorf("nest file: cannot be read: %w", err)
	}
	if len(b) > MaxJobFile {
		return Nest{}, fmt.Errorf("nest file: longer than %d MB; split it", MaxJobFile>>20)
	}
	var f nestFile
	dec := json.NewDecoder(bytes.NewReader(bytes.TrimPrefix(b, []byte("\xef\xbb\xbf"))))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&f); err != nil {
		var price *money.Error
		if errors.As(err, &price) {
			return Nest{}, fmt.Errorf("nest file: price %w", price)
		}
		words, _ := job.JSONWords(err)
		return Nest{}, fmt.Errorf("nest file: %s; docs/fitting.md shows what it holds", words)
	}
	if _, err := dec.Token(); err != io.EOF {
		return Nest{}, errors.New("nest file: something follows the problem; keep one in a file")
	}
	out := Nest{Names: map[string]string{}}
	p := &out.Problem
	length := func(thing, field string, e job.Entry, to *measure.Length) error {
		if strings.TrimSpace(e.Text) == "" { // left out
			return nil
		}
		v, err := job.Typed(e.Text, measure.UnitInch)
		if err != nil {
			return fmt.Errorf("nest file: %w", job.Unreadable(thing, field, e.Text, err))
		}
		*to = v.Length
		return nil
	}
	for _, g := range []struct {
		field string
		e     job.Entry
		to    *measure.Length
	}{{"kerf", f.Kerf, &p.Kerf}, {"end_trim", f.EndTrim, &p.Trim}, {"projection", f.Projection, &p.Projection}} {
		if err := length("nest", g.field, g.e, g.to); err != nil {
			return Nest{}, err
		}
	}
	for i, s := range f.Sticks {
		st := nest.Stock{ID: s.Length.Text, Price: int64(s.Price), Available: nest.Unlimited}
		if err := length(fmt.Sprintf("stick %d", i+1), "length", s.Length, &st.Length); err != nil {
			return Nest{}, err
		}
		if s.Available != nil {
			if st.Available = *s.Available; st.Available < 0 {
				return Nest{}, fmt.Errorf("nest file: stick %s, available %d: less than none; give 0 or more, or null for enough", st.ID, st.Available)
			}
		}
		if _, twice := out.Names[st.ID]; twice { // one length at two prices
			st.ID += fmt.Sprintf(" (%d)", i+1)
		}
		out.Names[st.ID] = s.Length.Text
		p.Stocks = append(p.Stocks, st)
	}
	for i, o := range f.Offcuts {
		st := nest.Stock{ID: fmt.Sprintf("offcut %d: %s", i+1, o.Text), OnHand: true}
		if err := length(fmt.Sprintf("offcut %d", i+1), "length", o, &st.Length); err != nil {
			return Nest{}, err
		}
		out.Names[st.ID] = "offcut " + o.Text
		p.Stocks = append(p.Stocks, st)
	}
	for i, q := range f.Pieces {
		if q.ID == "" {
			return Nest{}, fmt.Errorf("nest file: piece %d has no id; give it one", i+1)
		}
		piece := nest.Piece{ID: q.ID, Left: nest.End{S: q.LeftSlope}, Right: nest.End{S: q.RightSlope}}
		if err := length("piece "+q.ID, "length", q.Length, &piece.Length); err != nil {
			return Nest{}, err
		}
		if q.Qty == nil {
			p.Pieces = append(p.Pieces, piece)
			continue
		}
		if *q.Qty < 1 || *q.Qty > nest.MaxPieces {
			return Nest{}, fmt.Errorf("nest file: piece %s, qty %d: give from 1 to %d", q.ID, *q.Qty, nest.MaxPieces)
		}
		for n := range *q.Qty {
			piece.ID = fmt.Sprintf("%s#%d", q.ID, n+1)
			p.Pieces = append(p.Pieces, piece)
		}
	}
	if err := p.Check(); err != nil {
		return Nest{}, fmt.Errorf("nest file: %w", err)
	}
	return out, nil
}

type nestPlaced struct {
	ID    string  `json:"id"`
	Start float64 `json:"start_in"`
	End   float64 `json:"end_in"`
}

type nestStick struct {
	Stock    string       `json:"stock"`
	Pieces   []nestPlaced `json:"pieces"`
	Leftover float64      `json:"leftover_in"`
}

// WriteNest writes a layout as scripts read it: positions in inches on the back
// line, money with two decimals.
func WriteNest(w io.Writer, n Nest, l nest.Solution, seconds float64) error {
	out := struct {
		Sticks      []nestStick `json:"sticks"`
		Cost        money.Cents `json:"cost"`
		LeastCost   money.Cents `json:"lower_bound_cost"`
		Count       int         `json:"stick_count"`
		LeastSticks int         `json:"lower_bound_sticks"`
		Proved      bool        `json:"proved"`
		Seconds     float64     `json:"seconds"`
	}{[]nestStick{}, money.Cents(l.Cost), money.Cents(l.LeastCost), l.Count, l.LeastCount, l.Proved, seconds}
	for _, s := range l.Sticks {
		st := nestStick{Stock: n.Names[s.Stock], Pieces: []nestPlaced{}, Leftover: s.Leftover.Inches()}
		for _, c := range s.Pieces {
			st.Pieces = append(st.Pieces, nestPlaced{c.Piece, c.From.Inches(), c.To.Inches()})
		}
		out.Sticks = append(out.Sticks, st)
	}
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	return enc.Encode(out)
}

// WriteNestText writes a layout to read at the saw.
func WriteNestText(w io.Writer, n Nest, l nest.Solution) error {
	for i, s := range l.Sticks {
		if _, err := fmt.Fprintf(w, "%d. %s:", i+1, n.Names[s.Stock]); err != nil {
			return err
		}
		for _, c := range s.Pieces {
			fmt.Fprintf(w, "  %s %s", c.Piece, (c.To - c.From).FeetInches())
		}
		fmt.Fprintf(w, "  · %s left\n", s.Leftover.FeetInches())
	}
	word := fmt.Sprintf("no plan costs less than %s", money.Cents(l.LeastCost))
	if l.Proved {
		word = "proved least"
	}
	_, err := fmt.Fprintf(w, "%d sticks, %s; %s\n", l.Count, money.Cents(l.Cost), word)
	return err
}
