package picture

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/survey"
)

// Point is a place in a picture: [x, y].
type Point [2]float64

// Floor is a room from above, drawn from the measurements as they are.
type Floor struct {
	Box      [4]float64     `json:"box"` // least x, least y, width, height, of everything drawn
	Walls    []FloorWall    `json:"walls"`
	Corners  []FloorCorner  `json:"corners"`
	Openings []FloorOpening `json:"openings"`
	Pieces   []FloorPiece   `json:"pieces"`
	Gap      *Gap           `json:"gap,omitempty"`
	Span     float64        `json:"span"` // the larger of the walls' own width and height
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
}

// FloorCorner is a corner; Facing points into the room and halves it.
type FloorCorner struct {
	ID     string `json:"id"`
	Letter string `json:"letter"`
	At     Point  `json:"at"`
	Facing Point  `json:"facing"`
	Kind   string `json:"kind"`
}

// FloorOpening is the stretch of wall that an opening takes.
type FloorOpening struct {
	ID   string `json:"id"`
	From Point  `json:"from"`
	To   Point  `json:"to"`
}

// FloorPiece is a piece as it hangs, its thickness drawn larger than life.
type FloorPiece struct {
	ID      string  `json:"id"`
	Outline []Point `json:"outline"`
	Middle  Point   `json:"middle"` // on the wall side of its face, for a number
	Facing  Point   `json:"facing"`
}

// Gap is how far a closed room is from closing as measured.
type Gap struct {
	From   Point          `json:"from"`
	To     Point          `json:"to"`
	Length measure.Length `json:"-"`
	Shown  bool           `json:"shown"` // large enough to be drawn as a gap
	Usual  bool           `json:"usual"` // no larger than the readings' own deviations leave it
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

// Above draws a room from above. Walls without a length are drawn as the mean
// of the others and corners without a reading as square.
func Above(r *job.Room, pieces []plan.Piece) Floor {
	f := Floor{Walls: []FloorWall{}, Corners: []FloorCorner{}, Openings: []FloorOpening{}, Pieces: []FloorPiece{}}
	lengths, known := wallLengths(r)
	legs := make([]survey.Leg, len(r.Walls))
	thetas := make([]measure.Angle, len(r.Walls))
	allKnown := len(r.Walls) > 2
	for i := range r.Walls {
		theta := measure.Angle(90)
		rd, read := r.Corners[i].ReadingAt(job.Floor)
		if t, ok := readTheta(rd, read); ok {
			theta = t
		} else if r.Joined(i) {
			allKnown = false
		}
		thetas[i] = theta
		legs[i] = survey.Leg{Length: measure.FromInches(lengths[i]), Turn: survey.Turn(theta, r.Corners[i].Kind)}
		allKnown = allKnown && known[i]
	}
	raw := survey.Traverse(legs)
	sides := make([]side, len(raw))
	byWall := map[string]int{}
	for i, s := range raw {
		h := s.Heading
		sides[i] = side{s, Point{h.Cos(), h.Sin()}, Point{-h.Sin(), h.Cos()}}
		byWall[r.Walls[i].ID] = i
		f.Walls = append(f.Walls, FloorWall{ID: r.Walls[i].ID, Label: job.WallNumber(i), From: Point{s.From.X, s.From.Y}, To: Point{s.To.X, s.To.Y},
			Facing: sides[i].facing, Angle: upright(h), Known: known[i]})
	}
	f.bound()
	for i := range sides {
		if !r.Joined(i) {
			continue
		}
		half := sides[i].Heading + legs[i].Turn/2
		f.Corners = append(f.Corners, FloorCorner{ID: r.Corners[i].ID, Letter: job.CornerLetter(i), At: f.Walls[i].To,
			Facing: Point{-half.Sin(), half.Cos()}, Kind: string(r.Corners[i].Kind)})
	}
	for _, o := range r.Openings {
		s := sides[byWall[o.Wall]]
		f.Openings = append(f.Openings, FloorOpening{ID: o.ID, From: s.at(o.From.Length.Inches(), 0), To: s.at((o.From.Length + o.Width.Length).Inches(), 0)})
	}
	for _, p := range pieces {
		i, ok := byWall[p.Wall]
		if !ok || p.Room != r.ID {
			continue
		}
		left := thetas[(i+len(thetas)-1)%len(thetas)]
		f.Pieces = append(f.Pieces, outline(sides[i], p, left, thetas[i], f.Span*thickness))
	}
	if r.Closed && allKnown {
		last := f.Walls[len(f.Walls)-1].To
		l := survey.Misclosure(raw)
		f.Gap = &Gap{From: last, To: f.Walls[0].From, Length: l, Shown: l.Inches() > f.Span*0.004, Usual: l <= survey.UsualMisclosure(raw)}
	}
	return f
}

func readTheta(rd job.Reading, read bool) (measure.Angle, bool) {
	if !read {
		return 0, false
	}
	return survey.Theta(*rd.Angle, rd.Scale)
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
		f.Box, f.Span = [4]float64{0, 0, unmeasured, unmeasured}, unmeasured
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
func outline(s side, p plan.Piece, left, right measure.Angle, t float64) FloorPiece {
	from, to := p.From.Inches(), (p.From + p.Length).Inches()
	end := func(e plan.End, at, sign float64, theta measure.Angle) (back, face float64) {
		if e.Joint == plan.Cope && e.Meets != "" {
			// x = (u_A + u·cos θ)/sin θ short of the corner line
			return at - sign*t/theta.Sin(), at - sign*(t+t*theta.Cos())/theta.Sin()
		}
		return at, at + e.Slope*t
	}
	lb, lf := end(p.Left, from, -1, left)
	rb, rf := end(p.Right, to, 1, right)
	mid := (from + to) / 2
	return FloorPiece{ID: p.ID, Outline: []Point{s.at(lb, 0), s.at(rb, 0), s.at(rf, t), s.at(lf, t)}, Middle: s.at(mid, 0), Facing: s.facing}
}
