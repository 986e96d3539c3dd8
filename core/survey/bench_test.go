package survey

import (
	"math"
	"math/rand/v2"
	"testing"
)

// hall is a hall with pilasters all round: n walls, a multiple of 8.
func hall(n int) trueRoom {
	var t trueRoom
	k := n / 4 // walls on a side, pilasters of three and a stretch between
	dir := []Point{{1, 0}, {0, 1}, {-1, 0}, {0, -1}}
	at := Point{}
	for s := range 4 {
		u, in := dir[s], dir[(s+1)%4]
		go1 := func(d Point, l float64) { at = Point{at.X + d.X*l, at.Y + d.Y*l}; t = append(t, at) }
		out := Point{-in.X, -in.Y}
		for i := range k / 4 {
			go1(u, 40)
			go1(out, 6)
			go1(u, 14)
			if i < k/4-1 || true {
				go1(in, 6)
			}
		}
		for range k % 4 {
			go1(u, 40)
		}
	}
	return t
}

func BenchmarkCheck(b *testing.B) {
	for _, c := range []struct {
		name string
		room trueRoom
	}{{"12x15", trueRoom{{0, 0}, {180, 0}, {180, 144}, {0, 144}}}, {"200 walls", hall(200)}} {
		n := noise{1.0 / 16, 0.5}
		r := rand.New(rand.NewPCG(1, 1))
		good := c.room.read(r, n)
		foot := offWall(good, 3, 12)
		gross := offTurn(good, 2, -float64(good.Turns[2].Turn))
		v := Check(good)
		b.Run(c.name+"/closes", func(b *testing.B) {
			for b.Loop() {
				Check(good)
			}
		})
		b.Run(c.name+"/a foot", func(b *testing.B) {
			for b.Loop() {
				Check(foot)
			}
		})
		b.Run(c.name+"/outside for inside", func(b *testing.B) {
			for b.Loop() {
				Check(gross)
			}
		})
		b.Run(c.name+"/helps", func(b *testing.B) {
			for b.Loop() {
				Helps(good, v)
			}
		})
		_ = math.Pi
	}
}
