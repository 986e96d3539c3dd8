package detail

import (
	"math"

	"gnomon/core/joint"
)

// old is a new piece that goes on from an old one that stays. A hand-cut end is seldom what it should be: it is dressed flat,
// read, and the new piece is cut to its plane, whatever that is. An old crown's seat is copied by its drop and projection as it
// hangs, tan S = P/D. Where the new moulding is near enough but not the same the two differ at the joint by what their sizes do.
var old = Detail{Name: "old", Title: "On from an old piece", Place: OnWall, Second: "the old one’s section",
	Says: "New trim that goes on from old: cut to the old end as it is, once that is dressed flat, set as the old one hangs, and where the two will differ.",
	Fields: []Field{
		{Name: "swing_deg", Label: "the old end is off square, seen from above", Takes: Angle, Preset: "0", Least: -60, Most: 60,
			Help: "Positive where its face reaches further than its back."},
		{Name: "tilt_deg", Label: "and off plumb, seen from the front", Takes: Angle, Preset: "0", Least: -45, Most: 45,
			Help: "Positive where its top reaches further than its bottom."},
		{Name: "side", Label: "the old piece is on the", Takes: Choice, Preset: "left", Choices: []string{"left", "right"}},
		{Name: "dress", Label: "dressed back by", Takes: Length, Preset: "1/8", Least: 0, Most: 12},
		{Name: "length", Label: "the new piece, from the old end as it was", Takes: Length, Preset: "48", Least: 1, Most: 600,
			Help: "Along the bottom of the wall, to its other end.", Room: OfRest},
		{Name: "old_height", Label: "the old one’s drop or height", Takes: Length, Preset: "3 1/4", Least: .25, Most: 24},
		{Name: "old_out", Label: "it stands out", Takes: Length, Preset: "2 1/2", Least: 1.0 / 8, Most: 12},
		{Name: "height", Label: "the new one’s drop or height", Takes: Length, Preset: "3 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "it stands out", Takes: Length, Preset: "2 1/2", Least: 1.0 / 8, Most: 12, Room: OfThickness},
	},
	Work: workOld}

// shows is a difference that the eye finds on a moulding.
const shows = 1.0 / 64

func workOld(g *Given) (*Worked, error) {
	swing, tilt := g.the("swing_deg"), g.the("tilt_deg")
	high, thick := g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Front}}
	// The old piece on the left ends to the right of it: x = tan(swing)·u + tan(tilt)·z.
	n := plane(tan(swing), tan(tilt))
	long := g.the("length") + g.the("dress")
	w.length("cut_in", "the new piece is long, at its bottom edge", long)
	w.length("top_in", "its top edge is longer by", -high*tan(tilt))
	w.length("face_in", "its face is longer by", -thick*tan(swing))
	w.angle("old_seat_deg", "the old one’s spring as it hangs", toDeg(math.Atan(g.the("old_out")/g.the("old_height"))))
	up, outBy := high-g.the("old_height"), thick-g.the("old_out")
	w.length("higher_in", "the new one is higher by", up)
	w.length("out_in", "and stands out further by", outBy)
	const seen = 12.0
	first := Stick{Part: "old", Label: "old piece", Length: seen, High: g.the("old_height"), Thick: g.the("old_out"), At: level(-seen-g.the("dress"), 0),
		Beside: true, Stays: true, Left: left(square()),
		Right: End{Plane: n, Meets: "new"}}
	next := Stick{Part: "new", Label: "new piece", Length: long, High: high, Thick: thick, At: level(-g.the("dress"), 0), Left: End{Plane: joint.Normal{X: -n.X,
		Y: -n.Y, Z: -n.Z}, Meets: "old"},
		Right: square()}
	w.Sticks = []Stick{first, next}
	w.Drawn.field(g, "dress", [2]float64{-g.the("dress"), -.4}, [2]float64{0, -.4})
	w.Drawn.field(g, "old_height", [2]float64{-seen, 0}, [2]float64{-seen, g.the("old_height")})
	w.faceOther(g.is("side", "right"))
	w.draw()
	w.step("Dress the old end flat and sharp before you read it: take off %s, so the new piece is that much longer.", g.in(g.the("dress")))
	w.step("Read the old end, not what it should be, and cut the new one to it; try it before its other end is cut.")
	w.step("Where no moulding of the shop is near enough, take its section with a gauge and bring the points in under Mouldings, typed or as CSV.")
	w.step("Hang it as the old one hangs: bottom on the old one's line, %s out at the top.", g.in(g.the("old_out")))
	if math.Abs(up) > shows || math.Abs(outBy) > shows {
		w.step("The two differ by %s in height and %s in how far they stand out: put the joint where nobody looks, or break it with a block.",
			g.in(math.Abs(up)), g.in(math.Abs(outBy)))
	}
	w.step("Where an old piece was left long, cope the new one to it instead: the bench draws the cope of one section over another.")
	w.Cautions = append(w.Cautions, "Old paint may hold lead: wet it, do not sand it dry, and follow the local rules before you dress an old end.")
	return w, nil
}

// plane is that of a right end whose cut is at x = x0 + s·u + r·z.
func plane(s, r float64) joint.Normal {
	l := math.Sqrt(1 + s*s + r*r)
	return joint.Normal{X: 1 / l, Y: s / l, Z: -r / l}
}
