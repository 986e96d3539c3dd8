package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
	"gnomon/core/quote"
)

// Two walls of flat base, butted: the piece that stops against the other is marked cut as it was told. It is square at both ends, as what
// runs through is, and shorter by the other's thickness: it stays the one that gives way.
func TestButtMarkedCut(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":13,"mouldings":[{"id":"b","kind":"flat","height":"5","thickness":"3/4","profiled":false,"sticks":["16'"]}],
		"rules":{"inside":"cope"},"rooms":[{"id":"r","walls":[{"id":"w0","length":"100"},{"id":"w1","length":"60"}],
		"corners":[{"id":"c0","kind":"inside","reading":90}],"runs":[{"id":"k","moulding":"b"}]}]}`)
	p := plantest.Build(t, j)
	was := allTold(&p)
	require.Equal(t, 99*measure.Inch+measure.Inch/4, plantest.Piece(t, p, "k.w0").Cut)
	j = plantest.Marked(j, job.RecordCut, "k.w0", "left", "right")
	p = plantest.Build(t, j)
	assert.Equal(t, was, allTold(&p))
	// What was cut for this joint keeps it when the rules would turn it over.
	j.Rooms[0].Walls[1].Lengths[0].As = *plantest.Typed("160")
	j.Rules.Weights = &job.Weights{Short: 100}
	p = plantest.Build(t, j)
	assert.Equal(t, "k.w0", p.Decisions()[0].Coped)
}

// The right end of a middle part is a scarf's: marking it decides no corner.
func TestMiddleScarfMarked(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":13,"mouldings":[{"id":"b","height":"4","thickness":"5/8","profiled":true,"sticks":["8'"]}],
		"rules":{"inside":"cope","cope_hand":"right","scarf":22.5},"rooms":[{"id":"r","walls":[{"id":"w0","length":"270"},{"id":"w1","length":"60"}],
		"corners":[{"id":"c0","kind":"inside","reading":90}],"runs":[{"id":"k","moulding":"b"}]}]}`)
	p := plantest.Build(t, j)
	was := allTold(&p)
	plantest.Mark(t, &j, job.RecordCut, "k.w0~2", "right")
	p = plantest.Build(t, j)
	assert.Equal(t, was, allTold(&p))
}

const stepped = `{"gnomon":11,"mouldings":[{"id":"b","height":"4","thickness":"5/8","profiled":true,"sticks":["8'"]}],"rules":{"step":"%s"},
	"rooms":[{"id":"r","walls":[{"id":"w0","length":"250"}],"spots":[{"id":"t","wall":"w0","kind":"step_down","at":"40","height":"3/4"}],
	"runs":[{"id":"k","moulding":"b"}]}]}`

// A strip under the base that is longer than any stick is made of parts as everything else is.
func TestStripLongerThanAnyStick(t *testing.T) {
	j := plantest.Read(t, fmt.Sprintf(stepped, "strip"))
	p := plantest.Build(t, j)
	sum, parts := measure.Length(0), 0
	for _, q := range p.Pieces {
		require.LessOrEqual(t, q.Overall, 8*measure.Foot, q.ID)
		if strings.HasPrefix(q.ID, "k.w0.t-strip") {
			sum, parts = sum+q.Back, parts+1
		}
	}
	assert.Equal(t, 210*measure.Inch, sum)
	assert.GreaterOrEqual(t, parts, 3)
	next := fitAll(t, j, &p, nil)
	q := plantest.Build(t, next)
	assert.Empty(t, holds(&q))
	assert.Len(t, next.Layouts, 1)
}

// A link between two floors meets the parts that stand beside it, not a piece that is not there.
func TestLinkMeetsParts(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, fmt.Sprintf(stepped, "link")))
	there := piece.ByID(p.Pieces)
	for _, q := range p.Pieces {
		for _, hand := range piece.Hands {
			if meets := q.End(hand).Meets; meets != "" {
				require.Contains(t, there, meets, "what %s meets", q.ID)
				assert.Equal(t, q.ID, there[meets].End(hand.Other()).Meets, "%s and %s meet one another", q.ID, meets)
			}
		}
	}
	for _, o := range p.Rooms[0].Odds {
		for _, id := range o.Pieces {
			assert.Contains(t, there, id)
		}
	}
}

// A sixteenth of wall between a corner and an opening is no piece that a saw cuts: it is named, and the rest is fitted. A stretch of a
// few nanometres is none at all.
func TestSliver(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":5,"mouldings":[{"id":"b","height":"4","thickness":"5/8","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"w0","length":"60"},{"id":"w1","length":"80"}],"corners":[{"id":"c0","kind":"outside","reading":90}],
		"openings":[{"id":"o","wall":"w1","from":"1/16","width":"36"}],"runs":[{"id":"k","moulding":"b"}]}]}`)
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "piece_sliver")
	assert.Equal(t, "k.w1", f.ID)
	assert.Contains(t, f.Text, `1/16"`)
	assert.NotEmpty(t, plantest.Piece(t, p, "k.w1").Held)
	next := fitAll(t, j, &p, nil)
	require.Len(t, next.Layouts, 1)
	q := plantest.Build(t, next)
	assert.Empty(t, holds(&q))
	j.Rooms[0].Openings[0].From.Length = 3
	p = plantest.Build(t, j)
	assert.NotContains(t, piece.ByID(p.Pieces), "k.w1")
}

// Casing beside a switch: no nail within two inches of the box, in neither row, also from the other side of the wall; the rest of the leg
// is nailed as ever.
func TestCasingBesideASwitch(t *testing.T) {
	for _, side := range []string{"right", "left"} {
		at := map[string]string{"right": "75 5/16", "left": "34 11/16"}[side]
		j := plantest.Read(t, fmt.Sprintf(`{"gnomon":13,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]},
			{"id":"k","kind":"casing","height":"3 1/2","thickness":"11/16","profiled":true,"sticks":["16'"]}],
			"rooms":[{"id":"r","walls":[{"id":"w1","length":"120"}],"spots":[{"id":"sw","wall":"w1","kind":"socket","at":"%s","width":"2 1/4","height":"42","tall":"4"}],
			"runs":[{"id":"kk","moulding":"k"}],"openings":[{"id":"o","wall":"w1","told":"jamb","from":"40","width":"30","head":"80","faces":"both"}]}]}`, at))
		p := plantest.Build(t, j)
		room := p.Rooms[0]
		told := 0
		for _, q := range room.Pieces {
			if q.Part != side && !(q.Far && q.Part != "head") {
				continue
			}
			near, far := 0, 0
			for _, n := range room.Fixing.Of(q.ID) {
				z := n.At // from the foot up on the left leg, from the top down on the right one
				if q.Part == "right" {
					z = q.Back - n.At
				}
				if n.Row == hang.Outer && z > 40*measure.Inch && z < 48*measure.Inch {
					near++
				}
				far++
			}
			other := q.Part != side
			if q.Far {
				other = q.Part == side // the other face's right leg stands behind the left one of this
			}
			if other {
				assert.Positive(t, near, "%s %s", side, q.ID)
			} else {
				told++
				assert.Zero(t, near, "%s %s", side, q.ID)
			}
			assert.Greater(t, far, 10)
		}
		assert.Equal(t, 2, told)
		assert.Contains(t, plantest.All(room.Fixing.Findings[len(room.Fixing.Findings)-1])+fmt.Sprint(room.Fixing.Findings), "the socket")
	}
}

// A stool is nailed into the sill: between its horns.
func TestStoolNails(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":13,"mouldings":[{"id":"k","kind":"casing","height":"3 1/2","thickness":"11/16","profiled":true,"sticks":["16'"]},
		{"id":"st","kind":"stool","height":"5","thickness":"3/4","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"w1","length":"120"}],"runs":[{"id":"kk","moulding":"k"}],
		"openings":[{"id":"o","wall":"w1","kind":"window","told":"jamb","from":"40","width":"36","head":"44","sill":"30","stool_of":"st","jamb_depth":"4"}]}]}`)
	p := plantest.Build(t, j)
	q := plantest.Piece(t, p, "~o.stool")
	horn := (q.Back - 36*measure.Inch) / 2
	nails := p.Rooms[0].Fixing.Of(q.ID)
	require.NotEmpty(t, nails)
	for _, n := range nails {
		assert.GreaterOrEqual(t, n.At, horn+measure.Inch/2)
		assert.LessOrEqual(t, n.At, q.Back-horn-measure.Inch/2)
		assert.Less(t, n.Height, 4*measure.Inch, "over the sill, not out in the room")
	}
}

// A corner that a cabinet fills is no cope in a quote; and what has no price is told before it leaves.
func TestQuoteOfAFilledCorner(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"cab","kind":"cabinet","wall":"w2","from":"0","width":"30","depth":"24"}`))
	s := quote.Work(&j)
	assert.Equal(t, 3, s.Look.Joints.Cope)
	assert.Equal(t, 2, s.Look.Joints.Butt)
	j.Prices.Cope = 0
	s = quote.Work(&j)
	assert.Contains(t, s.Unpriced(), "inside corners, coped")
	assert.Contains(t, s.Unpriced(), "“Joints and sets”")
	// Putting up backing is priced there too, not with what a moulding costs to put up.
	hall := plantest.Hall(t)
	hall.Rooms[0].Walls[0].Joists = true
	hall.Prices.Cope, hall.Prices.Backing = 1, 0
	hall.Prices.Strip.Length = 0
	for i := range hall.Mouldings {
		hall.Mouldings[i].Rate = 1
	}
	s = quote.Work(&hall)
	require.Positive(t, s.Look.Backing)
	assert.Contains(t, s.Unpriced(), "putting up backing")
}
