package finding

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

var (
	testReading = Declare(Form{Code: "test_reading", Severity: Check, Stop: Measure, Kind: "corner", Text: "%s is odd.", Why: "Because.", Remedy: "Read %s again.",
		Cause: Reading})
	testOpen = Declare(Form{Code: "test_open", Severity: Check, Stop: Measure, Kind: "room", Text: "It does not close.", Cause: Together})
	testCut  = Declare(Form{Code: "test_cut", Severity: Stop, Stop: Saw, Kind: "piece", Text: "%s cannot be cut."})
	testNote = Declare(Form{Code: "test_note", Severity: Note, Stop: Saw, Kind: "piece", Text: "%s is short."})
)

func corner(id string) []Ref { return []Ref{{"corner", id}} }

func TestAFormFillsIn(t *testing.T) {
	f := testReading.In("r", "c1")
	assert.Equal(t, Finding{Code: "test_reading", Severity: Check, Stop: Measure, Kind: "corner", ID: "c1", Room: "r", Why: "Because."}, f,
		"what needs words is not said yet")
	f = f.Says("Corner A").Do("it")
	assert.Equal(t, "Corner A is odd.", f.Text)
	assert.Equal(t, "Read it again.", f.Remedy)
	assert.Equal(t, "test_reading corner:c1", f.Key())
	assert.PanicsWithValue(t, "finding test_cut is declared twice", func() { Declare(Form{Code: "test_cut"}) })
}

// A cut that cannot be made and a room that does not close follow from the odd reading; the
// whole stands as high as what is gravest in it.
func TestCausesFirst(t *testing.T) {
	note := testNote.In("r", "p9").Says("Base 9")
	odd := testReading.In("r", "c1").Says("Corner A")
	odd.Doubts = corner("c1")
	open := testOpen.In("r", "r")
	open.Doubts, open.HangsOn = corner("c1"), corner("c1")
	cut := testCut.In("r", "p1").Says("Base 1")
	cut.HangsOn = corner("c1")
	elsewhere := testCut.In("other", "p2").Says("Base 2")
	elsewhere.HangsOn = corner("c1")
	two := testCut.In("r", "p3").Says("Base 3")
	two.HangsOn = append(corner("c1"), corner("c2")...)
	check := testReading.In("r", "c2").Says("Corner B")

	l := List{note, check, odd, open, cut, elsewhere, two}
	l.CausesFirst()
	var got []string
	for _, f := range l {
		got = append(got, f.Key()+" < "+f.Follows)
	}
	assert.Equal(t, []string{"test_reading corner:c1 < ", "test_cut piece:p1 < test_reading corner:c1", "test_open room:r < test_reading corner:c1",
		"test_cut piece:p2 < ", "test_cut piece:p3 < ", "test_reading corner:c2 < ", "test_note piece:p9 < "}, got)
	assert.Len(t, l.Causes(), 5)

	// Without the odd reading the room that does not close is the cause.
	l = List{open, cut}
	l.CausesFirst()
	assert.Empty(t, l[0].Follows)
	assert.Equal(t, "test_open room:r", l[1].Follows)
}
