package piece

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

const in = measure.Inch

// setup is a base 5/8 thick and 5 high on a saw that swings 50.
func setup(swing measure.Angle) Setup {
	return Setup{Shape: &Shape{Moulding: saw.Moulding{Projection: 5 * in / 8, Drop: 5 * in, Unit: measure.UnitInch}}, Crown: saw.Nested,
		Saw: &job.Saw{MitreLeft: swing, MitreRight: swing, BevelLeft: 45, Resolution: 0.1}}
}

func inside(kind Joint) End {
	return End{Joint: kind, Corner: "c", Letter: "A", Theta: 90, Side: job.Inside, ToldTo: ToEnd}
}

// An outside mitre at the right, a square end at the left: the mitre is told to its short
// point at the back, and takes the thickness more of a stick.
func TestAPieceIsMeasuredUp(t *testing.T) {
	s := setup(50)
	p := Piece{Length: 96 * in, Left: inside(Square), Right: End{Joint: Mitre, Corner: "d", Theta: 90, Side: job.Outside}}
	s.Set(&p.Left, joint.Left, 0)
	s.Set(&p.Right, joint.Right, 0)
	p.MeasureUp(s.Shape)
	assert.Equal(t, 96*in, p.Cut)
	assert.Equal(t, ToShort, p.Right.ToldTo)
	assert.InDelta(t, 45, float64(p.Right.Setting.Mitre.Abs()), 1e-9)
	assert.InDelta(t, float64(96*in+5*in/8), float64(p.Overall), 2)
	assert.Equal(t, ID("k", "w", "o"), "k.w.o")

	// A length set by hand leaves what it is shorter by.
	l := job.Entry{Length: 95 * in}
	assert.Equal(t, in, p.SetByHand(s.Shape, &job.ByHand{Length: &l}))
	assert.Equal(t, 95*in, p.Cut)
	assert.Equal(t, 96*in, p.Computed)

	// Its cap turns back to the wall: the projection long at its tip.
	p.Right = End{Joint: Mitre, ToldTo: ToTip, Theta: ReturnCorner, Side: job.Outside}
	s.Set(&p.Right, joint.Right, 0)
	c := s.Cap(&p, joint.Right)
	assert.True(t, c.Cap)
	assert.Equal(t, 5*in/8, c.Length)
	assert.Equal(t, Mitre, c.Left.Joint)
	assert.Equal(t, Square, c.Right.Joint)
}

func TestWhereTheSawStandsAlike(t *testing.T) {
	a, b := inside(Mitre), inside(Mitre)
	setup(50).Set(&a, joint.Right, 0)
	setup(50).Set(&b, joint.Right, 0)
	assert.True(t, a.SameSetting(&b))
	assert.Equal(t, a.SettingKey(), b.SettingKey())
	b.Fence = joint.Left
	assert.False(t, a.SameSetting(&b), "an added fence counts")
	assert.NotEqual(t, a.SettingKey(), b.SettingKey())
	a.Dial, b.Dial = nil, nil
	assert.False(t, a.SameSetting(&b), "two ends that the saw does not reach are not alike")
	assert.Empty(t, a.SettingKey())
}

func TestWhatAnEndMeets(t *testing.T) {
	mate := &Piece{Label: "Base 3"}
	for _, c := range []struct {
		end  End
		mate *Piece
		says string
	}{
		{End{Joint: Cope}, mate, "into base 3"},
		{End{Joint: Mitre}, mate, "with base 3"},
		{End{Joint: Butt}, mate, "against base 3"},
		{End{Joint: Butt, Against: "the tub"}, nil, "against the tub"},
		{End{Joint: Mitre, Against: "the casing"}, nil, ""},
		{End{Joint: Square, Short: in}, mate, "short of the corner"},
		{End{Joint: Square}, mate, ""},
		{End{Joint: Square, Short: in / 1000}, mate, ""},
	} {
		assert.Equal(t, c.says, c.end.MeetingText(c.mate, measure.UnitInch))
	}
	e := End{Joint: Butt, Against: "the tub"}
	assert.Equal(t, "square, to the tub", e.JointText())
	e.Setting = &saw.Setting{Mitre: 3}
	assert.Equal(t, "butt, to the tub", e.JointText())
	assert.Equal(t, "mitre for a cope", (&End{Joint: Cope}).JointText())
}
