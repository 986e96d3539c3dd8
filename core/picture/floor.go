package picture

import (
	"math"
	"strings"

	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// Point is a place in a picture: [x, y].
type Point [2]float64

// Floor is a room from above: as adjusted where its measurements go together, and
// else as measured, with the gap they leave.
type Floor struct {
	Box      [4]float64     `json:"box"` // least x, least y, width, height, of everything drawn
	Walls    []FloorWall    `json:"walls"`
	Corners  []FloorCorner  `json:"corners"`
	Openings []FloorOpening `json:"openings"`
	Pieces   []FloorPiece   `json:"pieces"`
	Shots    []FloorShot    `json:"shots"`
	Spots    []FloorSpot    `json:"spots"`
	Gap      *Gap           `json:"gap,omitempty"`
	Span     float64        `json:"span"`   // the larger of the walls' own width and height
	Island   bool           `json:"island"` // seen from outside: a column or pier
}

// FloorWall is one wall face; Facing points from it into the room.
type FloorWall struct {
	ID     string  `json:"id"`
	Label  string  `json:"label"`
	From   Point   `json:"from"`
	To     Point   `json:"to"`
	Facing Point   `json:"facing"`
	Angle  float64 `json:"angle"` // of the wall on the page, clockwise, −90 to 90, for text along it
	Known  bool    `json:"known"`
	Doubt  bool    `json:"doubt"` // suspected
}

// FloorShot is a diagonal, measured or offered.
type FloorShot struct {
	ID     string  `json:"id"` // none where it is only offered
	From   Point   `json:"from"`
	To     Point   `json:"to"`
	FromID string  `json:"fromId"` // the corners
	ToID   string  `json:"toId"`
	Angle  float64 `json:"angle"`
	Doubt  bool    `json:"doubt"`
	Label  string  `json:"label"`
}

// FloorSpot is something at one place along a wall.
type FloorSpot struct {
	ID     string `json:"id"`
	Kind   string `json:"kind"`
	At     Point  `json:"at"`
	Facing Point  `json:"facing"`
}

// FloorCorner is a corner; Facing points into the room and halves it.
type FloorCorner struct {
	ID     string `json:"id"`
	Letter string `json:"letter"`
	At     Point  `json:"at"`
	Facing Point  `json:"facing"`
	Kind   string `json:"kind"`
	Known  bool   `json:"known"` // read
	Doubt  bool   `json:"doubt"`
}

// FloorOpening is the stretch of wall that an opening takes.
type FloorOpening struct {
	ID   string `json:"id"`
	Kind string `json:"kind"`
	From Point  `json:"from"`
	To   Point  `json:"to"`
	Name string `json:"name"`
	// Trim is what stands beside it, seen from above: its two legs, from the jamb's reveal to their outer edges.
	Trim [][]Point `json:"trim,omitempty"`
}

// FloorPiece is a piece as it hangs, its thickness drawn larger than life.
type FloorPiece struct {
	ID      string     `json:"id"`
	Outline []Point    `json:"outline"`
	Middle  Point      `json:"middle"` // on the wall side of its face, for a number
	Facing  Point      `json:"facing"`
	Ends    []FloorEnd `json:"ends"`
}

// FloorEnd is one end of a piece as a line from its back to its face: the seam that it
// makes with what it meets.
type FloorEnd struct {
	Joint  string `json:"joint"`
	Corner string `json:"corner"` // id, or none
	From   Point  `json:"from"`
	To     Point  `json:"to"`
}

// Gap is how far a closed room is from closing as measured.
type Gap struct {
	From   Point          `json:"from"`
	To     Point          `json:"to"`
	Length measure.Length `json:"-"`
	Shown  bool           `json:"shown"`  // large enough to be drawn as a gap
	Closes bool           `json:"closes"` // as well as the tools can tell
}

// thickness is how thick pieces are drawn, as a share of the room's span.
const thickness = 0.022

type side struct {
	survey.Side
	dir, facing Point
}

func (s side) at(along, out float64) Point {
	return Point{s.From.X + s.dir[0]*along + s.facing[0]*out, s.From.Y + s.dir[1]*along + s.facing[1]*out}
}

// Above draws a room from above, with what the check of it found. Walls without a
// length are drawn as the mean of the others and corners without a reading as
// square.
func Above(m survey.Measures, r *job.Room, pieces []*piece.Piece, check inspect.Survey) Floor {
	f := Floor{Walls: []FloorWall{}, Corners: []FloorCorner{}, Openings: []FloorOpening{}, Pieces: []FloorPiece{}, Shots: []FloorShot{}, Spots: []FloorSpot{}}
	d := survey.Draw(m, check.Verdict)
	f.Island = d.Island
	allKnown := len(r.Walls) > 2
	for i := range r.Walls {
		allKnown = allKnown && d.Known[i] && (d.Read[i] || !r.Joined(i))
	}
	doubt := check.Doubts(r)
	sides := make([]side, len(d.Sides))
	byWall := map[string]int{}
	for i, s := range d.Sides {
		h := s.Heading
		sides[i] = side{s, Point{h.Cos(), h.Sin()}, Point{-h.Sin(), h.Cos()}}
		id := r.Walls[i].ID
		byWall[id] = i
		f.Walls = append(f.Walls, FloorWall{ID: id, Label: job.WallNumber(i), From: Point{s.From.X, s.From.Y}, To: Point{s.To.X, s.To.Y},
			Facing: sides[i].facing, Angle: upright(h), Known: d.Known[i], Doubt: doubt[[2]string{"wall", id}]})
	}
	f.bound()
	for i := range sides {
		if !r.Joined(i) {
			continue
		}
		half := sides[i].Heading + d.Legs[i].Turn/2
		id := r.Corners[i].ID
		f.Corners = append(f.Corners, FloorCorner{ID: id, Letter: job.CornerLetter(i), At: f.Walls[i].To,
			Facing: Point{-half.Sin(), half.Cos()}, Kind: string(r.Corners[i].Kind), Known: d.Read[i], Doubt: doubt[[2]string{"corner", id}]})
	}
	for _, o := range r.Openings {
		i := byWall[o.Wall]
		from := m.From(i, o, job.Floor)
		to := from + o.Width.Length
		k := FloorOpening{ID: o.ID, Kind: o.Kind, Name: r.OpeningTitle(&o), From: sides[i].at(from.Inches(), 0), To: sides[i].at(to.Inches(), 0)}
		if o.Cased() && o.Casing != nil && o.CasingThickness != nil && o.Casing.Length > 0 {
			wide, out := o.Casing.Length.Inches(), o.CasingThickness.Length.Inches()
			for _, at := range []float64{from.Inches(), to.Inches() - wide} {
				k.Trim = append(k.Trim, []Point{sides[i].at(at, 0), sides[i].at(at+wide, 0), sides[i].at(at+wide, out), sides[i].at(at, out)})
			}
		}
		f.Openings = append(f.Openings, k)
	}
	for _, s := range r.Spots {
		w := sides[byWall[s.Wall]]
		f.Spots = append(f.Spots, FloorSpot{ID: s.ID, Kind: s.Kind, At: w.at(s.At.Length.Inches(), 0), Facing: w.facing})
	}
	for _, p := range pieces {
		i, ok := byWall[p.Wall]
		if !ok || p.Room != r.ID || p.Turns || p.Set != "" || p.Run == "" {
			continue
		}
		left := d.Thetas[(i+len(d.Thetas)-1)%len(d.Thetas)]
		f.Pieces = append(f.Pieces, outline(sides[i], *p, left, d.Thetas[i], f.Span*thickness))
	}
	f.shots(r, check, doubt)
	if r.Closed && allKnown {
		l := survey.Misclosure(d.Raw)
		last := d.Raw[len(d.Raw)-1].To
		f.Gap = &Gap{From: Point{last.X, last.Y}, To: f.Walls[0].From, Length: l, Closes: check.Verdict.Closes, Shown: !check.Verdict.Closes &&
			l.Inches() > f.Span*0.004}
	}
	return f
}

// shots draws the diagonals that were measured and the one that would help most.
func (f *Floor) shots(r *job.Room, check inspect.Survey, doubt map[[2]string]bool) {
	point := func(n int) Point {
		if n > 0 {
			return f.Walls[n-1].To
		}
		return f.Walls[0].From
	}
	add := func(id string, from, to int, label string) {
		if len(f.Walls) == 0 {
			return
		}
		s := FloorShot{ID: id, From: point(from), To: point(to), FromID: r.CornerOf(from), ToID: r.CornerOf(to), Doubt: doubt[[2]string{"diagonal", id}],
			Label: label}
		s.Angle = upright(measure.FromRadians(math.Atan2(s.To[1]-s.From[1], s.To[0]-s.From[0])))
		f.Shots = append(f.Shots, s)
	}
	for _, d := range r.Diagonals {
		from, ok1 := r.Point(d.From)
		to, ok2 := r.Point(d.To)
		if ok1 && ok2 && d.Level == job.Floor {
			add(d.ID, from, to, "")
		}
	}
	for _, h := range check.Helps {
		if !h.Twice {
			add("", h.From, h.To, "shoot "+strings.TrimPrefix(r.PointName(h.From), "corner ")+" to "+strings.TrimPrefix(r.PointName(h.To), "corner "))
		}
	}
}

// upright turns a heading into the angle of text that is never upside down.
func upright(h measure.Angle) float64 {
	a := math.Mod(float64(h), 180)
	if a > 90 {
		a -= 180
	}
	if a <= -90 {
		a += 180
	}
	return a
}

func (f *Floor) bound() {
	if len(f.Walls) == 0 {
		f.Box, f.Span = [4]float64{0, 0, survey.Unmeasured, survey.Unmeasured}, survey.Unmeasured
		return
	}
	lo, hi := f.Walls[0].From, f.Walls[0].From
	for _, w := range f.Walls {
		for _, p := range []Point{w.From, w.To} {
			for k := range p {
				lo[k], hi[k] = min(lo[k], p[k]), max(hi[k], p[k])
			}
		}
	}
	f.Box = [4]float64{lo[0], lo[1], hi[0] - lo[0], hi[1] - lo[1]}
	f.Span = max(f.Box[2], f.Box[3])
}

// outline draws a piece t thick. A coped end stops at the face of the piece it
// meets, so that one sees which piece runs through.
func outline(s side, p piece.Piece, left, right measure.Angle, t float64) FloorPiece {
	lie, lies := p.Along()
	from, to := lie.Inches(), lies.Inches()
	end := func(e piece.End, at, sign float64, theta measure.Angle) (back, face float64) {
		if e.Joint == piece.Cope && e.Meets != "" {
			// x = (u_A + u·cos θ)/sin θ short of the corner line
			return at - sign*t/theta.Sin(), at - sign*(t+t*theta.Cos())/theta.Sin()
		}
		return at, at + e.Slope*t
	}
	lb, lf := end(p.Left, from, -1, left)
	rb, rf := end(p.Right, to, 1, right)
	mid := (from + to) / 2
	o := []Point{s.at(lb, 0), s.at(rb, 0), s.at(rf, t), s.at(lf, t)}
	return FloorPiece{ID: p.ID, Outline: o, Middle: s.at(mid, 0), Facing: s.facing,
		Ends: []FloorEnd{{string(p.Left.Joint), p.Left.Corner, o[0], o[3]}, {string(p.Right.Joint), p.Right.Corner, o[1], o[2]}}}
}
