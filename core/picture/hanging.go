package picture

import (
	"math"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sets"
	"gnomon/core/stretch"
)

// Wall is a wall as one faces it, unrolled: right, and down as a sheet has it, in inches. Heights are drawn Taller times.
type Wall struct {
	ID       string       `json:"id"`
	Title    string       `json:"title"`
	Length   string       `json:"length"`
	Width    float64      `json:"width"`
	Height   float64      `json:"height"`
	Taller   float64      `json:"taller"`
	Known    bool         `json:"known" doc:"its length and its ceiling's height were measured"`
	From     string       `json:"from" doc:"the letter of its left corner"`
	To       string       `json:"to"`
	Face     []Point      `json:"face" doc:"the wall itself: ceiling left and right, floor right and left"`
	Studs    []Upright    `json:"studs"`
	Joists   []Upright    `json:"joists"`
	Openings []WallHole   `json:"openings"`
	Spots    []WallHole   `json:"spots"`
	Strips   []WallHole   `json:"strips"`
	Line     []Point      `json:"line" doc:"the layout line, from left to right; none where nothing hangs from the ceiling"`
	Under    string       `json:"under" doc:"how far under the ceiling that is"`
	Pieces   []WallPiece  `json:"pieces"`
	Nails    []DrivenNail `json:"nails"`
}

// Upright is a stud or the end of a joist.
type Upright struct {
	At    float64 `json:"at"`
	Found bool    `json:"found"`
}

// WallHole is what a wall has in it or on it that no piece is.
type WallHole struct {
	Kind   string  `json:"kind"`
	Left   float64 `json:"left"`
	Top    float64 `json:"top"`
	Right  float64 `json:"right"`
	Bottom float64 `json:"bottom"`
}

// WallPiece is a piece on the wall.
type WallPiece struct {
	ID     string  `json:"id"`
	Label  string  `json:"label"`
	Hang   int     `json:"hang"`
	Points []Point `json:"points"`
	Up     bool    `json:"up"`
}

// DrivenNail is a nail where it enters.
type DrivenNail struct {
	Piece    string `json:"piece"`
	At       Point  `json:"at"`
	Row      string `json:"row"`
	Into     string `json:"into"`
	Supposed bool   `json:"supposed"`
}

// What a wall is drawn with where it was not measured, in inches.
const (
	usualCeiling = 96.0
	railAt       = 32.0
	usualTop     = 80.0
)

// Hung is what walls of a room are drawn from.
type Hung struct {
	Room   *stretch.Room
	Runs   []*stretch.Run
	Sets   []*sets.Set
	Pieces []*piece.Piece
	Lines  []hang.Line
	Fixing *hang.Fixing
}

// elevated is a wall being drawn.
type elevated struct {
	*Hung
	w           Wall
	wall        int
	left, right float64 // how high the ceiling is at its ends
	lowLeft     float64 // and how far the floor lies below the higher of the two
	lowRight    float64
	top         float64
}

// Walls draws all walls of a room, one scale for all.
func (h *Hung) Walls() []Wall {
	var out []Wall
	for i := range h.Room.Walls {
		out = append(out, h.draw(i))
	}
	return out
}

func (h *Hung) draw(i int) Wall {
	r, m := h.Room, h.Room.Measured
	e := elevated{Hung: h, wall: i}
	l, known := m.Wall(i, job.Floor)
	e.w = Wall{ID: r.Walls[i].ID, Title: job.WallNumber(i), Width: Unknown, Known: known, Studs: []Upright{}, Joists: []Upright{}, Openings: []WallHole{},
		Spots: []WallHole{}, Strips: []WallHole{}, Line: []Point{}, Pieces: []WallPiece{}, Nails: []DrivenNail{}}
	if known {
		e.w.Width, e.w.Length = round(l.Length.Inches()), l.Length.In(r.Job.Unit)
	}
	e.corners()
	e.heights()
	e.w.Height = round((e.top - min(e.floor(0), e.floor(e.w.Width))) * e.w.Taller)
	e.w.Face = []Point{e.at(0, e.left), e.at(e.w.Width, e.right), e.at(e.w.Width, e.floor(e.w.Width)), e.at(0, e.floor(0))}
	if k := h.Fixing.Walls; i < len(k) {
		for _, s := range k[i].Studs {
			e.w.Studs = append(e.w.Studs, Upright{round(s.At.Inches()), s.Found})
		}
		for _, s := range k[i].Joists {
			e.w.Joists = append(e.w.Joists, Upright{round(s.At.Inches()), s.Found})
		}
	}
	e.openings()
	e.spots()
	e.strips()
	e.line()
	for _, p := range h.Pieces {
		if p.Wall == e.w.ID && p.Cut > 0 && !p.Far {
			e.piece(p)
		}
	}
	return e.w
}

// Unknown is how long a wall is drawn that was not measured.
const Unknown = 96.0

func (e *elevated) corners() {
	r := e.Room
	before := e.wall - 1
	if before < 0 && r.Closed {
		before = len(r.Walls) - 1
	}
	if before >= 0 && r.Joined(before) {
		e.w.From = job.CornerLetter(before)
	}
	if r.Joined(e.wall) {
		e.w.To = job.CornerLetter(e.wall)
	}
}

func (e *elevated) heights() {
	m := e.Room.Measured
	in := func(get func(int, bool) (measure.Length, bool), right bool, def float64) float64 {
		if l, ok := get(e.wall, right); ok {
			return l.Inches()
		}
		return def
	}
	def := usualCeiling
	if c := e.Room.Look.Ceiling; c != nil {
		def = c.Length.Inches()
	}
	a, b := in(m.FloorAt, false, 0), in(m.FloorAt, true, 0) // below one level line
	e.lowLeft, e.lowRight = a-min(a, b), b-min(a, b)
	e.left, e.right = in(m.CeilingAt, false, def)-e.lowLeft, in(m.CeilingAt, true, def)-e.lowRight
	e.top = max(e.left, e.right)
	// All walls fill the same strip of the screen, about three times as wide as high.
	e.w.Taller = math.Round(10*max(0.3, min(2, e.w.Width/e.top/3.2))) / 10
}

// at is a place of the wall on the sheet: along it and over the floor, in inches.
func (e *elevated) at(x, z float64) Point { return Point{round(x), round((e.top - z) * e.w.Taller)} }

func (e *elevated) ceiling(x float64) float64 {
	return e.left + (e.right-e.left)*x/max(1, e.w.Width)
}

func (e *elevated) floor(x float64) float64 {
	return -e.lowLeft - (e.lowRight-e.lowLeft)*x/max(1, e.w.Width)
}

func (e *elevated) hole(kind string, left, right, low, high float64) WallHole {
	a, b := e.at(left, high), e.at(right, low)
	return WallHole{kind, a[0], a[1], b[0], b[1]}
}

func (e *elevated) openings() {
	r := e.Room
	for i := range r.Openings {
		o := &r.Openings[i]
		if o.Wall != e.w.ID {
			continue
		}
		from := r.Measured.From(e.wall, *o, job.Floor)
		low, high := 0.0, usualTop
		if o.Kind == job.OpenWindow {
			low = 36
			if o.Sill != nil {
				low = o.Sill.Length.Inches()
			}
			high = max(low+24, usualTop)
		}
		if o.Head != nil {
			high = low + o.Head.Length.Inches()
		}
		past := o.PastJamb()
		e.w.Openings = append(e.w.Openings, e.hole(o.Kind, (from+past).Inches(), (from+o.Width.Length-past).Inches(), low, min(high, e.top)))
	}
}

func (e *elevated) spots() {
	for _, s := range e.Room.Spots {
		if s.Wall != e.w.ID || s.Kind != job.SpotSocket && s.Kind != job.SpotPipe && s.Kind != job.SpotVent {
			continue
		}
		half, low, tall := 1.5, 12.0, 4.0
		if s.Width != nil {
			half = s.Width.Length.Inches() / 2
		}
		if s.Tall != nil {
			tall = s.Tall.Length.Inches()
		}
		if s.Height != nil {
			low = s.Height.Length.Inches()
		}
		if s.Kind == job.SpotPipe {
			low, tall = low-half, 2*half
		}
		at := s.At.Length.Inches()
		e.w.Spots = append(e.w.Spots, e.hole(s.Kind, at-half, at+half, low, low+tall))
	}
}

func (e *elevated) strips() {
	for _, s := range e.Fixing.Strips {
		if s.Wall != e.w.ID {
			continue
		}
		from, to := s.From.Inches(), s.To.Inches()
		high := e.ceiling((from + to) / 2)
		low := high - s.Thick.Inches()
		if s.Kind == hang.Furring {
			low = s.Foot.Inches()
			high = low + s.Reach.Inches()
		}
		e.w.Strips = append(e.w.Strips, e.hole(string(s.Kind), from, to, low, high))
	}
}

func (e *elevated) line() {
	for _, l := range e.Lines {
		for _, t := range e.Runs {
			if t.ID != l.Run || !t.On.Runs[e.wall] {
				continue
			}
			d := l.Mark.Inches()
			e.w.Line = []Point{e.at(0, e.left-d), e.at(e.w.Width, e.right-d)}
			e.w.Under = l.Mark.In(e.Room.Job.Unit)
			return
		}
	}
}

// piece draws a piece, with its nails.
func (e *elevated) piece(p *piece.Piece) {
	out := WallPiece{ID: p.ID, Label: p.Label, Hang: p.Hang, Up: p.Hung != ""}
	var place func(at, height float64) Point
	switch {
	case p.Set != "":
		var ok bool
		if out.Points, place, ok = e.around(p); !ok {
			return
		}
	case p.Run != "":
		for _, t := range e.Runs {
			if t.ID == p.Run {
				out.Points, place = e.along(p, t)
			}
		}
	}
	if len(out.Points) == 0 {
		return
	}
	e.w.Pieces = append(e.w.Pieces, out)
	for _, n := range e.Fixing.Of(p.ID) {
		e.w.Nails = append(e.w.Nails, DrivenNail{p.ID, place(n.At.Inches(), n.Height.Inches()), n.Row, string(n.Into), n.Supposed})
	}
}

// along is what runs along the wall.
func (e *elevated) along(p *piece.Piece, t *stretch.Run) ([]Point, func(at, height float64) Point) {
	a, b := p.Along()
	from, to, tall := a.Inches(), b.Inches(), t.Shape().Drop.Inches()
	foot := e.floor
	switch t.Level {
	case job.Rail:
		foot = func(float64) float64 { return railAt }
	case job.Ceiling:
		below := stretch.Below(t.Run).Inches()
		foot = func(x float64) float64 { return e.ceiling(x) - below - tall }
	}
	back := p.BackFrom().Inches()
	return []Point{e.at(from, foot(from)+tall), e.at(to, foot(to)+tall), e.at(to, foot(to)), e.at(from, foot(from))},
		func(at, height float64) Point { return e.at(back+at, foot(back+at)+height) }
}

// around is what stands around an opening. Its nails are drawn along the edge of its strip that is nearer to the opening.
func (e *elevated) around(p *piece.Piece) ([]Point, func(at, height float64) Point, bool) {
	for _, s := range e.Sets {
		if s.Opening != p.Set || s.Far {
			continue
		}
		var o *job.Opening
		for i := range e.Room.Openings {
			if e.Room.Openings[i].ID == p.Set {
				o = &e.Room.Openings[i]
			}
		}
		if o == nil {
			return nil, nil, false
		}
		x0 := (e.Room.Measured.From(e.wall, *o, job.Floor) + o.PastJamb()).Inches()
		d := Opening(s.Measured, s)
		on := func(q Point) (x, z float64) { return x0 + q[0], d.Floor - q[1] }
		for _, k := range d.Parts {
			if k.Piece != p.ID || len(k.Points) < 4 {
				continue
			}
			var out []Point
			for _, q := range k.Points {
				x, z := on(q)
				out = append(out, e.at(x, min(z, e.top)))
			}
			area, ok := s.Area(p)
			return out, func(at, height float64) Point {
				q := area.On(p, measure.FromInches(at), measure.FromInches(height))
				return e.at(x0+q.X, d.Floor+q.Y)
			}, ok
		}
	}
	return nil, nil, false
}
