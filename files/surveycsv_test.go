package files

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"io"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/plan"
	"gnomon/core/survey"
	"gnomon/demo"
)

func ids() func(string) string {
	n := 0
	return func(p string) string { n++; return fmt.Sprintf("%s%d", p, n) }
}

// What was written comes back: rooms, lengths with the burned inch, readings with
// their scale, openings and heights.
func TestSurveyThereAndBack(t *testing.T) {
	j, err := ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	burned, _ := job.Typed("1", "in")
	j.Rooms[1].Walls[7].Lengths[1].Burned = &burned
	h, _ := job.Typed("113 1/4", "in")
	j.Rooms[1].Walls[0].CeilingLeft = &h
	j.Rooms[1].Storey = "Ground floor"
	var b bytes.Buffer
	require.NoError(t, WriteSurveyCSV(&b, j))
	rooms, err := ReadSurveyCSV(bytes.NewReader(b.Bytes()), j.Unit, ids())
	require.NoError(t, err)
	require.Len(t, rooms, 4)
	back := j.Clone()
	back.Rooms = rooms
	for i := range rooms { // what a survey does not carry
		back.Rooms[i].Runs = j.Rooms[i].Runs
	}
	back.Normalise()
	require.NoError(t, back.Check())
	for i := range j.Rooms {
		a, c := survey.Reduce(&j, &j.Rooms[i]), survey.Reduce(&back, &back.Rooms[i])
		for k := range j.Rooms[i].Walls {
			la, _ := a.Wall(k, job.Floor)
			lb, _ := c.Wall(k, job.Floor)
			assert.Equal(t, la, lb, "room %d wall %d", i, k+1)
			ca, okA := a.Corner(k, job.Floor)
			cb, okB := c.Corner(k, job.Floor)
			assert.Equal(t, okA, okB)
			assert.InDelta(t, float64(ca.Theta), float64(cb.Theta), 1e-9)
			assert.Equal(t, j.Rooms[i].Corners[k].Kind, back.Rooms[i].Corners[k].Kind)
		}
		assert.Equal(t, len(j.Rooms[i].Openings), len(rooms[i].Openings))
	}
	assert.Equal(t, "Ground floor", rooms[1].Storey)
	assert.Equal(t, h.Length, rooms[1].Walls[0].CeilingLeft.Length)
	var again bytes.Buffer
	require.NoError(t, WriteSurveyCSV(&again, back))
	assert.Equal(t, b.String(), again.String())
}

// Units for a column or for a value, columns as a spreadsheet pastes them.
func TestSurveyUnitsAndSeparators(t *testing.T) {
	for _, file := range []string{
		"wall,length (mm),corner,reading\n1,2438.4,inside,90\n2,8',outside,89.5\n",
		"wall\tlength [ft]\tcorner\treading\n1\t8\tinside\t90\n2\t96\"\toutside\t89 1/2\n",
		"wall;length (m);corner;reading\n1;2.4384;inside;90\n2;96 in;outside;89.5\n",
		"\xef\xbb\xbfWall,Length,Corner,Reading\n1,96,inside,90\n\n2,8-0,outside,89.5\n",
	} {
		rooms, err := ReadSurveyCSV(strings.NewReader(file), measure.UnitInch, ids())
		if !assert.NoError(t, err, file) {
			continue
		}
		require.Len(t, rooms[0].Walls, 2)
		for _, w := range rooms[0].Walls {
			assert.Equal(t, 96*measure.Inch, w.Lengths[0].As.Length, file)
			l, err := measure.ParseLength(w.Lengths[0].As.Text, measure.UnitInch)
			assert.NoError(t, err)
			assert.Equal(t, 96*measure.Inch, l, "its text means the same in the job")
		}
		assert.Equal(t, job.Outside, rooms[0].Corners[1].Kind)
	}
}

// A faulty line is told by its number, all of them at once, and nothing is taken.
func TestFaultySurveys(t *testing.T) {
	file := "room,wall,length,corner,reading,scale,openings,closed\nHall,1,96,inside,90,,,\nHall,2,9x,inside,ninety,,,\n" +
		"Hall,3,=SUM(A1:A9),round,90,gon,hatch,perhaps\nHall,4,96,,,,\"door at 10 wide 0\",\n"
	rooms, err := ReadSurveyCSV(strings.NewReader(file), measure.UnitInch, ids())
	assert.Nil(t, rooms)
	var bad LineErrors
	require.ErrorAs(t, err, &bad)
	var at []string
	for _, e := range bad {
		at = append(at, e.Place())
		assert.NotEmpty(t, e.Remedy)
		assert.NotEmpty(t, e.Reason)
	}
	assert.Equal(t, []string{"line 3, length", "line 3, reading", "line 4, length", "line 4, corner", "line 4, scale", "line 4, openings", "line 5, openings"}, at)
	for name, c := range map[string]struct{ file, says string }{
		"empty":       {"", "empty"},
		"no wall":     {"room,closed\nHall,yes\n", "neither a wall nor a length"},
		"only a head": {"wall,length\n", "names no wall"},
		"a column":    {"wall,colour\n1,red\n", `"colour"`},
		"twice":       {"wall,length,length\n1,2,3\n", "twice"},
		"a unit":      {"wall,length (cubits)\n", "cubits"},
		"utf-16":      {"\xff\xfew\x00", "UTF-16"},
		"latin":       {"wall,length\n1,8\xb4\n", "UTF-8"},
		"binary":      {"wall,length\n1,\x00\n", "UTF-8"},
		"cells":       {"wall,length\n1,2,3\n", "more cells"},
		"huge":        {"wall,length\n" + strings.Repeat("1,96\n", MaxSurveyCSV/4), "longer than"},
		"300 walls":   {"wall,length\n" + strings.Repeat("1,96\n", 301), "more than 300"},
		"40 digits":   {"wall,length\n1,1234567890123456789012345678901234567890\n", "too many digits"},
		"negative":    {"wall,length\n1,-5\n", "never negative"},
	} {
		_, err := ReadSurveyCSV(strings.NewReader(c.file), measure.UnitInch, ids())
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), c.says, name)
		assert.NotContains(t, err.Error(), "\n", name)
	}
}

func FuzzReadSurveyCSV(f *testing.F) {
	f.Add("wall,length,corner,reading\n1,96,inside,90\n2,8' 3 1/2\",outside,45 1/2\n")
	f.Add("room\tlength (mm)\topenings\nHall\t2400; 2401 burned\tdoor at 10 wide 900\n")
	f.Fuzz(func(t *testing.T, text string) {
		rooms, err := ReadSurveyCSV(strings.NewReader(text), measure.UnitInch, ids())
		if err != nil {
			return
		}
		j := job.Job{Rooms: rooms}
		j.Normalise()
		if err := j.Check(); err != nil {
			t.Fatalf("taken and then refused: %v", err)
		}
		if _, err := plan.Build(j); err != nil {
			t.Fatal(err)
		}
	})
}

func drawn(t *testing.T) Drawing {
	j, err := ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	r := &j.Rooms[0]
	r.Name = `Hall & "stairs"`
	p, err := plan.Build(j)
	require.NoError(t, err)
	d := Drawing{Title: r.Name, Job: &j, Floor: picture.Above(survey.Reduce(&j, r), r, nil, p.Surveys()[0]), Sizes: map[string]string{"wh1": `21' 4 1/2"`},
		Reads: map[string]string{"wha": "90.2°"}}
	return d
}

func TestSVG(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, WriteSVG(&b, drawn(t)))
	dec := xml.NewDecoder(&b)
	count := map[string]int{}
	for {
		tok, err := dec.Token()
		if err == io.EOF {
			break
		}
		require.NoError(t, err)
		if e, ok := tok.(xml.StartElement); ok {
			count[e.Name.Local]++
		}
	}
	assert.Equal(t, 12, count["line"], "eight walls, a door, a window, a way through, and the gap")
	assert.Equal(t, 9, count["text"])
}

func TestDXF(t *testing.T) {
	d := drawn(t)
	var b bytes.Buffer
	require.NoError(t, WriteDXF(&b, d))
	lines := strings.Split(strings.TrimSuffix(b.String(), "\n"), "\n")
	require.Zero(t, len(lines)%2, "codes and values in pairs")
	assert.Equal(t, "EOF", lines[len(lines)-1])
	assert.Contains(t, b.String(), "90.2%%d")
	d.Job.Unit = measure.UnitMillimetre
	b.Reset()
	require.NoError(t, WriteDXF(&b, d))
	assert.Contains(t, b.String(), "11\n6515.1", "the first wall full size in millimetres")
}
