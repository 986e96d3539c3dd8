package sets_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/core/saw"
)

const stock = `{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]},
	{"id":"sh","kind":"shoe","height":"3/4","thickness":"1/2","sticks":["16'"]},
	{"id":"cas","kind":"casing","height":"3 1/2","thickness":"11/16","profiled":true,"sticks":["16'","8'"]},
	{"id":"flat","kind":"flat","height":"4 1/2","thickness":"3/4","sticks":["16'"]},
	{"id":"leg","kind":"casing","height":"3","thickness":"3/4","sticks":["16'"]},
	{"id":"band","kind":"band","height":"11/16","thickness":"1 1/16","sticks":["16'"]},
	{"id":"blk","kind":"plinth","height":"3 3/4","thickness":"1","sticks":["8'"]},
	{"id":"st","kind":"stool","height":"6","thickness":"3/4","profiled":true,"sticks":["16'"]},
	{"id":"fil","kind":"flat","height":"1","thickness":"3/8","sticks":["8'"]},
	{"id":"cr","kind":"crown","height":"1 1/2","thickness":"1 1/4","wall_foot":"1/4","ceiling_foot":"1/4","sticks":["20'"]}`

// room is a room of one wall, 200 long with a casing run, base and shoe, and its openings as given.
func room(t plantest.T, rules, openings string, runs ...string) job.Job {
	all := `{"id":"kb","moulding":"b"},{"id":"ks","moulding":"sh"},{"id":"kc","moulding":"cas"}`
	for _, r := range runs {
		all += "," + r
	}
	return plantest.Read(t, fmt.Sprintf(`{"gnomon":10,"mouldings":[%s],"saws":[{"id":"s","mitre_left":55,"mitre_right":55,"bevel_left":48,"bevel_right":48,
		"resolution":0.1,"detents":[0,45]}],"rules":{%s},"tools":{"tape":"1/32"},
		"rooms":[{"id":"r","walls":[{"id":"w1","length":"200"}],"openings":[%s],"runs":[%s]}]}`, stock, rules, openings, all))
}

const out38 = `{"id":"d","wall":"w1","from":"60","width":"36","told":"jamb","reveal":"1/4","sides":[{"id":"t","side":"top","length":"36"},
	{"id":"l","side":"left","length":"80"},{"id":"r","side":"right","length":"80"},{"id":"a","side":"rising","length":"87 57/64"},
	{"id":"b","side":"falling","length":"87 9/16"}]`

// A door 3/8 out of square: each mitre is half of its own corner, the head a hair long, and its mitres close on paper.
func TestDoorOutOfSquare(t *testing.T) {
	p := plantest.Build(t, room(t, `"head_long":"1/32"`, out38+`}`))
	require.Len(t, p.Sets(), 1)
	s := p.Sets()[0]
	left, head, right := plantest.Piece(t, p, "~d.left"), plantest.Piece(t, p, "~d.head"), plantest.Piece(t, p, "~d.right")
	tl, tr := float64(s.Joints[0].Angle), float64(s.Joints[1].Angle)
	assert.InDelta(t, 90.27, tl, .03)
	assert.InDelta(t, 89.73, tr, .03)
	assert.InDelta(t, (180-tl)/2, math.Abs(float64(left.Right.Setting.Mitre)), 1e-9)
	assert.InDelta(t, (180-tr)/2, math.Abs(float64(right.Left.Setting.Mitre)), 1e-9)
	assert.Equal(t, left.Right.Setting.Mitre, -head.Left.Setting.Mitre, "what mates is cut at one setting, either way")
	assert.Zero(t, left.Right.Setting.Bevel)
	assert.Equal(t, saw.Flat, left.Right.Pose.Lie)
	assert.Equal(t, "flat, outer edge to the fence", left.Right.Pose.Name())
	// 36 + .25·(cot(45.135) + cot(44.865)) + 1/32.
	assert.InDelta(t, 36.5+1.0/32, head.Cut.Inches(), 1e-3)
	assert.Equal(t, piece.ToShort, head.Left.ToldTo)
	assert.InDelta(t, 80+.25/math.Tan(tl/2*math.Pi/180), left.Cut.Inches(), 3e-3, "and a thousandth for the foot")
	assert.InDelta(t, 3.5*(1/math.Tan(tl/2*math.Pi/180)+1/math.Tan(tr/2*math.Pi/180)), (head.Overall - head.Back).Inches(), 1e-6, "from tip to tip")
	assert.Equal(t, "the floor", left.Left.Against)
	assert.InDelta(t, .27, math.Abs(float64(left.Left.Setting.Mitre)), .03, "its foot is sawn to the floor")
	for _, j := range s.Joints {
		require.NotNil(t, j.Fit)
		assert.True(t, j.Fit.Gap < 1e-9)
	}
	assert.Contains(t, plantest.Codes(p), "opening_out_of_square")
	assert.NotContains(t, plantest.Codes(p), "run_not_planned")
	// Casing goes up first, legs before the head, base after.
	assert.Equal(t, []string{"~d.left", "~d.right", "~d.head"}, p.HangOrder()[:3])
	assert.Equal(t, "Door 1 left leg", left.Label)
}

// What runs along the wall ends at what stands there: the base at the casing's outer edge, its end as the leg leans, chamfered only
// where it is the thicker one; with a plinth at that, with a band at the band.
func TestWhatMeetsTheSet(t *testing.T) {
	p := plantest.Build(t, room(t, "", out38+`}`))
	left, right := plantest.Piece(t, p, "kb.w1"), plantest.Piece(t, p, "kb.w1.d")
	assert.InDelta(t, 60-.25-3.5, left.Cut.Inches(), 1e-6)
	assert.InDelta(t, 200-96-.25-3.5, right.Cut.Inches(), 1e-6)
	assert.InDelta(t, .27, float64(left.Right.Lean), .03, "the left leg's top stands to the right: the base's top is long")
	assert.InDelta(t, -.27, float64(right.Left.Lean), .03)
	assert.Equal(t, "the casing", left.Right.Against)
	assert.Zero(t, left.Right.Chamfer)
	assert.Equal(t, piece.Mitre, plantest.Piece(t, p, "ks.w1").Right.Joint, "shoe ends at 45")
	p = plantest.Build(t, room(t, "", out38+`,"band_of":"band","band_lap":"1/4"}`))
	left = plantest.Piece(t, p, "kb.w1")
	assert.InDelta(t, 60-.25-3.5-11.0/16+.25, left.Cut.Inches(), 1e-6)
	assert.Equal(t, "the back band", left.Right.Against)
	p = plantest.Build(t, room(t, "", out38+`,"plinth_of":"blk"}`))
	left = plantest.Piece(t, p, "kb.w1")
	assert.InDelta(t, 60-.25-3.75, left.Cut.Inches(), 1e-6)
	assert.Equal(t, "the plinth", left.Right.Against)
	assert.InDelta(t, 5.75, plantest.Piece(t, p, "~d.plinth-left").Cut.Inches(), 1e-9, "half an inch over the base")
	assert.InDelta(t, 80+.2488-5.75, plantest.Piece(t, p, "~d.left").Cut.Inches(), 3e-3)
	// Thin stock around a vent: the base is chamfered to it.
	p = plantest.Build(t, room(t, "", `{"id":"v","kind":"vent","wall":"w1","from":"40","width":"12","depth":"1/4"}`))
	left = plantest.Piece(t, p, "kb.w1")
	assert.InDelta(t, 40, left.Cut.Inches(), 1e-9)
	assert.InDelta(t, 5.0/16, left.Right.Chamfer.Inches(), 1e-9)
	assert.Equal(t, piece.Butt, plantest.Piece(t, p, "ks.w1").Right.Joint)
}

// A window by hand: 36 × 44, stool 3/4 past casing and band, apron, band lapping 1/4. Casing 3 1/2, reveal 3/16, band 11/16 wide.
func TestWindowWithItsStool(t *testing.T) {
	win := `{"id":"w","wall":"w1","kind":"window","from":"80","width":"36","head":"44","told":"jamb","sill":"30","heights":"under","jamb_depth":"4",
		"sash_width":"35 1/2","sash_left":"1/8","stool_of":"st","band_of":"band","band_lap":"1/4","sides":[{"id":"a","side":"rising","length":"56 27/32"}]}`
	p := plantest.Build(t, room(t, `"horn":"3/4","head_long":"0"`, win))
	at := func(part string) *piece.Piece { return plantest.Piece(t, p, "~w."+part) }
	const off = 3.0/16 + 3.5 + 11.0/16 - .25
	assert.InDelta(t, 36+2*(off+.75), at("stool").Cut.Inches(), 1e-6)
	assert.InDelta(t, 36+2*off, at("apron").Cut.Inches(), 1e-6)
	assert.Equal(t, piece.ToTip, at("apron").Left.ToldTo)
	assert.InDelta(t, 11.0/16, at("apron.cap-left").Cut.Inches(), 1e-6, "as long as it is thick")
	// Heights were measured from under the stool: 44 + r·cot 45 − 3/4.
	assert.InDelta(t, 44+3.0/16-.75, at("left").Cut.Inches(), 2e-3)
	assert.Equal(t, "the stool", at("left").Left.Against)
	// The band's short point: 3/16 + 3 1/2 − 1/4 further up than the opening.
	assert.InDelta(t, 44+3.4375-.75, at("band-left").Cut.Inches(), 2e-3)
	assert.InDelta(t, 36+2*3.4375, at("band-head").Cut.Inches(), 2e-3)
	// Rip: 4 deep, band 1 1/16 out, 3/4 past that. Horn: 5 1/16 less... (45.75 − 36)/2 = 4.875 = 4 7/8.
	work := at("stool").Work
	assert.Contains(t, work[0], `4 7/8"`)
	assert.Contains(t, work[1], `5 13/16"`)
	// (45.75 − 36)/2 + 1/32 at the wall; at the sash (45.75 − 35.5)/2 − 1/8 + 1/32 left, + 1/8 right.
	assert.Contains(t, work[2], `4 29/32" along the wall, 5 1/32" at the sash, 4" deep`)
	assert.Contains(t, work[3], `5 9/32" at the sash`)
	assert.NotContains(t, plantest.Codes(p), "stool_narrow")
	// Without a stool it is framed: four mitres, and its eight ends come to 360.
	win = `{"id":"w","wall":"w1","kind":"window","from":"80","width":"36","head":"44","told":"jamb","angles":[{"id":"a","corner":"top_left","reading":90.5}]}`
	p = plantest.Build(t, room(t, "", win))
	sum := measure.Angle(0)
	for _, part := range []string{"left", "head", "right", "sill"} {
		q := plantest.Piece(t, p, "~w."+part)
		sum += q.Left.Across + q.Right.Across
	}
	assert.InDelta(t, 360, float64(sum), 1e-9)
	require.Len(t, p.Sets()[0].Joints, 4)
}

// A built-up head by hand: legs 3 wide, head 4 1/2 over them with 1/2 overhang, a fillet 3/8 past it, a crown around it.
func TestBuiltUpHead(t *testing.T) {
	p := plantest.Build(t, room(t, `"head":"built"`, `{"id":"d","wall":"w1","from":"60","width":"36","head":"80","told":"jamb","casing_of":"leg","head_of":"flat",
		"fillet_of":"fil","cap_of":"cr","overhang":"1/2","fillet_overhang":"3/8","angles":[{"id":"a","corner":"top_left","reading":90},
		{"id":"b","corner":"top_right","reading":90}]}`))
	at := func(part string) *piece.Piece { return plantest.Piece(t, p, "~d."+part) }
	const head = 36 + 2*(3.0/16+3+.5)
	assert.InDelta(t, head, at("head").Cut.Inches(), 1e-6)
	assert.InDelta(t, head+.75, at("fillet").Cut.Inches(), 1e-6)
	assert.InDelta(t, 80+3.0/16, at("left").Cut.Inches(), 1e-6)
	assert.Zero(t, at("left").Right.Setting.Mitre)
	assert.InDelta(t, head, at("cap").Cut.Inches(), 1e-6, "along the head's face, to its short points at the back")
	assert.InDelta(t, .75, at("cap-left").Cut.Inches(), 1e-6, "as long as the head is thick")
	assert.Equal(t, piece.Square, at("cap-left").Left.Joint)
	assert.Equal(t, joint.OutsideEnd(90).At(joint.Right), at("cap-left").Right.Plane)
	assert.Equal(t, "~d.cap", at("cap-right").Left.Meets)
	assert.Equal(t, at("cap").Group, at("cap-right").Group)
	assert.NotEmpty(t, at("cap").Group)
	assert.False(t, at("cap-left").FromStick())
	assert.NotContains(t, plantest.Codes(p), "head_profiled")
}

// edges are the two edges of a piece as the saw leaves them: flat, face up, its outer edge to the fence. With its handle to the right
// the blade runs away from the fence to the right, so that of what is kept left of it the near edge is the longer one.
func edges(t plantest.T, p *piece.Piece, wide float64) (inner, outer float64) {
	inner, outer = p.Back.Inches(), p.Back.Inches()
	for _, hand := range piece.Hands {
		e := p.End(hand)
		require.Equal(t, saw.Outer, e.Pose.Edge)
		by := wide * math.Tan(e.Setting.Mitre.Radians())
		if e.Setting.Keep == joint.Left {
			by = -by
		}
		outer += by
	}
	return inner, outer
}

// Random openings through the whole plan: each stick as the saw leaves it, laid on the wall by coordinates, meets its neighbours
// corner to corner; the reveal is even; the other face is the mirror of this one.
func TestRandomOpeningsOnTheWall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := func(name string, lo, hi float64) float64 { return rapid.Float64Range(lo, hi).Draw(t, name) }
		w, h, lean := v("width", 24, 60), v("height", 40, 90), v("lean", -.5, .5)
		tl, tr, br := [2]float64{lean + v("a", -.4, .4), h + v("b", -.4, .4)}, [2]float64{w + lean + v("c", -.4, .4), h + v("d", -.4, .4)},
			[2]float64{w + v("e", -.2, .2), 0}
		d := func(a, b [2]float64) string {
			return measure.FromInches(math.Hypot(a[0]-b[0], a[1]-b[1])).String()
		}
		o := [2]float64{}
		picture := rapid.Bool().Draw(t, "picture")
		kind := "door"
		if picture {
			kind = "window"
		}
		j := room(t, `"head_long":"0"`, fmt.Sprintf(`{"id":"d","wall":"w1","kind":%q,"from":"60","width":%q,"told":"jamb","faces":"both","sides":[
			{"id":"t","side":"top","length":%q},{"id":"l","side":"left","length":%q},{"id":"r","side":"right","length":%q},
			{"id":"a","side":"rising","length":%q},{"id":"b","side":"falling","length":%q}]}`, kind, d(o, br), d(tl, tr), d(o, tl), d(br, tr), d(o, tr), d(tl, br)))
		p := plantest.Build(t, j)
		const reveal, wide = 3.0 / 16, 3.5
		parts := []string{"left", "head", "right"}
		corners := [][2]float64{o, tl, tr, br}
		if picture {
			parts = append(parts, "sill")
		}
		type pt = [2]float64
		var laid [][4]pt // inner start, inner end, outer end, outer start
		for i, part := range parts {
			q := plantest.Piece(t, p, "~d."+part)
			a, b := corners[i], corners[(i+1)%4]
			l := math.Hypot(b[0]-a[0], b[1]-a[1])
			ex, ey := (b[0]-a[0])/l, (b[1]-a[1])/l
			at := func(along, out float64) pt { return pt{a[0] + ex*along - ey*out, a[1] + ey*along + ex*out} }
			start := -reveal / math.Tan(float64(angleAt(corners, i))/2)
			if i == 0 && !picture { // it stands on the floor
				start = -reveal / math.Tan(angleAt(corners, 0))
			}
			inner, outer := edges(t, q, wide)
			head := wide * math.Tan(q.Left.Setting.Mitre.Radians())
			if q.Left.Setting.Keep == joint.Left {
				head = -head
			}
			laid = append(laid, [4]pt{at(start, reveal), at(start+inner, reveal), at(start-head+outer, reveal+wide), at(start-head, reveal+wide)})
		}
		meets := func(a, b pt) {
			t.Helper()
			require.InDelta(t, a[0], b[0], 1.0/640)
			require.InDelta(t, a[1], b[1], 1.0/640)
		}
		for i := range laid {
			if i+1 == len(laid) && !picture {
				break
			}
			next := laid[(i+1)%len(laid)]
			meets(laid[i][1], next[0])
			meets(laid[i][2], next[3])
		}
		if !picture { // both feet lie on the floor
			for _, q := range []pt{laid[0][0], laid[0][3], laid[2][1], laid[2][2]} {
				require.InDelta(t, 0, q[1], 1.0/640)
			}
		}
		for _, part := range parts {
			far := map[string]string{"left": "far-right", "right": "far-left", "head": "far-head", "sill": "far-sill"}[part]
			a, b := plantest.Piece(t, p, "~d."+part), plantest.Piece(t, p, "~d."+far)
			require.InDelta(t, a.Cut.Inches(), b.Cut.Inches(), 1e-6)
			require.InDelta(t, float64(a.Left.Setting.Mitre), -float64(b.Right.Setting.Mitre), 1e-9)
			require.InDelta(t, float64(a.Right.Setting.Mitre), -float64(b.Left.Setting.Mitre), 1e-9)
		}
	})
}

// angleAt is the angle inside a corner of a ring of places, in radians.
func angleAt(ring [][2]float64, i int) float64 {
	n := len(ring)
	p, a, b := ring[i], ring[(i+1)%n], ring[(i+n-1)%n]
	u, v := [2]float64{a[0] - p[0], a[1] - p[1]}, [2]float64{b[0] - p[0], b[1] - p[1]}
	return math.Abs(math.Atan2(u[0]*v[1]-u[1]*v[0], u[0]*v[0]+u[1]*v[1]))
}

// What cannot be, or must be done first, is said; the rest of the plan stands.
func TestWhatCannotBe(t *testing.T) {
	door := func(more string) string {
		return `{"id":"d","wall":"w1","from":"60","width":"36","told":"jamb","angles":[{"id":"a","corner":"top_left","reading":90}]` + more + `}`
	}
	for _, c := range []struct{ rules, opening, code, says string }{
		{"", door(`,"head":"5","plinth_of":"blk","plinth_height":"7"`), "set_impossible", "is higher than the head"},
		{"", door(`,"head":"80","reveal":"3/4"`), "reveal_wide", "nothing of a jamb"},
		{"", door(`,"head":"80","proud_left":"1/8"`), "board_not_flush", "proud by 1/8"},
		{"", door(`,"head":"80","proud_head":"-1/8"`), "board_not_flush", "jamb stands proud"},
		{`"proud":"tilt"`, door(`,"head":"80","proud_left":"1/8"`), "casing_tilts_unlike", "top left"},
		{`"head":"over"`, door(`,"head":"80"`), "head_profiled", "butted"},
		{"", door(`,"head":"80","plinth_of":"leg"`), "plinth_small", "3\" wide"},
		{"", `{"id":"d","wall":"w1","from":"2","width":"36","told":"jamb","head":"80","angles":[{"id":"a","corner":"top_left","reading":90}]}`, "casing_no_room", "left leg"},
		{"", `{"id":"d","wall":"w1","from":"163","width":"36","told":"jamb","head":"80","angles":[{"id":"a","corner":"top_left","reading":90}]}`, "casing_no_room", "right leg"},
		{"", door(`,"name":"D7","head":"80"`) + `,{"id":"e","name":"D7","wall":"w2","from":"10","width":"30","told":"jamb","head":"80"}`, "opening_twice", "D7"},
		{"", door(`,"head":"80","heights":"under"`), "floor_to_come_unsaid", "how thick"},
		{"", door(`,"head":"80","head_of":"flat"`), "head_unlike", "mitred with a head"},
		{"", door(``), "opening_no_height", "no height"},
		{"", `{"id":"d","wall":"w1","kind":"window","from":"60","width":"36","told":"jamb","head":"40","stool_of":"st"}`, "stool_depth_unread", "sash"},
		{"", `{"id":"d","wall":"w1","kind":"window","from":"60","width":"36","told":"jamb","head":"40","stool_of":"st","jamb_depth":"6"}`, "stool_narrow", "stool"},
		{"", `{"id":"d","wall":"w1","kind":"door","from":"60","width":"36"}`, "run_not_planned", "counted"},
		{"", `{"id":"d","wall":"w1","kind":"window","from":"1","width":"198","told":"jamb","head":"40"}`, "set_too_long", "head"},
	} {
		p := plantest.Build(t, corner(t, c.rules, c.opening))
		f := plantest.Finding(t, p, c.code)
		assert.Contains(t, f.Text, c.says, c.code)
		assert.NotEmpty(t, f.Remedy, c.code)
		assert.NotEmpty(t, plantest.OfRun(p, "kb"), "%s: the base is still planned", c.code)
	}
}

// corner is a room of two walls.
func corner(t *testing.T, rules, openings string) job.Job {
	t.Helper()
	return plantest.Read(t, fmt.Sprintf(`{"gnomon":10,"mouldings":[%s],"rules":{%s},"rooms":[{"id":"r","walls":[{"id":"w1","length":"200"},{"id":"w2","length":"120"}],
		"corners":[{"id":"c1","reading":90}],"openings":[%s],"runs":[{"id":"kb","moulding":"b"},{"id":"kc","moulding":"cas"}]}]}`, stock, rules, openings))
}

// Board proud of the jamb, cut as it tilts: the settings are those of the worked values, long at the back.
func TestCutAsItTilts(t *testing.T) {
	p := plantest.Build(t, room(t, `"proud":"tilt","head_long":"0"`, `{"id":"d","wall":"w1","from":"60","width":"36","told":"jamb","head":"80","proud_left":"1/16",
		"proud_head":"1/16","proud_right":"1/16","angles":[{"id":"a","corner":"top_left","reading":90},{"id":"b","corner":"top_right","reading":90}]}`))
	e := plantest.Piece(t, p, "~d.left").Right
	assert.InDelta(t, 44.8242, math.Abs(float64(e.Setting.Mitre)), 1e-3)
	assert.InDelta(t, 4.4786, math.Abs(float64(e.Setting.Bevel)), 1e-3)
	assert.Negative(t, e.Plane.Y, "long at the back")
	assert.Contains(t, plantest.Codes(p), "casing_tilts")
	assert.NotContains(t, plantest.Codes(p), "casing_tilts_unlike")
	assert.Zero(t, plantest.Piece(t, p, "~d.left").Left.Setting.Bevel, "its foot is square through")
}

// Legs marked in place have no length to be cut to; a length set by hand counts before the rule.
func TestLegsInPlace(t *testing.T) {
	j := room(t, `"legs":"in_place"`, out38+`}`)
	j.ByHand = []job.ByHand{{Piece: "~d.right", Length: plantest.Typed("80 1/2")}}
	p := plantest.Build(t, j)
	assert.Equal(t, "in place", plantest.Piece(t, p, "~d.left").LengthText(j.Unit))
	assert.Equal(t, `6' 8 1/2"`, plantest.Piece(t, p, "~d.right").LengthText(j.Unit))
	assert.NotEqual(t, "in place", plantest.Piece(t, p, "~d.head").LengthText(j.Unit))
}

// What is cut of a set is kept as any cut is, and told of where it does not fit any more.
func TestMarksOnASet(t *testing.T) {
	j := room(t, "", out38+`}`)
	q := plantest.Piece(t, plantest.Build(t, j), "~d.head")
	j.Records = []job.Record{{ID: "m", Kind: job.RecordCut, On: job.On{Piece: q.ID, End: "left"},
		Bodies: job.Bodies{Cut: &job.Cut{Length: q.Cut, Mitre: q.Left.Setting.Mitre, Pose: q.Left.PoseCode()}}}}
	p := plantest.Build(t, j)
	assert.Equal(t, "m", plantest.Piece(t, p, "~d.head").Left.Mark)
	j.Rooms[0].Openings[0].Width = *plantest.Typed("37")
	j.Rooms[0].Openings[0].Sides[0].As = *plantest.Typed("37")
	assert.Contains(t, plantest.Codes(plantest.Build(t, j)), "mark_length_changed")
	j.Rooms[0].Openings = nil
	f := plantest.Finding(t, plantest.Build(t, j), "mark_piece_gone")
	assert.Equal(t, finding.Check, f.Severity)
	// Kept plans see a mark on a set as any other.
	kept := plan.Kept{}
	j = room(t, "", out38+`}`)
	_, err := kept.Build(j)
	require.NoError(t, err)
	next := j.Fork()
	next.Records = append(next.Records, job.Record{ID: "m", Kind: job.RecordCut, On: job.On{Piece: q.ID, End: "left"},
		Bodies: job.Bodies{Cut: &job.Cut{Length: q.Cut, Mitre: q.Left.Setting.Mitre}}})
	again, err := kept.Build(next)
	require.NoError(t, err)
	assert.Equal(t, "m", plantest.Piece(t, again, "~d.head").Left.Mark)
}

// A head that reaches into the crown is told of, and the crown stops at it.
func TestCrownLandsOnAHead(t *testing.T) {
	j := room(t, `"head":"built"`, `{"id":"d","wall":"w1","from":"60","width":"36","head":"88","told":"jamb","casing_of":"leg","head_of":"flat","cap_of":"cr"}`,
		`{"id":"kk","moulding":"cr","level":"ceiling"}`)
	j.Rooms[0].Look.Ceiling = plantest.Typed("95")
	j.Normalise()
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "crown_lands")
	assert.Contains(t, f.Text, "into")
	assert.Len(t, plantest.OfRun(p, "kk"), 2)
	j.Rooms[0].Look.Ceiling = plantest.Typed("108")
	assert.Len(t, plantest.OfRun(plantest.Build(t, j), "kk"), 1)
}

// 200 openings, five in each of forty rooms, each with its band and its plinths.
func BenchmarkOpenings(b *testing.B) {
	j := house(b, 40, 5)
	b.ResetTimer()
	for b.Loop() {
		if _, err := plan.Build(j); err != nil {
			b.Fatal(err)
		}
	}
}

func house(t plantest.T, rooms, each int) job.Job {
	j := room(t, "", out38+`,"band_of":"band","plinth_of":"blk"}`)
	r := j.Rooms[0]
	r.Walls[0].Lengths[0].As = *plantest.Typed(fmt.Sprint(60 * (each + 2)))
	r.Runs = r.Runs[2:]
	j.Rooms = nil
	for i := range rooms {
		c := r.Clone()
		id := func(s string) string { return fmt.Sprintf("%s-%d", s, i) }
		c.ID, c.Walls[0].ID, c.Corners[0].ID, c.Runs[0].ID, c.Walls[0].Lengths[0].ID = id("r"), id("w"), id("c"), id("k"), id("f")
		c.Openings = nil
		for k := range each {
			o := r.Clone().Openings[0]
			o.ID, o.Wall, o.From = fmt.Sprintf("%s-%d", id("d"), k), c.Walls[0].ID, *plantest.Typed(fmt.Sprint(60 * (k + 1)))
			for n := range o.Sides {
				o.Sides[n].ID = o.ID + o.Sides[n].ID
			}
			c.Openings = append(c.Openings, o)
		}
		j.Rooms = append(j.Rooms, c)
	}
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// Two legs, a head, the band around them and two blocks.
func TestManyOpenings(t *testing.T) {
	p := plantest.Build(t, house(t, 4, 5))
	assert.Len(t, p.Sets(), 20)
	assert.Len(t, p.Sets()[0].Pieces, 8)
}

// A base between two doors, square to square: a scrap of it held against each plinth, 6 and 6 1/2 long, and 20 between the marks. To
// the jambs it is the same wall less what stands around them.
func TestBetweenPlinthsByAScrap(t *testing.T) {
	two := out38 + `,"plinth_of":"blk"},{"id":"e","wall":"w1","from":"140","width":"30","told":"jamb","head":"80","reveal":"1/4","plinth_of":"blk"`
	j := room(t, "", two+`}`)
	length := job.WallLength{ID: "sq", As: *plantest.Typed("20"), Level: job.Floor, Left: job.AtScrap, Right: job.AtScrap, From: "d", To: "e",
		Faces: job.Faces{Left: plantest.Typed("6"), Right: plantest.Typed("6 1/2")}}
	w := &j.Rooms[0].Walls[0]
	w.Lengths = append(w.Lengths, length)
	require.NoError(t, j.Check())
	assert.InDelta(t, 32.5, plantest.Piece(t, plantest.Build(t, j), "kb.w1.d").Cut.Inches(), 1e-6)
	length.Left, length.Right, length.As = job.AtJamb, job.AtJamb, *plantest.Typed("44")
	w.Lengths[1] = length
	assert.InDelta(t, 44-2*(.25+3.75), plantest.Piece(t, plantest.Build(t, j), "kb.w1.d").Cut.Inches(), 1e-6)
	length.Left, length.Right, length.As = job.AtPlinth, job.AtPlinth, *plantest.Typed("36")
	w.Lengths[1] = length
	assert.InDelta(t, 36, plantest.Piece(t, plantest.Build(t, j), "kb.w1.d").Cut.Inches(), 1e-6)
}
