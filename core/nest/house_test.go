package nest

import (
	"fmt"
	"math"
	"math/rand/v2"

	"gnomon/core/measure"
)

const sixteenth = measure.Inch / 16

// The instances of docs/fitting.md. A house: 20 to 150 pieces of 6 in to 15 ft
// in sixteenths, cut from one, two or three stick lengths.
func house(n uint64, lengths int, slanted bool) Problem {
	rng := rand.New(rand.NewPCG(2026, n))
	p := Problem{Kerf: measure.Inch / 8}
	for _, s := range [][]struct {
		feet  int
		cents int64
	}{{{16, 2450}}, {{16, 2450}, {12, 1790}}, {{16, 2450}, {12, 1790}, {8, 1120}}}[lengths-1] {
		p.Stocks = append(p.Stocks, Stock{ID: fmt.Sprintf("%d'", s.feet), Length: measure.Length(s.feet) * measure.Foot, Price: s.cents, Available: Unlimited})
	}
	ends := []End{{}}
	if slanted { // a crown that projects 3 in, in corners that are not square
		p.Projection = 3 * measure.Inch
		inside, outside := math.Tan((90+rng.NormFloat64())/2*math.Pi/180), math.Tan((90+rng.NormFloat64())/2*math.Pi/180)
		// At a left end; at a right one the slope is the opposite.
		ends = []End{{}, {}, {S: inside}, {S: inside}, {S: -outside}}
	}
	for i := range 20 + rng.IntN(131) {
		q := Piece{ID: fmt.Sprint(i + 1), Length: measure.Length(6*16+rng.IntN((15*12-6)*16+1)) * sixteenth}
		q.Left, q.Right = ends[rng.IntN(len(ends))], ends[rng.IntN(len(ends))]
		q.Right.S = -q.Right.S
		p.Pieces = append(p.Pieces, q)
	}
	return p
}

// perfect cuts whole sticks up at random, kerfs included, into 3 to 7 pieces of
// at least 3 in: they fit back without any waste.
func perfect(n uint64, sticks int) Problem {
	rng := rand.New(rand.NewPCG(1948, n))
	p := Problem{Kerf: measure.Inch / 8, Stocks: []Stock{{ID: "16'", Length: 16 * measure.Foot, Price: 2450, Available: Unlimited}}}
	for range sticks {
		k := 3 + rng.IntN(5)
		spare := 16*12*16 - (k-1)*2 - k*48 // sixteenths to share out over k pieces of 3 in
		cuts := make([]int, k+1)
		for i := 1; i < k; i++ {
			cuts[i] = rng.IntN(spare + 1)
		}
		cuts[k] = spare
		for i := 1; i < k; i++ { // in order
			for j := i; j > 1 && cuts[j] < cuts[j-1]; j-- {
				cuts[j], cuts[j-1] = cuts[j-1], cuts[j]
			}
		}
		for i := range k {
			p.Pieces = append(p.Pieces, Piece{ID: fmt.Sprint(len(p.Pieces) + 1), Length: measure.Length(48+cuts[i+1]-cuts[i]) * sixteenth})
		}
	}
	rng.Shuffle(len(p.Pieces), func(i, j int) { p.Pieces[i], p.Pieces[j] = p.Pieces[j], p.Pieces[i] })
	return p
}

// bigHouse is a house of 600 pieces.
func bigHouse(n uint64, lengths int) Problem {
	p := house(1_000_000+n*100, lengths, false)
	for k := uint64(1); len(p.Pieces) < 600; k++ {
		for _, q := range house(1_000_000+n*100+k, lengths, false).Pieces {
			q.ID = fmt.Sprint(len(p.Pieces) + 1)
			p.Pieces = append(p.Pieces, q)
		}
	}
	p.Pieces = p.Pieces[:600]
	return p
}
