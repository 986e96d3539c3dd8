package files

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Every section of the library comes back from every format in either unit, to a few
// millionths, and its fractions exactly.
func TestSectionThereAndBack(t *testing.T) {
	lib, _ := profile.Library()
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(lib).Draw(t, "section")
		format := rapid.SampledFrom([]string{SectionSVG, SectionDXF, SectionCSV}).Draw(t, "format")
		unit := rapid.SampledFrom([]measure.Unit{"in", "mm"}).Draw(t, "unit")
		want := k.Outline.Canonical()
		var b bytes.Buffer
		require.NoError(t, WriteSection(&b, want, format, unit))
		got, err := ReadSection(b.String(), format, unit, false)
		require.NoError(t, err, b.String())
		require.Len(t, got, len(want))
		for i := range want {
			assert.Equal(t, want[i].U, got[i].U, "%s %d", k.ID, i)
			assert.Equal(t, want[i].Z, got[i].Z)
			assert.InDelta(t, float64(want[i].Bow), float64(got[i].Bow), 500)
		}
		// Drawn the other way about it is the same section.
		mirrored, err := ReadSection(b.String(), format, unit, true)
		require.NoError(t, err)
		again, err := profile.New(mirrored)
		require.NoError(t, err)
		first, err := profile.New(want)
		require.NoError(t, err)
		assert.InDelta(t, float64(first.Height()), float64(again.Height()), 500)
		assert.InDelta(t, float64(first.Projection()), float64(again.Projection()), 500)
	})
}

// As other programs write it: relative commands, curves, a drawing around the path.
func TestSectionFromOtherPrograms(t *testing.T) {
	const in = measure.Inch
	box := profile.Outline{{}, {U: in}, {U: in, Z: 2 * in}, {Z: 2 * in}}
	for name, text := range map[string]string{
		"a bare path":   "M0 0 H1 V-2 H0 Z",
		"relative":      "m 10,10 l1,0 0,-2 -1,0 z",
		"back to start": "M0,0L1,0L1,-2L0,-2L0,0",
		"moved":         `<svg><g transform="translate(3 -4)"><path transform="translate(-3,4)" d="M0 0H1V-2H0Z"/></g></svg>`,
		"scaled":        `<svg><g transform="scale(.5)"><path d="M0 0H2V-4H0Z"/></g></svg>`,
		"turned":        `<svg><path transform="rotate(90) rotate(-180 0 0)" d="M0 0V1H2V0Z"/></svg>`,
		"upside down":   `<svg><path transform="matrix(1 0 0 -1 0 0)" d="M0 0H1V2H0Z"/></svg>`,
		"not the first": `<svg><defs><path d="M0 0H9V-9H0Z"/></defs><clipPath><path d="M0 0H8V-8H0Z"/></clipPath><path d="M0 0H1V-2H0Z"/></svg>`,
		"in a drawing":  `<svg viewBox="0 0 9 9"><g><path fill="none" d='M0 0 h1 v-2 h-1z'/></g></svg>`,
	} {
		got, err := ReadSection(text, SectionSVG, "in", false)
		require.NoError(t, err, name)
		assert.Equal(t, box, got, name)
	}
	round, err := ReadSection("M0 0 H1 C1 -.5523 .5523 -1 0 -1 Z", SectionSVG, "in", false)
	require.NoError(t, err)
	assert.Len(t, round, 2+steps)
	arc, err := ReadSection("M0 0 L1 0 A1 1 0 0 0 0 -1 Z", SectionSVG, "in", false)
	require.NoError(t, err)
	assert.InDelta(t, (1 - 0.70710678), arc[1].Bow.Inches(), 1e-6, "the same quarter round as an arc, out of the wood")
	for name, text := range map[string]string{
		"scaled":    `<svg><path transform="scale(2)" d="M0 0 L.5 0 A.5 .5 0 0 0 0 -.5 Z"/></svg>`,
		"mirrored":  `<svg><path transform="scale(1,-1)" d="M0 0 L1 0 A1 1 0 0 1 0 1 Z"/></svg>`,
		"of a turn": `<svg><path transform="rotate(-90)" d="M0 0 L0 1 A1 1 0 0 0 1 0 Z"/></svg>`,
	} {
		got, err := ReadSection(text, SectionSVG, "in", false)
		require.NoError(t, err, name)
		require.Len(t, got, 3, name)
		assert.InDelta(t, (1 - 0.70710678), got[1].Bow.Inches(), 1e-6, name)
		assert.InDelta(t, 1, got[1].U.Inches(), 1e-6, name)
	}
	// A quarter of an ellipse, and a circle stretched to one, are the same short stretches.
	oval, err := ReadSection("M0 0 H2 A2 1 0 0 0 0 -1 Z", SectionSVG, "in", false)
	require.NoError(t, err)
	require.Len(t, oval, 2+steps)
	for _, p := range oval[1 : len(oval)-1] {
		u, z := p.U.Inches(), p.Z.Inches()
		assert.InDelta(t, 1, u*u/4+z*z, 1e-6)
	}
	stretched, err := ReadSection(`<svg><path transform="scale(2 1)" d="M0 0 H1 A1 1 0 0 0 0 -1 Z"/></svg>`, SectionSVG, "in", false)
	require.NoError(t, err)
	assert.Equal(t, oval, stretched)
	inBlock := "0\nSECTION\n2\nBLOCKS\n0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n10\n9\n20\n0\n10\n9\n20\n9\n0\nENDSEC\n"
	light := "0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n4\n70\n1\n10\n0\n20\n0\n10\n25.4\n20\n0\n10\n25.4\n20\n50.8\n10\n0\n20\n50.8\n0\nENDSEC\n0\nEOF\n"
	got, err := ReadSection(light, SectionDXF, "mm", false)
	require.NoError(t, err)
	assert.Equal(t, box, got)
	got, err = ReadSection(inBlock+light, SectionDXF, "mm", false)
	require.NoError(t, err)
	assert.Equal(t, box, got, "a block is not what is drawn")
	got, err = ReadSection("u,z\n0,0\n0,2\n1,2\n1,0\n", SectionCSV, "in", false)
	require.NoError(t, err)
	assert.Equal(t, box, got, "listed the other way round")
}

// What is no section is refused in one line that names the place and the way out.
func TestBadSections(t *testing.T) {
	for name, c := range map[string]struct{ format, text, says string }{
		"not closed":       {SectionSVG, "M0 0 H1 V-2 H0.5", "begins at 0, 0 and ends at 0.5, 2"},
		"crosses":          {SectionSVG, "M0 0 L2 -2 L2 0 L0 -2 Z", `1" out, 1" up`},
		"two lines":        {SectionSVG, "M0 0 H1 V-2 Z M4 4 H5 V6 Z", "more than one line"},
		"no path":          {SectionSVG, "<svg/>", "no path"},
		"breaks off":       {SectionSVG, "M0 0 L1", "breaks off"},
		"not a path":       {SectionSVG, "M0 0 banana", "part of a path"},
		"a word":           {SectionCSV, "0,0\n1,zwei\n1,2\n", `line 2: "zwei"`},
		"one column":       {SectionCSV, "0\n1\n2\n", "has no z"},
		"absurd":           {SectionCSV, "0,0\n90,0\n90,200\n", "check its unit"},
		"empty":            {SectionCSV, "", "no line"},
		"no polyline":      {SectionDXF, "0\nLINE\n10\n0\n", "no polyline"},
		"an open polyline": {SectionDXF, "0\nLWPOLYLINE\n70\n0\n10\n0\n20\n0\n10\n1\n20\n0\n10\n1\n20\n1\n0\nEOF\n", "not closed"},
		"a letter in it":   {SectionDXF, "0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n10\n1O\n20\n0\n10\n1\n20\n1\n0\nEOF\n", `line 10: "1O" stands where a number belongs`},
		"a comma":          {SectionDXF, "0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0,5\n0\nEOF\n", `line 8: "0,5"`},
		"in a block":       {SectionDXF, "0\nSECTION\n2\nBLOCKS\n0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n0\nENDSEC\n", "explode the block"},
		"from behind":      {SectionDXF, "0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n230\n-1.0\n0\nEOF\n", "line 10: the polyline is drawn from behind"},
		"in space":         {SectionDXF, "0\nPOLYLINE\n70\n9\n0\nSEQEND\n", "drawn in space"},
		"odd transform":    {SectionSVG, "<svg>\n<g transform='perspective(3)'><path d='M0 0H1V-2H0Z'/></g></svg>", `line 2: transform "perspective(3)" is not read`},
		"not a number":     {SectionSVG, "<svg><g transform='scale(2x)'/></svg>", `"2x" stands where a number belongs in scale`},
		"by its style":     {SectionSVG, "<svg><path style='transform: scale(2)' d='M0 0H1V-2H0Z'/></svg>", "a transform in a style"},
		"broken off":       {SectionSVG, "<svg>\n<g>\n<path d='M0 0", "line 3 of the drawing"},
		"unknown":          {"tiff", "", "not known"},
		"too large":        {SectionCSV, strings.Repeat("0,0\n", 400_000), "too large"},
		"many points":      {SectionCSV, many(), "points are too many"},
	} {
		_, err := ReadSection(c.text, c.format, "in", false)
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), c.says, name)
		assert.NotContains(t, err.Error(), "\n")
	}
}

func many() string {
	var b strings.Builder
	for i := range 900 {
		fmt.Fprintf(&b, "%d.%d,%d\n", i/100, i%100+10, i%7)
	}
	return b.String()
}

func FuzzReadSection(f *testing.F) {
	f.Add("M0 0 H1 V-2 A1 1 0 0 1 0 -2 Z", SectionSVG)
	f.Add("0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n10\n1\n20\n0\n42\n.5\n10\n1\n20\n1\n0\nEOF\n", SectionDXF)
	f.Add("u,z,bow\n0,0,0\n1,0,.1\n1,2,0\n", SectionCSV)
	f.Fuzz(func(t *testing.T, text, format string) {
		o, err := ReadSection(text, format, "in", false)
		if err != nil {
			return
		}
		if _, err := profile.New(o); err != nil {
			t.Fatalf("read and no section: %v", err)
		}
	})
}
