package files

import (
	"bytes"
	"compress/zlib"
	"encoding/csv"
	"errors"
	"fmt"
	"image"
	"image/draw"
	"io"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"unicode/utf16"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/plan"
)

func ferryPlan(t testing.TB) (job.Job, plan.Plan) {
	t.Helper()
	j := ferry(t)
	p, err := plan.Build(j)
	require.NoError(t, err)
	return j, p
}

// pdfText is all text of a PDF of ours in the order it was set, without spaces: lines break and
// fractions are set in parts.
func pdfText(t *testing.T, b []byte) string {
	t.Helper()
	var out strings.Builder
	for _, part := range bytes.Split(b, []byte("endstream")) {
		_, data, is := bytes.Cut(part, []byte("stream\n"))
		if !is {
			continue
		}
		z, err := zlib.NewReader(bytes.NewReader(data))
		if err != nil {
			continue // a font
		}
		content, _ := io.ReadAll(z)
		for _, m := range regexp.MustCompile(`(?s)\(((?:[^()\\]|\\.)*)\) Tj`).FindAllSubmatch(content, -1) {
			raw := regexp.MustCompile(`(?s)\\(.)`).ReplaceAllFunc(m[1], func(e []byte) []byte {
				if e[1] == 'r' {
					return []byte("\r")
				}
				return e[1:]
			})
			units := make([]uint16, len(raw)/2)
			for i := range units {
				units[i] = uint16(raw[2*i])<<8 | uint16(raw[2*i+1])
			}
			out.WriteString(string(utf16.Decode(units)))
		}
	}
	return strings.Join(strings.Fields(out.String()), "")
}

// asSet is a text as pdfText has it.
func asSet(text string) string {
	var out strings.Builder
	for _, r := range runs(text, 10) {
		out.WriteString(r.text)
	}
	return strings.Join(strings.Fields(out.String()), "")
}

// The cut sheet says of every piece, in the order of mouldings and rooms, what it is called, how
// long it is, when it hangs, what is on its ends, and what else is to be known of it.
func TestCutSheet(t *testing.T) {
	j, p := ferryPlan(t)
	var b bytes.Buffer
	require.NoError(t, WriteCutSheetPDF(&b, j, p, func(id string) (string, error) {
		return "https://192.168.4.20:8485/jobs/ferry-house/saw?piece=" + id, nil
	}))
	keep(t, "cut-sheet.pdf", b.Bytes())
	assert.Greater(t, bytes.Count(b.Bytes(), []byte("/Type /Page\n")), 2, "more pages than one")
	text, names := pdfText(t, b.Bytes()), labels(p)
	assert.Contains(t, text, asSet("let the blade stop before you lift"), "the caution")
	rest, n := text, 0
	for _, m := range j.Mouldings {
		for _, r := range j.Rooms {
			for _, q := range p.Pieces {
				if q.Moulding != m.ID || q.Room != r.ID || q.Cut <= 0 {
					continue
				}
				n++
				for _, says := range append([]string{q.Label, q.LengthText(j.Unit), sheetEnd("left", q.Left, names, j.Unit), sheetEnd("right", q.Right, names, j.Unit)},
					q.Remarks()...) {
					_, after, is := strings.Cut(rest, asSet(says))
					require.True(t, is, "%s: %s", q.ID, says)
					rest = after
				}
			}
		}
	}
	assert.Equal(t, len(p.Pieces), n)
	crown := pieceOf(t, p, "wh-crown.wh3")
	assert.Contains(t, sheetEnd("left", crown.Left, names, j.Unit), "into Crown 2")
	var empty bytes.Buffer
	require.NoError(t, WriteCutSheetPDF(&empty, job.Starter("Empty", "mm"), plan.Plan{}, func(string) (string, error) { return "", nil }),
		"and a job with nothing in it")
	assert.Contains(t, pdfText(t, empty.Bytes()), "Cutsheet")
}

func pieceOf(t *testing.T, p plan.Plan, id string) piece.Piece {
	t.Helper()
	for _, q := range p.Pieces {
		if q.ID == id {
			return *q
		}
	}
	t.Fatal(id)
	return piece.Piece{}
}

// keep writes a file to look at, where one is asked for.
func keep(t *testing.T, name string, b []byte) {
	t.Helper()
	if dir := os.Getenv("GNOMON_KEEP"); dir != "" {
		require.NoError(t, os.WriteFile(filepath.Join(dir, name), b, 0o600))
	}
}

// Every piece gets a label, and the address behind each code is asked for by its name.
func TestLabels(t *testing.T) {
	j, p := ferryPlan(t)
	asked := map[string]bool{}
	var b bytes.Buffer
	require.NoError(t, WriteLabelsPDF(&b, j, p, func(id string) (string, error) {
		asked[id] = true
		return "http://127.0.0.1:8600/jobs/ferry-house/saw?piece=" + id, nil
	}))
	for _, q := range p.Pieces {
		assert.True(t, asked[q.ID], q.ID)
	}
	keep(t, "labels.pdf", b.Bytes())
	err := WriteLabelsPDF(&bytes.Buffer{}, j, p, func(string) (string, error) { return string(make([]byte, 5000)), nil })
	assert.Error(t, err, "an address that no code holds")
}

// The code drawn is the code made, and a reader of another make reads the text from it.
func TestCodeIsWhatWasAsked(t *testing.T) {
	text := "http://192.168.1.20:8600/jobs/ferry-house/saw?piece=wh-base.wh1~1"
	side, runs, err := Code(text)
	require.NoError(t, err)
	const scale, quiet = 4, 4
	img := image.NewGray(image.Rect(0, 0, (side+2*quiet)*scale, (side+2*quiet)*scale))
	draw.Draw(img, img.Bounds(), image.White, image.Point{}, draw.Src)
	dark := 0
	for _, r := range runs {
		draw.Draw(img, image.Rect((r.X+quiet)*scale, (r.Y+quiet)*scale, (r.X+r.Wide+quiet)*scale, (r.Y+1+quiet)*scale), image.Black, image.Point{}, draw.Src)
		dark += r.Wide
	}
	bits, err := gozxing.NewBinaryBitmapFromImage(img)
	require.NoError(t, err)
	read, err := qrcode.NewQRCodeReader().Decode(bits, nil)
	require.NoError(t, err)
	assert.Equal(t, text, read.GetText())

	s := newPage(false, "", "")
	require.NoError(t, s.code(text, 100, 100, float64(side)))
	var b bytes.Buffer
	s.SetCompression(false)
	require.NoError(t, s.write(&b))
	var area float64
	for _, line := range bytes.Split(b.Bytes(), []byte("\n")) {
		var x, y, w, h float64
		if n, _ := fmt.Sscanf(string(line), "%f %f %f %f re f", &x, &y, &w, &h); n == 4 && bytes.HasSuffix(line, []byte(" re f")) {
			area += w
		}
	}
	assert.InDelta(t, dark, area, 0.5)
}

// A sheet ends where nobody waits for it any more.
func TestASheetEndsWithWhoAskedForIt(t *testing.T) {
	j, p := ferryPlan(t)
	gone := errors.New("hung up")
	for _, write := range []func(io.Writer, job.Job, plan.Plan, Link) error{WriteLabelsPDF, WriteCutSheetPDF} {
		asked := 0
		err := write(io.Discard, j, p, func(string) (string, error) {
			if asked++; asked == 3 {
				return "", gone
			}
			return "http://saw", nil
		})
		assert.ErrorIs(t, err, gone)
		assert.Equal(t, 3, asked)
	}
}

// A table holds nothing that a spreadsheet would calculate.
func TestNoFormulas(t *testing.T) {
	for _, s := range []string{"=1", "+1 m", "-x", "@a", "\t=1", "\r=1", "\n=1", " \u00a0=1", "＝1", "＋a", "－a", "＠a", "\u200b=1", "\ufeff＝1"} {
		assert.Equal(t, "'"+s, unformula(s), "%q", s)
	}
	for _, s := range []string{"", " ", "-45", "+1.5", "Hall = 2", "12' 4", "−3/8"} {
		assert.Equal(t, s, unformula(s), "%q", s)
	}
}

func TestCutListTellsWhatItHas(t *testing.T) {
	j, p := ferryPlan(t)
	var b bytes.Buffer
	require.NoError(t, WritePlanCSV(&b, j, p))
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	n := len(rows[0])
	assert.Equal(t, []string{"moulding", "hangs", "bench", "left_note", "right_note", "allowed"}, rows[0][n-12:n-6])
	assert.Equal(t, "Hall stool", rows[1][n-12], "what goes up first")
	for _, r := range rows {
		if r[0] == "Base 9" && r[1] == "Waiting Hall" {
			assert.Equal(t, "Square against the casing.", r[n-8])
			assert.Regexp(t, `^\d+ of `, r[n-2], "its nails")
			assert.Empty(t, r[n-1], "it is not up")
			return
		}
	}
	t.Fatal("no base 8")
}
