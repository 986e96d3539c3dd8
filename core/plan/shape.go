package plan

import (
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// shape is what a plan needs of a moulding's section, worked out once.
type shape struct {
	saw.Stock
	section *profile.Section // as drawn, or nil
	coped   profile.Coped    // where it is drawn, and so on
	least   measure.Length   // how far out its face stands at least
	alike   measure.Length   // what tells top from bottom
}

func (b *builder) shape(m *job.Moulding) *shape {
	if s, ok := b.shapes[m.ID]; ok {
		return s
	}
	s := &shape{Stock: saw.StockOf(b.job, m), coped: profile.Coped{OK: true}}
	if m.Drawn() {
		s.section = m.Profile()
		s.coped, s.least, s.alike = s.section.Cope(), s.section.Least(), s.section.Alike(s.Crown)
	}
	b.shapes[m.ID] = s
	return s
}
