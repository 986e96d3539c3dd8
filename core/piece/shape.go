package piece

import (
	"gnomon/core/cope"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// Shape is what cutting and hanging need of a moulding's section, worked out once.
type Shape struct {
	saw.Moulding
	Section *profile.Section // as drawn, or nil
	whole   *profile.Section // as drawn, or what stands for it
	read    profile.Read
	Coped   profile.Coped  // where it is drawn, and so on
	Least   measure.Length // how far out its face stands at least
	Alike   measure.Length // what tells top from bottom
	Follows bool           // the edge of a test mitre is the line of a cope over itself
	BackCut measure.Angle  // its copes are leaned by so much more than the tool asks for
}

// ShapeOf is that of a moulding of a job.
func ShapeOf(j *job.Job, m *job.Moulding) *Shape {
	s := &Shape{Moulding: saw.MouldingOf(j, m), Coped: profile.Coped{OK: true}, whole: m.Hangs(), read: m.Read(), BackCut: m.BackCut}
	if m.Drawn() {
		s.Section = s.whole
		s.Coped, s.Least, s.Alike = s.Section.Cope(), s.Section.Least(), s.Section.Alike(s.Crown)
		s.Follows = follows(s.Section)
	}
	return s
}

// Whole is the section as it hangs, or what stands for one that was not drawn: a box, a crown flat from foot to foot.
func (s *Shape) Whole() *profile.Section { return s.whole }

// Read are a crown's measures, with its feet as they are, or as they are taken where nobody measured them: an eighth of drop and
// projection.
func (s *Shape) Read() profile.Read {
	r := s.read
	if r.WallFoot <= 0 {
		r.WallFoot = s.Drop / 8
	}
	if r.CeilingFoot <= 0 {
		r.CeilingFoot = s.Projection / 8
	}
	return r
}

// follows tells whether the edge of a mitre is the line of a section coped over itself, as it is but for treads and folds.
func follows(s *profile.Section) bool {
	h := s.Hung(profile.Pose{})
	j := cope.Joint{Through: h, Coped: h, Theta: 90}
	return j.OffMitre(j.Line()) <= cope.Exact
}

// Covers is how far short of an acute corner a square end may stop at most so that the
// piece coped over it hides that: u·(1 + cos θ)/sin θ where its face stands out least,
// and what does not show. Without a section nothing is held against it.
func (s *Shape) Covers(theta measure.Angle) measure.Length {
	if s.Section == nil {
		return measure.MaxLength
	}
	return s.Least.Times((1+theta.Cos())/theta.Sin()) + profile.GapShows
}

// SquareCloses tells whether what a square end leaves open in a corner does not show.
func (s *Shape) SquareCloses(theta measure.Angle) bool {
	return s.Projection.Times(theta.Cot()).Abs() <= profile.GapShows
}

// Shapes are those of a job's mouldings, each worked out when it is first asked for.
type Shapes struct {
	job *job.Job
	of  map[string]*Shape
}

// NewShapes are those of a job.
func NewShapes(j *job.Job) *Shapes { return &Shapes{j, map[string]*Shape{}} }

// Of is the shape of one of the job's mouldings.
func (s *Shapes) Of(moulding string) *Shape {
	if s.of[moulding] == nil {
		s.of[moulding] = ShapeOf(s.job, s.job.Moulding(moulding))
	}
	return s.of[moulding]
}
