package files

import (
	"bytes"
	"encoding/csv"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/money"
	"gnomon/core/quote"
	"gnomon/demo"
)

func ferry(t testing.TB) job.Job {
	t.Helper()
	j, err := ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	return j
}

// Fractions are set as fractions: the numerator raised, both small, the space
// before them gone; primes are primes.
func TestRunsSetFractions(t *testing.T) {
	got := runs(`Base, 12' 3 5/8" and 1/2`, 10)
	var texts []string
	for _, r := range got {
		texts = append(texts, r.text)
	}
	assert.Equal(t, []string{"Base, 12′ 3", "5", "⁄", "8", "″ and ", "1", "⁄", "2"}, texts)
	assert.Positive(t, got[1].raise)
	assert.Zero(t, got[3].raise)
	assert.Less(t, got[1].size, 10.0)
	assert.Equal(t, "8 m", runs("8 m", 10)[0].text)
	assert.Equal(t, "don't", runs("don't", 10)[0].text, "no prime without a number")
}

func TestQuotePDF(t *testing.T) {
	j := ferry(t)
	s := quote.Work(&j)
	var b bytes.Buffer
	require.NoError(t, WriteQuotePDF(&b, j, s))
	assert.True(t, bytes.HasPrefix(b.Bytes(), []byte("%PDF-")))
	assert.LessOrEqual(t, b.Len(), 120_000, "fonts are cut down to what is used")
	pages := regexp.MustCompile(`/Type /Page\b[^s]`).FindAll(b.Bytes(), -1)
	assert.LessOrEqual(t, len(pages), 2)
	// Nothing but what was typed says who it is for.
	j.Quote = job.Quote{}
	b.Reset()
	require.NoError(t, WriteQuotePDF(&b, j, s))
	j.Unit, j.Name = "mm", ""
	j.Quote = job.Quote{For: strings.Repeat("a long line of words ", 60), Included: strings.Repeat("one\n", 90)}
	require.NoError(t, WriteQuotePDF(&b, j, quote.Work(&j)), "long texts go on to the next page")
}

// The text of the PDF, where the machine can read one back.
func TestQuotePDFReads(t *testing.T) {
	tool, err := exec.LookPath("pdftotext")
	if err != nil {
		t.Skip("no pdftotext here")
	}
	j := ferry(t)
	s := quote.Work(&j)
	path := filepath.Join(t.TempDir(), "q.pdf")
	f, err := os.Create(path)
	require.NoError(t, err)
	require.NoError(t, WriteQuotePDF(f, j, s))
	require.NoError(t, f.Close())
	text, err := exec.Command(tool, "-layout", path, "-").Output()
	require.NoError(t, err)
	for _, want := range []string{"The Ferry House", "Ferry House Library Trust", s.Total.Text("$"), "Inside corners, coped", "Not included",
		"Holds for thirty days."} {
		assert.Contains(t, string(text), want)
	}
}

func TestShoppingLists(t *testing.T) {
	j := ferry(t)
	j.Mouldings[0].Name = "=cmd()"
	s := quote.Work(&j)
	var b bytes.Buffer
	require.NoError(t, WriteShoppingPDF(&b, j, s))
	assert.True(t, bytes.HasPrefix(b.Bytes(), []byte("%PDF-")))
	b.Reset()
	require.NoError(t, WriteShoppingCSV(&b, j, s))
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	total := money.Cents(0)
	for _, r := range rows[1:] {
		c, err := money.Parse(r[5])
		require.NoError(t, err)
		total += c
		assert.False(t, strings.HasPrefix(r[1], "="), "no formula")
	}
	assert.Equal(t, s.ShoppingCost(&j), total)
	assert.Len(t, rows, 1+len(s.Shopping(&j)))
}

func TestSumsAndBasis(t *testing.T) {
	j := ferry(t)
	s := quote.Work(&j)
	total := money.Cents(0)
	sums := s.Sums(&j.Prices)
	for _, g := range sums[:len(sums)-1] {
		total += g.Amount
	}
	assert.Equal(t, sums[len(sums)-1].Amount, total)
	assert.Contains(t, s.Basis(), "22 of 28 walls")
	s.Look.Measured = s.Look.Walls
	assert.Contains(t, s.Basis(), "measured walls")
	s.Look.Measured = 0
	assert.Contains(t, s.Basis(), "quick look")
}
