package files_test

import (
	"bytes"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/coping"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/profile/profiletest"
	"gnomon/core/saw"
	"gnomon/files"
)

// coped is an end of one section coped into another.
func coped(t testing.TB, through, section string, theta measure.Angle, hand joint.Hand, unit measure.Unit) *coping.End {
	t.Helper()
	side := func(id string) coping.Side {
		s := profiletest.Named(t, id)
		return coping.Side{Name: id, Shape: &piece.Shape{Section: s, Moulding: saw.Moulding{Projection: s.Projection(), Drop: s.Height(),
			Crown: s.Leans(), Spring: 38, Unit: unit}}}
	}
	m := job.DefaultSaw()
	e, err := coping.New(side(through), side(section), coping.Meeting{Theta: theta}, hand, nil, &job.Rules{CopeTool: job.CopeByHand,
		Crown: job.CrownNested}, &m, unit)
	require.NoError(t, err)
	return e
}

// A printed page has its squares of 2 in and 50 mm true, whatever the paper.
func TestPrintedSquares(t *testing.T) {
	for _, paper := range []string{files.PaperLetter, files.PaperA4} {
		var b bytes.Buffer
		ends := []*coping.End{coped(t, "quay", "quay", 90.3, joint.Right, measure.UnitInch), coped(t, "plank4", "ogee", 80, joint.Left, measure.UnitMillimetre)}
		require.NoError(t, files.WriteTemplatesPDF(&b, "Two ends", ends, paper))
		r, err := pdf.NewReader(bytes.NewReader(b.Bytes()), int64(b.Len()))
		require.NoError(t, err)
		require.GreaterOrEqual(t, r.NumPage(), 2)
		box := r.Page(1).V.Key("MediaBox")
		if box.Len() == 0 {
			box = r.Trailer().Key("Root").Key("Pages").Key("MediaBox")
		}
		want := map[string]float64{files.PaperLetter: 612, files.PaperA4: 595.28}[paper]
		assert.InDelta(t, want, box.Index(2).Float64(), 0.01)
		var sides []float64
		for _, q := range r.Page(1).Content().Rect {
			w, h := math.Abs(q.Max.X-q.Min.X), math.Abs(q.Max.Y-q.Min.Y)
			if math.Abs(w-h) < 0.01 {
				sides = append(sides, w/72)
			}
		}
		assert.InDeltaSlice(t, []float64{2, 50 / 25.4}, sides, 1e-4, "2.000 in and 50 mm")
	}
	assert.ErrorIs(t, files.WriteTemplatesPDF(&bytes.Buffer{}, "", nil, ""), files.ErrNoTemplates)
}

// What is longer than the paper goes on several sheets.
func TestLongTemplatesAreTiled(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, files.WriteTemplatesPDF(&b, "", []*coping.End{coped(t, "steamer", "steamer", 62, joint.Right, measure.UnitInch)}, files.PaperLetter))
	r, err := pdf.NewReader(bytes.NewReader(b.Bytes()), int64(b.Len()))
	require.NoError(t, err)
	assert.GreaterOrEqual(t, r.NumPage(), 3)
}

// The line of a drawing is the line, in true size, and on the side that its hand has.
func TestTemplateDrawings(t *testing.T) {
	e := coped(t, "quay", "quay", 90, joint.Right, measure.UnitInch)
	var b bytes.Buffer
	require.NoError(t, files.WriteTemplateSVG(&b, e))
	svg := b.String()
	size := regexp.MustCompile(`width="([\d.]+)in" height="([\d.]+)in" viewBox="[-\d.]+ [-\d.]+ ([\d.]+) ([\d.]+)"`).FindStringSubmatch(svg)
	require.NotNil(t, size)
	assert.Equal(t, size[1:3], size[3:5], "an inch is an inch")
	cut := regexp.MustCompile(`data-layer="CUT"[^>]*points="([^"]+)"`).FindAllStringSubmatch(svg, -1)
	require.Len(t, cut, 2, "on the face, and on the back")
	first, last := point(t, strings.Fields(cut[0][1])[0]), point(t, strings.Fields(cut[0][1])[len(strings.Fields(cut[0][1]))-1])
	end := e.Line[len(e.Line)-1]
	assert.InDelta(t, -end.Along, last[0]-first[0], 1e-5, "a right end runs off to the left")
	assert.InDelta(t, -end.Around, last[1]-first[1], 1e-5, "up")
	assert.Contains(t, svg, "waste")

	b.Reset()
	require.NoError(t, files.WriteTemplateDXF(&b, coped(t, "quay", "quay", 90, joint.Left, measure.UnitMillimetre)))
	dxf := b.String()
	assert.Contains(t, dxf, "AC1009")
	v := regexp.MustCompile(`VERTEX\n8\nCUT\n10\n([-\d.]+)\n20\n([-\d.]+)`).FindAllStringSubmatch(dxf, -1)
	require.Greater(t, len(v), 20)
	x0, _ := strconv.ParseFloat(v[0][1], 64)
	far := x0
	for _, k := range v[:len(e.Line)] {
		x, _ := strconv.ParseFloat(k[1], 64)
		far = max(far, x)
	}
	assert.InDelta(t, 3.125*25.4, far-x0, 1e-3, "in millimetres")
	for _, layer := range []string{coping.LayerCut, coping.LayerCheck, coping.LayerCorner} {
		assert.Contains(t, dxf, "\n"+layer+"\n")
	}
}

func point(t *testing.T, s string) [2]float64 {
	x, y, ok := strings.Cut(s, ",")
	require.True(t, ok)
	a, err := strconv.ParseFloat(x, 64)
	require.NoError(t, err)
	c, err := strconv.ParseFloat(y, 64)
	require.NoError(t, err)
	return [2]float64{a, c}
}
