package lesson

import (
	"time"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/profile"
	"gnomon/core/quote"
)

// gathering is what a job's evidence is gathered with.
type gathering struct {
	j      *job.Job
	p      *plan.Plan
	pieces map[string]*piece.Piece
	cuts   map[[2]string]*job.Record // the standing cut of an end
	fits   map[[2]string]*job.Record
	seats  map[string]*seat
	stand  []*job.Record // every record that was not taken back, in the order they were made
	sheet  quote.Sheet
	out    *Evidence
}

// seat is how a moulding's face stands, for what a gap says of an angle.
type seat struct {
	title       string
	projection  float64 // inches
	least       float64
	tall        float64
	foot        float64 // 1 where the face stands out most near its foot, −1 near its top, 0 between
	crown, laid bool
}

// Who did what a record is of: a name, where one was said, or the device. The desk without a name is nobody in particular.
func Who(r *job.Record) string {
	if r.By != "" {
		return r.By
	}
	return r.Device
}

// Gather reads a job's facts beside its plan. A fact of a piece that is gone says nothing of joints; a job without facts has none.
func Gather(j *job.Job, p *plan.Plan) Evidence {
	g := gathering{j: j, p: p, pieces: piece.ByID(p.Pieces), cuts: map[[2]string]*job.Record{}, fits: map[[2]string]*job.Record{}, seats: map[string]*seat{},
		out: &Evidence{Name: j.Name, Tasks: map[string]int{}}}
	for _, r := range j.Records {
		if at, err := time.Parse(time.RFC3339, r.At); err == nil {
			if g.out.From.IsZero() || at.Before(g.out.From) {
				g.out.From = at
			}
			if at.After(g.out.To) {
				g.out.To = at
			}
		}
	}
	undone := j.TakenBack()
	for i := range j.Records {
		if r := &j.Records[i]; !undone[r.ID] {
			g.stand = append(g.stand, r)
		}
	}
	g.sheet = quote.Work(j)
	saw, wall, _ := j.Facts()
	for i := range saw {
		if r := &saw[i]; r.Kind == job.RecordCut {
			g.cuts[[2]string{r.Piece, r.End}] = r
		}
	}
	for i := range wall {
		if r := &wall[i]; r.Kind == job.RecordFit {
			g.fits[[2]string{r.Piece, r.End}] = r
		}
	}
	for task := range j.Done() {
		g.out.Tasks[task]++
	}
	g.joints()
	g.tests()
	g.lengths(wall)
	g.times()
	g.spoiled()
	g.used()
	g.earned()
	return *g.out
}

func (g *gathering) seat(moulding string) *seat {
	if s := g.seats[moulding]; s != nil {
		return s
	}
	m := g.j.Moulding(moulding)
	s := &seat{title: moulding}
	if m != nil {
		s = &seat{title: m.Title(), projection: m.Out().Inches(), tall: m.Tall().Inches(), foot: 1, crown: m.Is().Sprung, laid: m.Is().Laid}
		if m.Drawn() {
			s.read(m.Profile())
		}
	}
	g.seats[moulding] = s
	return s
}

// known is what the shop calls a moulding of the job.
func (g *gathering) known(moulding string) string {
	if m := g.j.Moulding(moulding); m != nil && m.Origin != nil && m.Origin.Of != "" {
		return m.Origin.Of
	}
	return moulding
}

// read is what the drawn section says: how far its face stands out at least, and where it does most. One that is not drawn stands out most at its foot.
func (s *seat) read(section *profile.Section) {
	s.least = section.Least().Inches()
	low, high := section.At(s.tall/8), section.At(7*s.tall/8)
	switch {
	case low > high+.01:
		s.foot = 1
	case high > low+.01:
		s.foot = -1
	default:
		s.foot = 0
	}
}

// joints lists every joint of what is planned: once, at the end that gives way, or at the right end of the left of two mitred pieces.
func (g *gathering) joints() {
	for _, p := range g.p.Pieces {
		if p.Cut <= 0 {
			continue
		}
		for _, hand := range piece.Hands {
			e := p.End(hand)
			kind := e.Fitted(hand)
			if kind == "" {
				continue
			}
			at, fit := [2]string{p.ID, string(hand)}, (*job.Record)(nil)
			if fit = g.fits[at]; fit == nil {
				fit = g.fits[g.across(p, e, hand)]
			}
			k := Joint{Room: p.Room, Piece: p.ID, End: string(hand), Corner: e.Corner, Kind: kind, Moulding: g.known(p.Moulding), Up: g.up(p, e),
				Label: p.Label, Of: g.seat(p.Moulding).title, Title: g.title(p, e, hand)}
			if fit != nil {
				f := fit.Fit
				k.How, k.Where, k.Gap, k.Tried, k.Record, k.By = f.How, f.Where, f.Gap.Inches(), f.Tried, fit.ID, Who(fit)
				k.At, _ = time.Parse(time.RFC3339, fit.At)
			}
			g.out.Joints = append(g.out.Joints, k)
			if fit != nil {
				g.sawOf(p, e, hand, fit)
			}
		}
	}
}

// across is the end on the other side of a joint.
func (g *gathering) across(p *piece.Piece, e *piece.End, hand joint.Hand) [2]string {
	other := joint.Left
	if hand == joint.Left {
		other = joint.Right
	}
	return [2]string{e.Meets, string(other)}
}

// up tells whether both pieces of a joint hang.
func (g *gathering) up(p *piece.Piece, e *piece.End) bool {
	mate := g.pieces[e.Meets]
	return p.Hung != "" && (mate == nil || mate.Hung != "")
}

func (g *gathering) title(p *piece.Piece, e *piece.End, hand joint.Hand) string {
	out := p.Label + ", " + string(hand) + " end"
	if e.Letter != "" {
		out = p.Label + " at " + e.Letter
	}
	return out
}
