package nest

import (
	"context"
	"flag"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

var (
	figures = flag.Bool("figures", false, "print the table of docs/fitting.md")
	many    = flag.Int("instances", 1000, "how many of each kind")
)

func TestFigures(t *testing.T) {
	if !*figures {
		t.Skip("make fitting prints them")
	}
	for _, f := range []struct {
		name    string
		make    func(n uint64) Problem
		n       int
		seconds int64
	}{
		{"one length", func(n uint64) Problem { return house(n, 1, false) }, *many, 2},
		{"two lengths", func(n uint64) Problem { return house(n, 2, false) }, *many, 2},
		{"three lengths", func(n uint64) Problem { return house(n, 3, false) }, *many, 2},
		{"600 pieces, one", func(n uint64) Problem { return bigHouse(n, 1) }, *many / 100, 5},
		{"600 pieces, three", func(n uint64) Problem { return bigHouse(n, 3) }, *many / 100, 5},
		{"perfect 10", func(n uint64) Problem { return perfect(n, 10) }, *many / 10, 2},
		{"perfect 25", func(n uint64) Problem { return perfect(n, 25) }, *many / 10, 2},
		{"perfect 60", func(n uint64) Problem { return perfect(n, 60) }, *many / 10, 10},
		{"slanted, one", func(n uint64) Problem { return house(n, 1, true) }, *many, 2},
		{"slanted, three", func(n uint64) Problem { return house(n, 3, true) }, *many, 2},
	} {
		var met, one, pct1, pct2, half, two, proved int
		var worst time.Duration
		var total time.Duration
		for i := range f.n {
			p := f.make(uint64(i))
			begin := time.Now()
			l, err := Search(context.Background(), p, Effort{Work: f.seconds * Second})
			d := time.Since(begin)
			require.NoError(t, err)
			require.NoError(t, p.Verify(l))
			total += d
			worst = max(worst, d)
			if d < 500*time.Millisecond {
				half++
			}
			if d < 2*time.Second {
				two++
			}
			if l.Count == l.LeastCount {
				met++
			}
			if l.Count <= l.LeastCount+1 {
				one++
			}
			gap := float64(l.Cost-l.LeastCost) / float64(l.LeastCost)
			if gap <= 0.01 {
				pct1++
			}
			if gap <= 0.02 {
				pct2++
			}
			if l.Proved {
				proved++
			}
		}
		pc := func(k int) string { return fmt.Sprintf("%.1f%%", 100*float64(k)/float64(f.n)) }
		fmt.Printf("%-16s count met %s, +1 %s; cost 1%% %s, 2%% %s, proved %s; 0.5s %s 2s %s mean %v worst %v\n", f.name, pc(met), pc(one), pc(pct1), pc(pct2), pc(proved), pc(half), pc(two), total/time.Duration(f.n), worst)
	}
}
