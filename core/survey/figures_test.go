package survey

import (
	"flag"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/measure"
)

var (
	figures = flag.Bool("figures", false, "print the tables of docs/closing.md")
	rooms   = flag.Int("rooms", 2000, "how many rooms in each row")
)

// planted is one mistake put into a measured room: the measurement it is in.
type planted struct {
	of Of
	at int
}

// plant puts a mistake in; false where the room has no place for it.
type plant func(r *rand.Rand, room Room, v Verdict) (Room, planted, bool)

func wallOff(by float64) plant {
	return func(r *rand.Rand, room Room, _ Verdict) (Room, planted, bool) {
		i := r.IntN(len(room.Walls))
		if r.IntN(2) == 0 {
			by = -by
		}
		return offWall(room, i, by), planted{OfWall, i}, room.Walls[i][0].Length.Inches()+by > 1
	}
}

func offWall(room Room, i int, by float64) Room {
	room.Walls = slices.Clone(room.Walls)
	room.Walls[i] = slices.Clone(room.Walls[i])
	room.Walls[i][0].Length += measure.FromInches(by)
	return room
}

func offTurn(room Room, i int, to float64) Room {
	k := room.Turns[i]
	room.Turns = slices.Clone(room.Turns)
	room.Turns[i] = turned(to, noise{reading: float64(k.Sigma)})
	return room
}

// wrongScale takes what a protractor shows on its mitre or deflection scale for
// the corner; wrongSide an outside corner for an inside one, or the other way.
func wrongScale(r *rand.Rand, room Room, _ Verdict) (Room, planted, bool) {
	i := r.IntN(len(room.Turns))
	t := float64(room.Turns[i].Turn)
	shown := math.Abs(t) / 2
	if r.IntN(2) == 0 {
		shown = math.Abs(t)
	}
	// The same corner on both scales is no mistake.
	to := math.Copysign(180-shown, t)
	return offTurn(room, i, to), planted{OfTurn, i}, math.Abs(to-t) > 10
}

func wrongSide(r *rand.Rand, room Room, _ Verdict) (Room, planted, bool) {
	i := r.IntN(len(room.Turns))
	return offTurn(room, i, -float64(room.Turns[i].Turn)), planted{OfTurn, i}, true
}

// ownSmallest plants a mistake of lo to hi times the room's own stated smallest.
func ownSmallest(lo, hi float64) plant {
	return func(r *rand.Rand, room Room, v Verdict) (Room, planted, bool) {
		s := v.Seen[r.IntN(len(v.Seen))]
		if !s.Checked || s.Of == OfDiagonal {
			return room, planted{}, false
		}
		k := lo + r.Float64()*(hi-lo)
		if r.IntN(2) == 0 {
			k = -k
		}
		if s.Of == OfWall {
			by := k * s.Least.Length.Inches()
			return offWall(room, s.At, by), planted{OfWall, s.At}, room.Walls[s.At][0].Length.Inches()+by > 1
		}
		to := float64(room.Turns[s.At].Turn) + k*float64(s.Least.Angle)
		return offTurn(room, s.At, to), planted{OfTurn, s.At}, math.Abs(to) < 179
	}
}

// tally is one row of the table.
type tally struct{ n, alarms, first, named, sole, cleared int }

func (t *tally) add(v Verdict, p planted) {
	t.n++
	if v.Redundancy == 0 || v.Closes {
		return
	}
	t.alarms++
	for i, s := range v.Suspects {
		if s.Of == p.of && s.At == p.at {
			t.named++
			if i == 0 {
				t.first++
			}
			if len(v.Suspects) == 1 {
				t.sole++
			}
			break
		}
	}
	if v.Cleared {
		t.cleared++
	}
}

func share100(a, b int) float64 { return 100 * float64(a) / float64(max(b, 1)) }

const (
	alone = iota
	diagonals
	twice
)

var helpNames = []string{"none", "up to three diagonals", "walls read twice"}

func simulate(seed uint64, n noise, help int, plant plant, count int) tally {
	r := rand.New(rand.NewPCG(seed, uint64(help)))
	var t tally
	for t.n < count {
		room := build(r)
		m := room.read(r, n)
		switch help {
		case diagonals:
			m = room.help(r, m, n, 3)
		case twice:
			m = room.again(r, m, n)
		}
		var p planted
		if plant != nil {
			v := Check(m)
			if v.Points == nil {
				continue
			}
			var ok bool
			if m, p, ok = plant(r, m, v); !ok {
				continue
			}
		}
		t.add(Check(m), p)
	}
	return t
}

// TestSimulated is a short run of the simulation whose full figures are in
// docs/closing.md, with bounds loose enough for the number of rooms.
func TestSimulated(t *testing.T) {
	count := 300
	fine, plain := noise{1.0 / 16, 0.2}, noise{1.0 / 16, 0.5}
	quiet := simulate(1, plain, alone, nil, 1000)
	assert.Less(t, quiet.alarms, 25, "false alarms in 1000")
	foot := simulate(2, fine, alone, wallOff(12), count)
	assert.GreaterOrEqual(t, foot.alarms, count*90/100)
	inch := simulate(3, plain, twice, wallOff(1), count)
	assert.GreaterOrEqual(t, inch.alarms, count*97/100)
	assert.GreaterOrEqual(t, inch.named, inch.alarms*97/100)
	for _, p := range []plant{wrongScale, wrongSide} {
		s := simulate(4, plain, alone, p, count)
		assert.GreaterOrEqual(t, s.alarms, count*98/100)
	}
	large := simulate(5, fine, alone, ownSmallest(1.5, 3), count)
	assert.GreaterOrEqual(t, large.named, large.alarms*86/100)
}

func TestFigures(t *testing.T) {
	if !*figures {
		t.Skip("prints the tables of docs/closing.md: go test ./core/survey -run TestFigures -figures -v")
	}
	rows := []struct {
		name  string
		plant plant
		help  []int
	}{
		{"none", nil, []int{alone, diagonals, twice}},
		{"± 1 ft in a wall", wallOff(12), []int{alone, diagonals, twice}},
		{"± 100 mm in a wall", wallOff(100 / 25.4), []int{alone, diagonals, twice}},
		{"± 1 in in a wall", wallOff(1), []int{alone, diagonals, twice}},
		{"± 10 mm in a wall", wallOff(10 / 25.4), []int{alone, diagonals, twice}},
		{"wrong scale", wrongScale, []int{alone, diagonals}},
		{"inside for outside", wrongSide, []int{alone, diagonals}},
		{"1 to 1.5 × the room's smallest", ownSmallest(1, 1.5), []int{alone, diagonals, twice}},
		{"1.5 to 3 × the room's smallest", ownSmallest(1.5, 3), []int{alone, diagonals, twice}},
	}
	fmt.Println("| mistake | help | reading noise | rooms | alarm | of these: named | named first | named alone | rest agrees |")
	fmt.Println("|---|---|---|---|---|---|---|---|---|")
	for k, row := range rows {
		for _, h := range row.help {
			for _, n := range []noise{{1.0 / 16, 0.2}, {1.0 / 16, 0.5}} {
				s := simulate(uint64(100+k), n, h, row.plant, *rooms)
				who := fmt.Sprintf("%.1f %% | %.1f %% | %.1f %% | %.1f %%", share100(s.named, s.alarms), share100(s.first, s.alarms), share100(s.sole, s.alarms),
					share100(s.cleared, s.alarms))
				if row.plant == nil {
					who = "– | – | – | –"
				}
				fmt.Printf("| %s | %s | %.1f° | %d | %.1f %% | %s |\n", row.name, helpNames[h], n.reading, s.n, share100(s.alarms, s.n), who)
			}
		}
	}
}
