package plan_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/core/profile"
)

// framed is a random room with base, shoe and crown, and what somebody found of its framing.
func framed(rng *rand.Rand) string {
	n := 3 + rng.IntN(4)
	var walls, corners, spots, openings []string
	closed := rng.IntN(2) == 0
	joists := rng.IntN(3) // none known, crossing, along every second wall
	for i := range n {
		long := 30 + rng.IntN(190)
		w := fmt.Sprintf(`{"id":"w%d","length":"%d %d/16"`, i, long, 1+2*rng.IntN(8))
		if rng.IntN(4) > 0 {
			w += fmt.Sprintf(`,"stud_spacing":"%d"`, []int{16, 24}[rng.IntN(2)])
		}
		if joists == 2 && i%2 == 0 {
			w += `,"joists":true`
		}
		if rng.IntN(12) == 0 {
			w += `,"bare":true`
		}
		walls = append(walls, w+"}")
		kind := "inside"
		if rng.IntN(3) == 0 {
			kind = "outside"
		}
		if closed || i < n-1 {
			corners = append(corners, fmt.Sprintf(`{"id":"c%d","kind":%q,"reading":%.1f}`, i, kind, 60+rng.Float64()*90))
		}
		if rng.IntN(3) > 0 {
			spots = append(spots, fmt.Sprintf(`{"id":"s%d","wall":"w%d","kind":"stud","at":"%d"}`, i, i, 1+rng.IntN(long-1)))
		}
		if rng.IntN(3) == 0 {
			spots = append(spots, fmt.Sprintf(`{"id":"b%d","wall":"w%d","kind":%q,"at":"%d","width":"3","height":"%d","stud":%q}`, i, i,
				[]string{"socket", "pipe", "vent"}[rng.IntN(3)], 3+rng.IntN(long-4), rng.IntN(14), []string{"", "left", "right"}[rng.IntN(3)]))
		}
		if joists == 1 && rng.IntN(2) == 0 {
			spots = append(spots, fmt.Sprintf(`{"id":"j%d","wall":"w%d","kind":"joist","at":"%d"}`, i, i, 1+rng.IntN(long-1)))
		}
		if long > 70 && rng.IntN(3) == 0 {
			openings = append(openings, fmt.Sprintf(`{"id":"o%d","wall":"w%d","kind":%q,"from":"%d","width":"30","casing":"3","casing_thickness":"3/4"}`, i, i,
				[]string{"door", "cabinet", "window"}[rng.IntN(3)], 4+rng.IntN(long-40)))
		}
	}
	return fmt.Sprintf(`{"gnomon":12,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]},
		{"id":"s","kind":"shoe","height":"3/4","thickness":"1/2","sticks":["16'"]},
		{"id":"c","kind":"crown","height":"4","thickness":"3 1/8","wall_foot":"1/2","ceiling_foot":"1/2","sticks":["16'"]}],
		"rooms":[{"id":"r","closed":%t,"joist_spacing":"16","walls":[%s],"corners":[%s],"spots":[%s],"openings":[%s],
		"runs":[{"id":"kb","moulding":"b"},{"id":"ks","moulding":"s","on":"kb"},{"id":"kc","moulding":"c","level":"ceiling"}]}]}`,
		closed, strings.Join(walls, ","), strings.Join(corners, ","), strings.Join(spots, ","), strings.Join(openings, ","))
}

func TestNailsOfRandomRooms(t *testing.T) {
	rng := rand.New(rand.NewPCG(23, 1))
	nails, backed := 0, 0
	for n := range 2000 {
		j := plantest.Read(t, framed(rng))
		p := plantest.Build(t, j)
		r := p.Rooms[0]
		told := map[string]bool{}
		for _, f := range r.Fixing.Findings {
			told[f.ID] = true
		}
		if len(j.Rooms[0].Walls) == 0 {
			continue
		}
		for _, q := range r.Pieces {
			of := r.Fixing.Of(q.ID)
			nails += len(of)
			if !q.Cap && !q.Turns && q.Back > 0 && len(of) == 0 {
				require.True(t, told[q.ID], "room %d: nothing holds %s and nothing is said", n, q.ID)
			}
			drop := j.Moulding(q.Moulding).Tall()
			for _, k := range of {
				require.Equal(t, q.ID, k.Piece)
				require.True(t, k.Height > 0 && k.Height < drop, "room %d: %s %v leaves its piece", n, q.ID, k)
				if k.Row == hang.Pin {
					pinned(t, n, j, q, k)
				} else {
					require.True(t, k.At > 0 && k.At < q.Back, "room %d: %s %v leaves its piece", n, q.ID, k)
				}
				require.Contains(t, hang.Sold, k.Length.Inches())
				through := j.Moulding(q.Moulding).Thickness.Length.Inches()
				if q.Run == "kb" && k.Into != hang.InPiece {
					require.GreaterOrEqual(t, k.Length.Inches(), 2*(through+0.5)-1e-9)
				}
				clearOfSpots(t, n, j, q, k)
			}
		}
		backed += covers(t, n, j, r)
		for _, k := range r.Rounds() { // one climb a corner, and one for each free end
			want := len(j.Rooms[0].Walls)
			if !j.Rooms[0].Closed {
				want++
			}
			require.Len(t, k.Climbs, want, "room %d", n)
		}
		nailsKeepApart(t, n, j, r)
	}
	t.Logf("%d nails, %d walls with backing", nails, backed)
	assert.Greater(t, nails, 150_000)
	assert.Greater(t, backed, 500)
}

// pinned: a pin goes through the lap of the part that closes it, past its back and short of its tip.
func pinned(t *testing.T, n int, j job.Job, q *piece.Piece, k hang.Nail) {
	t.Helper()
	e, past := &q.Left, -k.At
	if k.At > q.Back/2 {
		e, past = &q.Right, k.At-q.Back
	}
	require.Equal(t, piece.Scarf, e.Joint, "room %d: %s", n, q.ID)
	require.Equal(t, piece.ToShort, e.ToldTo, "room %d: %s lies under", n, q.ID)
	most := j.Moulding(q.Moulding).Out().Inches() * e.Scarf.Tan()
	require.True(t, past > 0 && past.Inches() < most, "room %d: %s is pinned %s past its back", n, q.ID, past)
}

// clearOfSpots: nothing is nailed where a socket, a pipe or a vent is.
func clearOfSpots(t *testing.T, n int, j job.Job, q *piece.Piece, k hang.Nail) {
	t.Helper()
	at := (q.BackFrom() + k.At).Inches()
	for _, s := range j.Rooms[0].Spots {
		if s.Wall != q.Wall || s.Width == nil || k.Into == hang.InPiece || k.Into == hang.InBacking {
			continue
		}
		half := s.Width.Length.Inches() / 2
		require.False(t, math.Abs(at-s.At.Length.Inches()) < half-1e-9, "room %d: %s is nailed into %s", n, q.ID, s.ID)
	}
}

// covers: a wall that joists run along has backing behind every foot of its crown.
func covers(t *testing.T, n int, j job.Job, r *plan.RoomPlan) (walls int) {
	t.Helper()
	for _, q := range r.Pieces {
		if q.Run != "kc" || q.Cap {
			continue
		}
		for i := range j.Rooms[0].Walls {
			if w := &j.Rooms[0].Walls[i]; w.ID != q.Wall || !w.Joists {
				continue
			}
			found := false
			for _, s := range r.Fixing.Strips {
				from, to := q.Along()
				found = found || s.Kind == hang.Backing && s.Wall == q.Wall && s.From <= from && s.To >= to
			}
			require.True(t, found, "room %d: %s has no backing", n, q.ID)
			walls++
		}
	}
	return walls
}

// nailsKeepApart hangs the nails of two walls in space again, by coordinates of its own, and looks how near they come.
func nailsKeepApart(t *testing.T, n int, j job.Job, r *plan.RoomPlan) {
	t.Helper()
	room := &j.Rooms[0]
	byID := piece.ByID(r.Pieces)
	shapes := map[string]*profile.Section{}
	for i := range j.Mouldings {
		shapes[j.Mouldings[i].ID] = j.Mouldings[i].Profile()
	}
	type line struct {
		x, y, z, dx, dy float64
		of              string
	}
	for c := range room.Corners {
		if !room.Closed && c == len(room.Walls)-1 || len(room.Corners[c].Readings) == 0 {
			continue
		}
		theta := float64(room.Corners[c].Readings[0].Angle) * math.Pi / 180
		next := (c + 1) % len(room.Walls)
		// The corner is the origin. Wall one lies along −x and the room under it. Wall two goes off at the reading, measured through the room
		// inside, through the wood outside.
		dir := [2]float64{-math.Cos(theta), -math.Sin(theta)}
		if room.Corners[c].Kind == job.Outside {
			dir = [2]float64{-math.Cos(theta), math.Sin(theta)}
		}
		away := [2]float64{-dir[1], dir[0]} // from the room into the second wall: left of the way along it
		var one, two []line
		for _, k := range r.Fixing.Nails {
			q := byID[k.Piece]
			if k.Up != 0 || k.Row == hang.Pin || k.Into == hang.InPiece || q.Run == "ks" {
				continue
			}
			front, z := shapes[q.Moulding].At(k.Height.Inches()), k.Height.Inches()
			if q.Run == "kc" {
				z += 1000
			}
			a := float64(k.Toward) * math.Pi / 180
			l := k.Length.Inches()
			at := (q.BackFrom() + k.At).Inches()
			if q.Wall == room.Walls[c].ID {
				one = append(one, line{at - room.Walls[c].Lengths[0].Length().Inches(), -front, z, l * math.Sin(a), l * math.Cos(a), q.ID})
			}
			if q.Wall == room.Walls[next].ID {
				two = append(two, line{at*dir[0] - front*away[0], at*dir[1] - front*away[1], z, l * (math.Sin(a)*dir[0] + math.Cos(a)*away[0]),
					l * (math.Sin(a)*dir[1] + math.Cos(a)*away[1]), q.ID})
			}
		}
		for _, a := range one {
			for _, b := range two {
				if a.of == b.of || math.Abs(a.z-b.z) >= 0.5 || math.Hypot(a.x-b.x, a.y-b.y) > 12 {
					continue
				}
				least := math.Inf(1)
				for i := 0.0; i <= 1; i += 0.02 {
					for k := 0.0; k <= 1; k += 0.02 {
						least = min(least, math.Hypot(math.Hypot(a.x+i*a.dx-b.x-k*b.dx, a.y+i*a.dy-b.y-k*b.dy), a.z-b.z))
					}
				}
				require.GreaterOrEqual(t, least, 0.49, "room %d: nails of %s and %s meet in corner %d, %s", n, a.of, b.of, c, room.Corners[c].Kind)
			}
		}
	}
}

// What is told into the framing of a corner or an opening, or into a stud, ends half an inch inside of it, along its shaft: of base and
// of crown, turned or straight, also where it was moved out of another's way.
func TestNailsHold(t *testing.T) {
	rng := rand.New(rand.NewPCG(33, 2))
	looked := map[hang.Into]int{}
	for n := range 1500 {
		j := plantest.Read(t, framed(rng))
		p := plantest.Build(t, j)
		r := p.Rooms[0]
		for _, k := range r.Fixing.Nails {
			q := plantest.Piece(t, p, k.Piece)
			m := j.Moulding(q.Moulding)
			if q.Run == "ks" || k.Row == hang.Pin || k.Up != 0 || k.Into == hang.InBacking || k.Into == hang.InPiece || k.Into == hang.InJoist {
				continue
			}
			thick := m.Thickness.Length.Inches()
			if q.Run == "kc" {
				thick = 0 // less: its face at the nail; so is the board taken alone
			}
			tan := k.Toward.Tan()
			from, tip := thick+0.5, k.Length.Inches()*k.Toward.Cos()
			require.GreaterOrEqual(t, tip-from, 0.5*k.Toward.Cos()-1e-6)
			x := func(deep float64) float64 { return (q.BackFrom() + k.At).Inches() + deep*tan }
			switch k.Into {
			case hang.InStud:
				i := slices.IndexFunc(j.Rooms[0].Walls, func(w job.Wall) bool { return w.ID == q.Wall })
				near := 99.0
				for _, s := range r.Fixing.Walls[i].Studs {
					near = min(near, math.Abs(s.At.Inches()-x(tip)))
				}
				require.Less(t, near, 0.75, "room %d: %s %v is off its stud", n, q.ID, k)
			case hang.InCorner:
				end, off := &q.Left, k.At.Inches()
				if k.At > q.Back/2 {
					end, off, tan = &q.Right, (q.Back - k.At).Inches(), -tan
				}
				reach := 1.5
				if end.Side == job.Outside {
					reach = 3
				}
				reach -= end.Short.Inches()
				if end.Corner == "" {
					reach = 1.5
				}
				deep := from
				if off > reach {
					require.Negative(t, tan, "room %d: %s %v", n, q.ID, k)
					deep = max(deep, (off-reach)/-tan)
				}
				require.GreaterOrEqual(t, (tip-deep)/k.Toward.Cos(), 0.5-1e-6, "room %d: %s %v ends in the air", n, q.ID, k)
			}
			looked[k.Into]++
		}
	}
	assert.Greater(t, looked[hang.InStud], 10_000)
	assert.Greater(t, looked[hang.InCorner], 10_000)
}

// Base of 3 1/2 in around an odd ring, and a low rail: where two nails do not fit over one another on a stud they stand beside one another.
func TestTwoNailsAStud(t *testing.T) {
	var walls, corners, spots []string
	for i := range 5 {
		walls = append(walls, fmt.Sprintf(`{"id":"w%d","length":"100","stud_spacing":"16"}`, i))
		corners = append(corners, fmt.Sprintf(`{"id":"c%d","kind":"inside","reading":108}`, i))
		spots = append(spots, fmt.Sprintf(`{"id":"s%d","wall":"w%d","kind":"stud","at":"17"}`, i, i))
	}
	j := plantest.Read(t, fmt.Sprintf(`{"gnomon":13,"mouldings":[{"id":"b","height":"3 1/2","thickness":"9/16","profiled":true,"sticks":["16'"]},
		{"id":"l","kind":"rail","height":"2 1/2","thickness":"3/4","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","closed":true,"walls":[%s],"corners":[%s],"spots":[%s],"runs":[{"id":"kb","moulding":"b"},{"id":"kl","moulding":"l","level":"rail"}]}]}`,
		strings.Join(walls, ","), strings.Join(corners, ","), strings.Join(spots, ",")))
	p := plantest.Build(t, j)
	studs := 0
	for _, q := range p.Pieces {
		on := map[float64]int{} // by stud
		for _, k := range p.Rooms[0].Fixing.Of(q.ID) {
			if k.Into == hang.InStud {
				on[math.Round(((q.BackFrom()+k.At).Inches()-1)/16)]++
			}
		}
		for stud, n := range on {
			assert.Equal(t, 2, n, "%s, stud %v", q.ID, stud)
			studs++
		}
	}
	assert.Greater(t, studs, 40)
}
