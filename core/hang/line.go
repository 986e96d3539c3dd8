package hang

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/stretch"
)

// Line is where what hangs from a ceiling is lined up on the wall: the lowest edge of a
// run, or of the whole of a built-up one.
type Line struct {
	Room    string
	Run     string   // the lowest member's
	Members []string // runs that hang together, from the wall outward
	Drop    measure.Length
	Mark    measure.Length // the drop less what compound pushes down: the gauge block
	Stop    measure.Length // the crown stop's distance, the projection; nothing without crown
	Lowest  string         // where the line is set from, in words
}

// Lines are the layout lines of a room.
func Lines(r *stretch.Room) []Line {
	var out []Line
	at := map[string]int{}
	for i := range r.Runs {
		k := &r.Runs[i]
		m := r.Job.Moulding(k.Moulding)
		if k.Level != job.Ceiling || !m.Is().Runs {
			continue
		}
		root := k
		for o := k; o != nil; o = r.Under(o) {
			root = o
		}
		n, there := at[root.ID]
		if !there {
			n = len(out)
			at[root.ID] = n
			out = append(out, Line{Room: r.ID, Run: k.ID})
		}
		l, sh := &out[n], r.Shapes.Of(m.ID)
		l.Members = append(l.Members, k.ID)
		if d := stretch.Below(k) + sh.Drop; d > l.Drop {
			l.Drop, l.Run = d, k.ID
		}
		if sh.Crown {
			l.Stop = sh.Projection
		}
	}
	rules, _ := r.Job.RulesAt(r.Room, "", "")
	low, over, known := r.Measured.Lowest()
	for i := range out {
		l := &out[i]
		l.Mark = l.Drop - rules.OffLayoutMark.Length
		if known && over > 0 {
			end := "left"
			if low.Right {
				end = "right"
			}
			l.Lowest = fmt.Sprintf("the %s end of %s", end, job.WallNumber(low.Wall))
		}
	}
	return out
}
