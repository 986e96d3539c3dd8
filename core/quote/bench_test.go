package quote

import (
	"testing"

	"gnomon/core/measure"
)

// A quick look at a house of thirty rooms, both ways of buying worked out.
func BenchmarkWork(b *testing.B) {
	one := house(b, "11", "9'6", "4", "3", "7", "12'6")
	j := one.Clone()
	for i := range 29 {
		r := one.Rooms[0].Clone()
		id := string(rune('A' + i))
		r.ID += id
		r.Runs[0].ID += id
		for k := range r.Walls {
			r.Walls[k].ID += id
			r.Walls[k].Rough.Length += measure.Length(i*(k+3)%40) * measure.Inch
			r.Corners[k].ID += id
		}
		j.Rooms = append(j.Rooms, r)
	}
	for b.Loop() {
		Work(&j)
	}
}
