package nest

import (
	"context"
	"flag"
	"fmt"
	"math"
	"runtime"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

var (
	figures = flag.Bool("figures", false, "print the tables of docs/fitting.md")
	many    = flag.Int("instances", 1000, "how many houses of each kind")
	only    = flag.String("only", "", "those whose name holds this")
)

// firstFit is the pencil's way: longest piece first, into the first stick with
// room, all of them of the length that costs least for each inch.
func firstFit(p Problem) int64 {
	best := slices.MinFunc(p.Stocks, func(a, b Stock) int {
		return int(math.Copysign(1, float64(a.Price)/float64(a.Length)-float64(b.Price)/float64(b.Length)))
	})
	longest := slices.MaxFunc(p.Stocks, func(a, b Stock) int { return int(a.Length - b.Length) })
	pieces := slices.Clone(p.Pieces)
	slices.SortStableFunc(pieces, func(a, b Piece) int { return int(b.Length - a.Length) })
	var sticks [][]Piece
	var kinds []Stock
	cost := int64(0)
next:
	for _, q := range pieces {
		for i := range sticks {
			if try := append(slices.Clone(sticks[i]), q); fitsInTurn(&p, kinds[i], try) {
				sticks[i] = try
				continue next
			}
		}
		kind := best
		if !fitsInTurn(&p, kind, []Piece{q}) {
			kind = longest
		}
		sticks, kinds = append(sticks, []Piece{q}), append(kinds, kind)
		cost += kind.Price
	}
	return cost
}

// fitsInTurn lays pieces out in the order given.
func fitsInTurn(p *Problem, s Stock, pieces []Piece) bool {
	e := p.start(s)
	for _, q := range pieces {
		from := p.after(e, q.Left)
		e = edge{at: from + q.Length, end: q.Right, cut: true}
	}
	return p.finish(s, e) <= s.Length
}

// shareOf buys the running length and a tenth in the longest sticks.
func shareOf(p Problem) int64 {
	longest := slices.MaxFunc(p.Stocks, func(a, b Stock) int { return int(a.Length - b.Length) })
	sum := measure.Length(0)
	for _, q := range p.Pieces {
		sum += q.Length
	}
	return int64(math.Ceil(1.1*float64(sum)/float64(longest.Length))) * longest.Price
}

func TestFigures(t *testing.T) {
	if !*figures {
		t.Skip("make fitting prints them")
	}
	fmt.Println("| instances | how many | stick count = bound | at most one above | cost within 1 % | within 2 % | proved least | mean time | 95 of 100 within " +
		"| longest |")
	fmt.Println("|---|---|---|---|---|---|---|---|---|---|")
	side := "| instances | longest-first first-fit | a tenth on top, longest sticks | runs short | this |\n|---|---|---|---|---|\n"
	peak := uint64(0)
	for _, f := range []struct {
		name    string
		make    func(n uint64) Problem
		n       int
		seconds int64
	}{
		{"houses, one length", func(n uint64) Problem { return house(n, 1, false) }, *many, 2},
		{"houses, two lengths", func(n uint64) Problem { return house(n, 2, false) }, *many, 2},
		{"houses, three lengths", func(n uint64) Problem { return house(n, 3, false) }, *many, 2},
		{"slanted, one length", func(n uint64) Problem { return house(n, 1, true) }, *many, 2},
		{"slanted, three lengths", func(n uint64) Problem { return house(n, 3, true) }, *many, 2},
		{"no waste, 10 sticks", func(n uint64) Problem { return perfect(n, 10) }, *many / 5, 2},
		{"no waste, 25 sticks", func(n uint64) Problem { return perfect(n, 25) }, *many / 5, 2},
		{"no waste, 60 sticks", func(n uint64) Problem { return perfect(n, 60) }, *many / 5, 10},
		{"600 pieces, one length", func(n uint64) Problem { return bigHouse(n, 1) }, *many / 50, 5},
		{"600 pieces, three lengths", func(n uint64) Problem { return bigHouse(n, 3) }, *many / 50, 5},
	} {
		if f.n == 0 || !strings.Contains(f.name, *only) {
			continue
		}
		var met, one, pct1, pct2, proved, short int
		var ours, first, share float64
		var times []time.Duration
		var total time.Duration
		for i := range f.n {
			p := f.make(uint64(i))
			begin := time.Now()
			// As gnomon nest --seconds does: the clock cancels what the effort does not end.
			ctx, stop := context.WithTimeout(context.Background(), time.Duration(f.seconds)*time.Second)
			l, err := Search(ctx, p, Effort{Work: f.seconds * Second})
			d := time.Since(begin)
			stop()
			require.NoError(t, err)
			require.NoError(t, p.Verify(l))
			total += d
			times = append(times, d)
			gap := float64(l.Cost)/float64(l.LeastCost) - 1
			ours += gap
			first += float64(firstFit(p))/float64(l.LeastCost) - 1
			sh := shareOf(p)
			share += float64(sh)/float64(l.LeastCost) - 1
			for n, ok := range map[*int]bool{&met: l.Count == l.LeastCount, &one: l.Count <= l.LeastCount+1, &pct1: gap <= 0.01, &pct2: gap <= 0.02, &proved: l.Proved,
				&short: sh < l.LeastCost} {
				if ok {
					*n++
				}
			}
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			peak = max(peak, m.HeapAlloc)
		}
		slices.Sort(times)
		pc := func(k int) string { return fmt.Sprintf("%.1f %%", 100*float64(k)/float64(f.n)) }
		more := func(x float64) string { return fmt.Sprintf("+%.2f %%", 100*x/float64(f.n)) }
		ms := func(d time.Duration) string { return d.Round(time.Millisecond).String() }
		fmt.Printf("| %s | %d | %s | %s | %s | %s | %s | %s | %s | %s |\n", f.name, f.n, pc(met), pc(one), pc(pct1), pc(pct2), pc(proved),
			ms(total/time.Duration(f.n)), ms(times[len(times)*95/100]), ms(times[len(times)-1]))
		side += fmt.Sprintf("| %s | %s | %s | %s | %s |\n", f.name, more(first), more(share), pc(short), more(ours))
	}
	fmt.Println()
	fmt.Print(side)
	fmt.Printf("\nMost memory in use after a search: %d MB.\n", peak>>20)
}
