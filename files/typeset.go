package files

import (
	"bytes"
	_ "embed"
	"io"
	"regexp"
	"strconv"
	"strings"

	"codeberg.org/go-pdf/fpdf"
)

//go:embed fonts/IBMPlexSans-Regular.ttf
var fontRegular []byte

//go:embed fonts/IBMPlexSans-SemiBold.ttf
var fontBold []byte

// page is a PDF being set: A4 for a metric job and letter for one in inches, in
// points, with a baseline that goes down the page.
type page struct {
	*fpdf.Fpdf
	left, right, bottom float64
	y                   float64
	foot                string
}

const margin = 54.0

func newPage(metric bool, title, foot string) *page {
	size := "Letter"
	if metric {
		size = "A4"
	}
	p := &page{Fpdf: fpdf.New("P", "pt", size, ""), foot: foot}
	p.SetTitle(title, true)
	p.SetCreator("Gnomon", true)
	p.AddUTF8FontFromBytes("plex", "", fontRegular)
	p.AddUTF8FontFromBytes("plex", "B", fontBold)
	p.SetAutoPageBreak(false, 0)
	p.SetMargins(margin, margin, margin)
	p.AliasNbPages("")
	w, h := p.GetPageSize()
	p.left, p.right, p.bottom = margin, w-margin, h-margin-14
	p.SetFooterFunc(func() {
		p.font("", 8)
		p.SetTextColor(0x5f, 0x64, 0x5f)
		p.Text(p.left, h-margin+10, p.foot)
		n := "page " + strconv.Itoa(p.PageNo()) + " of {nb}"
		p.Text(p.right-60, h-margin+10, n)
		p.SetTextColor(0x20, 0x26, 0x2b)
	})
	p.AddPage()
	p.SetTextColor(0x20, 0x26, 0x2b)
	p.y = margin + 14
	return p
}

func (p *page) font(style string, size float64) { p.SetFont("plex", style, size) }

// down goes to the next baseline; on to a new page where there is no room for so
// much.
func (p *page) down(step, room float64) {
	p.y += step
	if p.y+room > p.bottom {
		p.AddPage()
		p.y = margin + 14
	}
}

var fraction = regexp.MustCompile(`(\d+)/(\d+)`)

// run is a stretch of text in one size, raised by so much.
type run struct {
	text        string
	size, raise float64
}

// runs sets fractions: numerator raised, a fraction bar, denominator on the
// line, both small; the space before a fraction goes. Primes become true ones.
func runs(s string, size float64) []run {
	var out []run
	add := func(t string) {
		if t != "" {
			out = append(out, run{primes(t), size, 0})
		}
	}
	at := 0
	for _, m := range fraction.FindAllStringSubmatchIndex(s, -1) {
		before := s[at:m[0]]
		if n := len(before); n > 1 && before[n-1] == ' ' && before[n-2] >= '0' && before[n-2] <= '9' {
			before = before[:n-1]
		}
		add(before)
		out = append(out, run{s[m[2]:m[3]], size * 0.62, size * 0.3}, run{"\u2044", size * 0.9, 0}, run{s[m[4]:m[5]], size * 0.62, 0})
		at = m[1]
	}
	add(s[at:])
	return out
}

var primeMarks = regexp.MustCompile(`(^|\d)(['"])`)

func primes(s string) string {
	return primeMarks.ReplaceAllStringFunc(s, func(m string) string {
		return strings.NewReplacer("'", "′", `"`, "″").Replace(m)
	})
}

// width of a text as put sets it.
func (p *page) width(s, style string, size float64) float64 {
	w := 0.0
	for _, r := range runs(s, size) {
		p.font(style, r.size)
		w += p.GetStringWidth(r.text)
	}
	return w
}

// put sets a text on the baseline, from x on, or up to x where right.
func (p *page) put(x float64, s, style string, size float64, right bool) {
	if right {
		x -= p.width(s, style, size)
	}
	for _, r := range runs(s, size) {
		p.font(style, r.size)
		p.Text(x, p.y-r.raise, r.text)
		x += p.GetStringWidth(r.text)
	}
}

// fit sets a text at most so wide, smaller where it must be.
func (p *page) fit(x, width float64, s, style string, size float64) {
	if w := p.width(s, style, size); w > width {
		size = max(6, size*width/w)
	}
	p.put(x, s, style, size, false)
}

// wrap sets a paragraph in a column and goes down by its lines.
func (p *page) wrap(x, width float64, s, style string, size, step float64) {
	for _, para := range strings.Split(s, "\n") {
		line := ""
		for _, word := range strings.Fields(para) {
			try := strings.TrimSpace(line + " " + word)
			if line != "" && p.width(try, style, size) > width {
				p.put(x, line, style, size, false)
				p.down(step, step)
				try = word
			}
			line = try
		}
		p.put(x, line, style, size, false)
		p.down(step, step)
	}
}

func (p *page) rule(grey bool) {
	p.SetDrawColor(0x20, 0x26, 0x2b)
	if grey {
		p.SetDrawColor(0xd8, 0xd2, 0xc4)
	}
	p.SetLineWidth(0.6)
	p.Line(p.left, p.y, p.right, p.y)
}

func (p *page) write(w io.Writer) error {
	var b bytes.Buffer
	if err := p.Output(&b); err != nil {
		return err
	}
	_, err := w.Write(b.Bytes())
	return err
}
