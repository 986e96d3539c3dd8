package plan_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

func TestFindings(t *testing.T) {
	for _, c := range []struct {
		name     string
		file     string
		code     string
		severity finding.Severity
		about    string
		says     []string
	}{
		{"impossible on the corner scale", plantest.Room(true, "", plantest.Square4, "90, 190, 90, 90"), "reading_impossible", finding.Stop, "corner:c2",
			[]string{"190°", "corner scale"}},
		{"impossible on the mitre scale", plantest.Room(true, "", plantest.Square4, "90, 90 mitre, 90, 90"), "reading_impossible", finding.Stop, "corner:c2",
			[]string{"mitre scale", "On the corner scale it would be a corner of 90°"}},
		{"no protractor reads that", plantest.Room(true, "", plantest.Square4, "90, -400, 90, 90"), "reading_impossible", finding.Stop, "corner:c2",
			[]string{"-400°"}},
		{"nothing is no corner", plantest.Room(true, "", plantest.Square4, "90, 0, 90, 90"), "reading_impossible", finding.Stop, "corner:c2", nil},
		{"a mitre taken as a corner", plantest.Room(true, "", plantest.Square4, "90, 45, 90, 90"), "reading_scale", finding.Check, "corner:c2",
			[]string{"On the mitre scale it would be a corner of 90°"}},
		{"a corner taken as a deflection", plantest.Room(true, "", plantest.Square4, "90, 135 deflection, 90, 90"), "reading_scale", finding.Check, "corner:c2",
			[]string{"corner of 45°", "On the corner scale it would be a corner of 135°"}},
		{"nearly straight", plantest.Room(true, "", plantest.Square4, "90, 176, 90, 90"), "reading_scale", finding.Check, "corner:c2", nil},
		{"shorter than its openings", plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"o","wall":"w2","from":"10","width":"100"}`), "wall_short",
			finding.Stop, "wall:w2", []string{"8'", `8' 4"`}},
		{"an opening past the corner", plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"o","wall":"w2","from":"80","width":"30"}`), "wall_short",
			finding.Stop, "wall:w2", []string{`reach to 9' 2"`}},
		{"openings over each other", plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"o","wall":"w2","from":"10","width":"30"}`,
			`{"id":"p","wall":"w2","from":"39","width":"20"}`), "openings_overlap", finding.Stop, "wall:w2", nil},
		{"past the swing", plantest.Room(true, "", "120, 96, 130", "60, 60, 60"), "cut_beyond_swing", finding.Check, "piece:k.w2",
			[]string{"60° right", "swings 50°", "30° left", "Clamp"}},
		{"past the swing and past the tilt", plantest.Room(true, "", "120, 96, 130, 88", "90, 78, 102, 90"), "cut_beyond_swing", finding.Check, "piece:k.w2",
			[]string{"51° left", "39° right"}},
		{"past the longest stick", plantest.Room(true, "", "200, 96, 200, 96", "90, 90, 90, 90"), "piece_scarfed", finding.Note, "piece:k.w1~1",
			[]string{"2 parts", "45° scarf at 8' 4\" from"}},
		{"turns that do not come round", plantest.Room(true, "", plantest.Square4, "90, 90, 90, 96"), "room_open", finding.Check, "corner:c4",
			[]string{"Corner D is 6° off", "Measure corner D again"}},
		{"an open run", plantest.Room(false, "", "120, 96", "90"), "run_unchecked", finding.Note, "room:r", []string{"Nothing checks an open run"}},
		{"a wall not measured", plantest.Room(true, "", "120, ?, 120, 96", "90, 90, 90, 90"), "wall_unmeasured", finding.Check, "wall:w2", nil},
		{"a corner not read", plantest.Room(true, "", plantest.Square4, "90, ?, 90, 90"), "corner_unread", finding.Check, "corner:c2", []string{"taken as 90°"}},
		{"several walls not measured", plantest.Room(true, "", "120, ?, ?, ?", "90, 90, 90, 90"), "wall_unmeasured", finding.Check, "room:r",
			[]string{"Walls 2, 3 and 4 have"}},
		{"several corners not read", plantest.Room(true, "", plantest.Square4, "90, ?, 90, ?"), "corner_unread", finding.Check, "room:r",
			[]string{"Corners B and D have"}},
		{"a short piece", plantest.Room(true, "", "120, 10, 120, 96", "90, 90, 90, 90"), "short_piece", finding.Note, "piece:k.w2",
			[]string{`10"`, "hold the long part"}},
		{"two walls", plantest.Room(true, "", "120, 96", "90, 90"), "too_few_walls", finding.Stop, "room:r", nil},
		{"a sharp corner with a profile", plantest.Room(true, "", "120, 96, 130, 88", "90, 70, 110, 90"), "acute_cover", finding.Note, "piece:k.w3", nil},
	} {
		t.Run(c.name, func(t *testing.T) {
			f := plantest.Finding(t, plantest.Build(t, plantest.Read(t, c.file)), c.code)
			assert.Equal(t, c.severity, f.Severity)
			assert.Equal(t, c.about, f.About())
			all := f.Text + " " + f.Why + " " + f.Remedy
			for _, s := range c.says {
				assert.Contains(t, all, s)
			}
			for _, s := range []string{f.Text, f.Why, f.Remedy} {
				assert.Regexp(t, `\.$`, s, "a finding speaks in sentences")
			}
		})
	}
}

// An impossible reading gives no setting for the ends that need one, and takes
// none away from a square end.
func TestImpossibleReadingGivesNoSetting(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96, 10", "90, 190, 90, 90, 90")))
	assert.Nil(t, plantest.Piece(t, p, "k.w2").Right.Setting)
	assert.Nil(t, plantest.Piece(t, p, "k.w2").Right.Dial)
	assert.NotNil(t, plantest.Piece(t, p, "k.w3").Left.Setting)
}

// A room just begun says what is missing once, and decides nothing.
func TestARoomJustBegun(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "?, ?, ?, ?", "?, ?, ?, ?")))
	assert.Equal(t, []string{"wall_unmeasured", "corner_unread"}, plantest.Codes(p))
	assert.Empty(t, p.Decisions())
	assert.Empty(t, p.Pieces)
	assert.Equal(t, plan.Untouched, p.Stops[0].State)
}

func TestPiecesOfUnmeasuredWallsAreLeftOut(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "120, ?, 120, 96", "90, 90, 90, 90")))
	require.Len(t, p.Pieces, 3)
	assert.Equal(t, "Base 2", p.Pieces[1].Label)
	assert.Equal(t, "k.w3", p.Pieces[1].ID)
	assert.Empty(t, p.Pieces[1].Left.Meets, "nothing is known of the piece there")
}

// What is no room, or hardly one, is planned as far as it goes, and what is wrong with it is said.
func TestOddRooms(t *testing.T) {
	all := `{"id":"o","wall":"w1","from":"0","width":"120"}`
	for _, c := range []struct {
		file, pieces string
		says         []string
	}{
		{`{"gnomon":1}`, "", []string{}},
		{`{"gnomon":1,"rooms":[{"id":"r"}]}`, "", []string{}},
		{`{"gnomon":1,"rooms":[{"id":"r","closed":true,"walls":[{"id":"w"}]}]}`, "", []string{"too_few_walls", "wall_unmeasured", "corner_unread", "no_run"}},
		{plantest.Room(true, "", "120", "90"), "k.w1 10'", []string{"too_few_walls", "cannot_be_hung"}},
		{plantest.Room(false, "", "120", "90"), "k.w1 10'", []string{"run_unchecked"}},
		{plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", all), "k.w2 8', k.w3 10', k.w4 8'", []string{"corner_taken", "corner_taken"}},
		{plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"o","wall":"w1","from":"0","width":"30"}`,
			`{"id":"p","wall":"w1","from":"30","width":"90"}`), "k.w2 8', k.w3 10', k.w4 8'", []string{"corner_taken", "corner_taken"}},
		{plantest.Room(true, "", plantest.Square4, "90, out 90, 90, 90", `{"id":"o","wall":"w2","from":"0","width":"96"}`), "k.w1 10', k.w3 10', k.w4 8'",
			[]string{"room_open", "corner_taken"}},
	} {
		p := plantest.Build(t, plantest.Read(t, c.file))
		var pieces []string
		for _, q := range p.Pieces {
			pieces = append(pieces, q.ID+" "+q.Cut.In("in"))
		}
		assert.Equal(t, c.pieces, strings.Join(pieces, ", "), c.file)
		assert.Equal(t, c.says, plantest.Codes(p), c.file)
	}
	tiny := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "1/64, 1/64, 1/64", "5, 5, 5")))
	assert.Subset(t, plantest.Codes(tiny), []string{"piece_vanishes", "ends_cross", "reading_scale", "room_open"})
	for _, c := range tiny.Cuts() {
		assert.Positive(t, plantest.Piece(t, tiny, c.Piece).Cut, "what vanishes is not cut: %s", c.Piece)
	}
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, out 90, 90, 90", `{"id":"o","wall":"w2","from":"0","width":"96"}`)))
	e := plantest.Piece(t, p, "k.w1").Right
	assert.Equal(t, piece.Butt, e.Joint, "nothing comes from the other wall to meet it, but a casing of which nothing is known")
	assert.Contains(t, plantest.Finding(t, p, "corner_taken").Remedy, "how thick it is")
	assert.Empty(t, e.Meets)
}
