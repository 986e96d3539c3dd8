package job

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

// trimmed is a job with a casing run in its room, and mouldings of every kind.
func trimmed(t *testing.T) Job {
	t.Helper()
	j := Starter("x", measure.UnitInch)
	for _, kind := range []string{KindCasing, KindBand, KindPlinth, KindStool, KindFlat, KindCrown} {
		j.Mouldings = append(j.Mouldings, Moulding{ID: kind, Kind: kind, Height: texts("in", "3 1/2", "90"), Thickness: texts("in", "3/4", "19")})
	}
	j.Rooms = []Room{{ID: "r", Walls: []Wall{{ID: "w"}}, Runs: []Run{{ID: "k", Moulding: KindCasing}, {ID: "b", Moulding: "base"}},
		Openings: []Opening{{ID: "o", Wall: "w", From: texts("in", "40", ""), Width: texts("in", "36", ""), OpeningFacts: OpeningFacts{Told: "jamb"}}}}}
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// What is put around an opening is what it says itself, else what its room's runs and the house rules say.
func TestAround(t *testing.T) {
	j := trimmed(t)
	r := &j.Rooms[0]
	o := &r.Openings[0]
	a := j.Around(r, o)
	require.NotNil(t, a)
	assert.Equal(t, KindCasing, a.Casing.ID)
	assert.Equal(t, a.Casing, a.Head)
	assert.Nil(t, a.Band)
	assert.Equal(t, HeadMitred, a.School)
	assert.Equal(t, measure.Inch*3/16, a.Reveal)
	assert.Equal(t, measure.Inch*3/4, a.Jamb)

	j.Rules.Head, j.Rules.Reveal = HeadBuilt, texts("in", "1/4", "")
	o.BandOf, o.Lap = KindBand, &Entry{Length: measure.Inch / 4}
	a = j.Around(r, o)
	assert.Equal(t, HeadBuilt, a.School)
	assert.Equal(t, measure.Inch*3+measure.Inch/2+measure.Inch*3+measure.Inch/2-measure.Inch/4, a.Wide())
	assert.Equal(t, a.Wide()+measure.Inch/4, a.Off())
	o.PlinthOf = KindPlinth
	assert.Equal(t, j.Moulding("base").Height.Length+measure.Inch/2, j.Around(r, o).Block)
	o.CasingOf = NoMoulding
	assert.Nil(t, j.Around(r, o), "no casing, no set")
	o.CasingOf, o.Trim = "", "none"
	assert.Nil(t, j.Around(r, o))
	o.Trim = ""

	// A window without a stool is framed; with one it stands on that, and its apron is of its casing.
	o.Kind, o.PlinthOf = OpenWindow, KindPlinth
	a = j.Around(r, o)
	assert.Equal(t, HeadPicture, a.School)
	assert.Nil(t, a.Plinth)
	o.StoolOf, o.Heights = KindStool, "under"
	a = j.Around(r, o)
	assert.Equal(t, HeadBuilt, a.School)
	assert.Equal(t, a.Casing, a.Apron)
	assert.Equal(t, measure.Inch*3/4, a.Comes)
	o.HeadSchool = HeadPicture
	assert.Equal(t, HeadMitred, j.Around(r, o).School, "nothing is left of a frame's sill")
	o.Kind = OpenCabinet
	assert.Nil(t, j.Around(r, o))
}

// What runs along the walls meets the outer edges of what will stand there; the room itself is left alone.
func TestStood(t *testing.T) {
	j := trimmed(t)
	r := &j.Rooms[0]
	off := j.Around(r, &r.Openings[0]).Off()
	s := j.Stood(r)
	assert.Equal(t, 40*measure.Inch, r.Openings[0].From.Length)
	o := &s.Openings[0]
	assert.Equal(t, 40*measure.Inch-off, o.From.Length)
	assert.Equal(t, 36*measure.Inch+2*off, o.Width.Length)
	assert.Equal(t, off, o.JambOff())
	assert.Equal(t, "casing", o.Side(Floor))
	out, known := o.StandsOut(Floor)
	assert.True(t, known)
	assert.Equal(t, measure.Inch*3/4, out)
	assert.Same(t, s, j.Stood(s), "once it stands it stands")
	o.Leaning(1, -2)
	assert.Equal(t, measure.Angle(1), o.LeanOf(false))
	assert.Equal(t, measure.Angle(-2), o.JambLean(true))
	o.Lean = &Lean{Angle: 3}
	assert.Equal(t, measure.Angle(3), o.LeanOf(true), "what was measured at the side itself")
	_, reaches := o.Reaches()
	assert.False(t, reaches, "its height was not measured")

	r.Openings[0].BandOf, r.Openings[0].Head = KindBand, &Entry{Length: 80 * measure.Inch}
	o = &j.Stood(r).Openings[0]
	assert.Equal(t, "back band", o.Side(Floor))
	top, _ := o.Reaches()
	assert.Equal(t, 80*measure.Inch+j.Around(r, &r.Openings[0]).Top(), top)
	r.Openings[0].CasingOf = NoMoulding // a bare jamb
	assert.Equal(t, 40*measure.Inch, j.Stood(r).Openings[0].From.Length)
	r.Openings[0].Told = ""
	assert.Same(t, r, j.Stood(r))
	assert.Equal(t, "Door 1", r.OpeningTitle(&r.Openings[0]))
	r.Openings[0].Name = "D4"
	assert.Equal(t, "D4", r.OpeningTitle(&r.Openings[0]))
}

// Impossible figures are refused with the way out, and moulding that is not there.
func TestOpeningsRefused(t *testing.T) {
	for name, spoil := range map[string]func(*Opening){
		"width":     func(o *Opening) { o.Width = Entry{} },
		"from":      func(o *Opening) { o.From.Length = -1 },
		"moulding":  func(o *Opening) { o.StoolOf = "oak" },
		"proud":     func(o *Opening) { o.ProudLeft = &Entry{Length: 3 * measure.Inch} },
		"school":    func(o *Opening) { o.HeadSchool = "gothic" },
		"side":      func(o *Opening) { o.Sides = []JambLength{{ID: "s", Side: "back", As: texts("in", "1", "")}} },
		"no length": func(o *Opening) { o.Sides = []JambLength{{ID: "s", Side: JambTop}} },
		"burned": func(o *Opening) {
			o.Sides = []JambLength{{ID: "s", Side: JambTop, As: texts("in", "1", ""), Burned: &Entry{Length: measure.Inch}}}
		},
		"corner":    func(o *Opening) { o.Angles = []JambReading{{ID: "a", Corner: "middle", Angle: 90}} },
		"long name": func(o *Opening) { o.Name = "the door that one comes to last of all, by the quay" },
		"twice": func(o *Opening) {
			o.Sides = []JambLength{{ID: "s", Side: JambTop, As: texts("in", "1", "")}, {ID: "s", Side: JambTop,
				As: texts("in", "1", "")}}
		},
		"no such end": func(o *Opening) { o.Returns = "round" },
	} {
		j := trimmed(t)
		spoil(&j.Rooms[0].Openings[0])
		var no *Invalid
		require.ErrorAs(t, j.Check(), &no, name)
		assert.NotEmpty(t, no.Remedy, name)
	}
}
