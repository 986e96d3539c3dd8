package lesson

import (
	"gnomon/core/learn"
)

// Wasted is the waste of one job whose pieces are all cut.
type Wasted struct {
	Job, Name string
	Share     float64
}

// What jobs waste differs by about so much from one to the next, and from shop to shop.
const wasteWithin, wasteBetween = .08, .05

// waste is what was used past what was needed, of jobs whose every piece is cut; what goes on the rack is not wasted.
func (l *learning) waste() {
	now := float64(l.shop.Cutting.Share) / 100_00
	sum := 0.0
	for i := range l.all {
		e := &l.all[i]
		share, known := e.Wasted()
		if !known {
			continue
		}
		w := Wasted{e.Job, e.Name, share}
		sum += w.Share
		l.out.Wasted = append(l.out.Wasted, w)
	}
	n := float64(len(l.out.Wasted))
	l.out.Waste = Estimate{Value: now, SD: wasteBetween, N: len(l.out.Wasted)}
	if n > 0 {
		l.out.Waste.Value, l.out.Waste.SD = learn.Shrunk(sum/n, n, wasteWithin, learn.Belief{Mean: now, SD: wasteBetween})
	}
}
