package picture

import (
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// Band is a room unrolled into one strip, left to right as you turn around it.
type Band struct {
	Width    float64       `json:"width"`
	Walls    []BandWall    `json:"walls"`
	Corners  []BandCorner  `json:"corners"`
	Openings []BandOpening `json:"openings"`
	Pieces   []BandPiece   `json:"pieces"`
	ToScale  bool          `json:"toScale"` // false where a wall is drawn wider than it is, to be seen at all
}

// BandWall is one wall's stretch of the band.
type BandWall struct {
	ID    string  `json:"id"`
	Label string  `json:"label"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Known bool    `json:"known"`
}

// BandCorner is a fold of the band: a valley (inside) or a mountain (outside).
type BandCorner struct {
	ID     string  `json:"id"`
	Letter string  `json:"letter"`
	Fold   string  `json:"fold" enum:"valley,mountain,edge"`
	At     float64 `json:"at"`
}

// BandOpening is an opening; Breaks where the base stops at it.
type BandOpening struct {
	ID     string  `json:"id"`
	Wall   string  `json:"wall"`
	Kind   string  `json:"kind"`
	Breaks bool    `json:"breaks"`
	From   float64 `json:"from"`
	To     float64 `json:"to"`
}

// BandPiece is a piece on the band.
type BandPiece struct {
	ID    string     `json:"id"`
	Level string     `json:"level" enum:"floor,rail,ceiling"`
	From  float64    `json:"from"`
	To    float64    `json:"to"`
	Holes []BandHole `json:"holes,omitempty"`
	Up    bool       `json:"up,omitempty" doc:"it hangs"`
}

// BandHole is what is cut out of a piece, along the band.
type BandHole struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// leastShare is the share of the band that the shortest wall gets.
const leastShare = 0.035

// Unroll lays a room's walls out in a strip. Walls too short to be seen are
// drawn wider; a wall without a length is drawn as the mean of the others.
func Unroll(m survey.Measures, r *job.Room, pieces []*piece.Piece) Band {
	b := Band{Walls: []BandWall{}, Corners: []BandCorner{}, Openings: []BandOpening{}, Pieces: []BandPiece{}, ToScale: true}
	d := survey.Draw(m, survey.Verdict{})
	lengths, known := d.Lengths, d.Known
	total := 0.0
	for _, l := range lengths {
		total += l
	}
	type frame struct {
		wall      int
		at, scale float64
	}
	frames := map[string]frame{}
	for i, w := range r.Walls {
		drawn := max(lengths[i], total*leastShare)
		if drawn > lengths[i] || !known[i] {
			b.ToScale = false
		}
		frames[w.ID] = frame{i, b.Width, drawn / lengths[i]}
		b.Walls = append(b.Walls, BandWall{ID: w.ID, Label: job.WallNumber(i), From: b.Width, To: b.Width + drawn, Known: known[i]})
		b.Width += drawn
		fold := "valley"
		switch {
		case !r.Joined(i):
			fold = "edge"
		case r.Corners[i].Kind == job.Outside:
			fold = "mountain"
		}
		c := BandCorner{ID: r.Corners[i].ID, Letter: job.CornerLetter(i), Fold: fold, At: b.Width}
		b.Corners = append(b.Corners, c)
	}
	if n := len(b.Corners); n > 0 && r.Closed { // the strip begins at the corner where it ends
		first := b.Corners[n-1]
		first.At = 0
		b.Corners = append([]BandCorner{first}, b.Corners...)
	}
	for _, o := range r.Openings {
		f := frames[o.Wall]
		from := m.From(f.wall, o, job.Floor)
		b.Openings = append(b.Openings, BandOpening{ID: o.ID, Wall: o.Wall, Kind: o.Kind, Breaks: o.Breaks(job.Floor), From: f.at + from.Inches()*f.scale, To: f.at +
			(from+o.Width.Length).Inches()*f.scale})
	}
	level := map[string]string{}
	for _, k := range r.Runs {
		level[k.ID] = string(k.Level)
	}
	for _, p := range pieces {
		if f, ok := frames[p.Wall]; ok && p.Room == r.ID && !p.Cap && !p.Turns && p.Set == "" && p.Run != "" {
			from, to := p.Along()
			q := BandPiece{ID: p.ID, Up: p.Hung != "", Level: level[p.Run], From: f.at + from.Inches()*f.scale, To: f.at + to.Inches()*f.scale}
			for _, h := range p.Holes {
				q.Holes = append(q.Holes, BandHole{f.at + (p.BackFrom()+h.From).Inches()*f.scale, f.at + (p.BackFrom()+h.To).Inches()*f.scale})
			}
			b.Pieces = append(b.Pieces, q)
		}
	}
	return b
}
