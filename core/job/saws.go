package job

import (
	"fmt"

	"gnomon/core/measure"
)

// Saw is a mitre saw: how far its table swings and its blade tilts each way,
// what its scales can be read to, where the table clicks home, and what it takes.
// Detents are angles without sign and stand on both sides. A saw that tilts one way
// only has no bevel on the other.
type Saw struct {
	ID         string          `json:"id,omitempty" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name       string          `json:"name,omitempty" maxLength:"200"`
	MitreLeft  measure.Angle   `json:"mitre_left" minimum:"0" maximum:"80" doc:"how far the table swings to the left"`
	MitreRight measure.Angle   `json:"mitre_right" minimum:"0" maximum:"80" doc:"and to the right"`
	BevelLeft  measure.Angle   `json:"bevel_left" minimum:"0" maximum:"80" doc:"how far the blade tilts to the left"`
	BevelRight measure.Angle   `json:"bevel_right" minimum:"0" maximum:"80" doc:"and to the right"`
	Resolution measure.Angle   `json:"resolution" minimum:"0" maximum:"5" default:"0.5" doc:"what the mitre scale can be read to"`
	Detents    []measure.Angle `json:"detents" maxItems:"50" doc:"where the table clicks home, without sign"`
	SawFacts
	Tests   []Test    `json:"tests,omitempty" maxItems:"200"`
	Learned []Learned `json:"learned,omitempty" maxItems:"2" doc:"what was taken from the shop's own work: it stands before what the test cuts say by themselves"`
	Origin  *Origin   `json:"origin,omitempty" doc:"which of the shop's it was taken from"`
}

// Kinds of fence: one that stays, one that slides out of a tilted blade's way, and
// one closed by a board behind the blade, for tiny pieces.
const (
	FenceFixed   = "fixed"
	FenceSliding = "sliding"
	FenceBacked  = "backed"
)

// SawFacts are what else is known of a saw. A capacity left out is not known, and
// nothing is held against it.
type SawFacts struct {
	BevelResolution measure.Angle `json:"bevel_resolution,omitempty" minimum:"0" maximum:"5" doc:"of the bevel scale; none is the mitre's"`
	Blade           *Entry        `json:"blade,omitempty" doc:"its diameter"`
	NestedHeight    *Entry        `json:"nested_height,omitempty" doc:"what stands against the fence"`
	NestedDepth     *Entry        `json:"nested_depth,omitempty" doc:"what lies on the table, nested"`
	Flat            *Entry        `json:"flat,omitempty" doc:"across the table, flat, at mitre 0"`
	Flat45          *Entry        `json:"flat_45,omitempty" doc:"and at mitre 45"`
	Kerf            *Entry        `json:"kerf,omitempty" doc:"what its blade takes out"`
	Fence           string        `json:"fence,omitempty" enum:",fixed,sliding,backed"`
	Note            string        `json:"note,omitempty" maxLength:"200" doc:"on the blade"`
}

// ReadsBevel is what the saw's bevel scale can be read to.
func (s *Saw) ReadsBevel() measure.Angle { return or(s.BevelResolution, s.Resolution) }

func (s *Saw) entries(f func(thing, field string, e *Entry) error) error {
	if err := each(f, "saw "+s.ID, entriesIn(s)...); err != nil {
		return err
	}
	return entriesWithin(s, f)
}

// Scales of a saw.
const (
	SawMitre = "mitre"
	SawBevel = "bevel"
)

// Ways of testing a saw: two pieces cut at one setting and turned together, the corner
// measured or the gap that they leave against a true one; a square cut, one piece
// turned over; and how far a mitre runs along a piece of known projection.
const (
	TestCorner  = "corner"
	TestGap     = "gap"
	TestFlipped = "flipped"
	TestRun     = "run"
)

// Where a gap opens. At the heel, the outer tip of a mitre, or its toe; a square
// cut's at the fence or the near edge, a bevel's at the top or the bottom.
const (
	OpenHeel   = "heel"
	OpenToe    = "toe"
	OpenFence  = "fence"
	OpenNear   = "near"
	OpenTop    = "top"
	OpenBottom = "bottom"
)

// Test is a test cut and what it measured. Set is what was dialled, with the signs of
// docs/geometry.md, "The saw": right and top-left are positive.
type Test struct {
	ID     string         `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Way    string         `json:"way" required:"true" enum:"corner,gap,flipped,run"`
	Scale  string         `json:"scale,omitempty" enum:"mitre,bevel" default:"mitre"`
	Set    measure.Angle  `json:"dialled" required:"true" minimum:"-80" maximum:"80"`
	Corner *measure.Angle `json:"corner,omitempty" doc:"what the two pieces made"`
	Gap    *Entry         `json:"gap,omitempty"`
	Open   string         `json:"open,omitempty" enum:",heel,toe,fence,near,top,bottom" doc:"where the gap opens"`
	Width  *Entry         `json:"width,omitempty" doc:"of the board"`
	Run    *Entry         `json:"run,omitempty" doc:"along the piece"`
	Over   *Entry         `json:"over,omitempty" doc:"its projection"`
}

func (t *Test) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "test "+t.ID, entriesIn(t)...)
}

// Machine is the saw that the job is cut on.
func (j *Job) Machine() *Saw {
	if s := j.SawNamed(j.Saw); s != nil {
		return s
	}
	s := DefaultSaw() // a job that was not normalised
	return &s
}

// Tried tells whether anything is known of how it errs.
func (s *Saw) Tried() bool { return len(s.Tests)+len(s.Learned) > 0 }

// SawNamed finds a saw.
func (j *Job) SawNamed(id string) *Saw { return find(j.Saws, func(s *Saw) bool { return s.ID == id }) }

// Kerf is what the blade takes out: that of the saw in use, or what cutting says.
func (j *Job) Kerf() measure.Length {
	if k := j.Machine().Kerf; k != nil {
		return k.Length
	}
	return j.Cutting.Kerf.Length
}

// DefaultSaw is the saw of a job that names none: an ordinary single-tilt one.
func DefaultSaw() Saw {
	return Saw{ID: "saw", MitreLeft: 50, MitreRight: 50, BevelLeft: 45, BevelRight: 0, Resolution: 0.5,
		Detents: []measure.Angle{0, 15, 22.5, 30, 45}}
}

func (j *Job) normaliseSaws() {
	if len(j.Saws) == 0 {
		j.Saws = []Saw{DefaultSaw()}
	}
	for i := range j.Saws {
		s := &j.Saws[i]
		if s.empty() {
			d := DefaultSaw()
			s.MitreLeft, s.MitreRight, s.BevelLeft, s.Detents = d.MitreLeft, d.MitreRight, d.BevelLeft, d.Detents
		}
		s.Resolution = or(s.Resolution, DefaultSaw().Resolution)
		s.Detents = some(s.Detents)
		if len(s.Learned) == 0 {
			s.Learned = nil
		}
		for k := range s.Tests {
			s.Tests[k].Scale = or(s.Tests[k].Scale, SawMitre)
		}
	}
	j.Saw = or(j.Saw, j.Saws[0].ID)
}

func (s Saw) empty() bool {
	return s.MitreLeft == 0 && s.MitreRight == 0 && s.BevelLeft == 0 && s.BevelRight == 0 &&
		s.Resolution == 0 && len(s.Detents) == 0
}

// Check refuses angles and sizes that no saw has. The error is an *Invalid.
func (s Saw) Check() error {
	c := checker{seen: map[string]bool{}}
	c.saw(s)
	if c.err != nil {
		return c.err
	}
	return nil
}

// maxTests are more test cuts than anyone makes.
const maxTests = 200

func (c *checker) saws(j *Job) {
	if len(j.Saws) > 50 {
		c.refuse("job", "saws", fmt.Sprint(len(j.Saws)), "too many", "keep 50 at most")
	}
	for i := range j.Saws {
		c.id("saw", j.Saws[i].ID)
		c.saw(j.Saws[i])
	}
	if j.SawNamed(j.Saw) == nil {
		c.refuse("job", "saw", j.Saw, "no such saw in the job", "name one of the job's saws")
	}
}

func (c *checker) saw(s Saw) {
	c.text("saw", "name", s.Name)
	c.angle("saw", "mitre_left", s.MitreLeft, 80)
	c.angle("saw", "mitre_right", s.MitreRight, 80)
	c.angle("saw", "bevel_left", s.BevelLeft, 80)
	c.angle("saw", "bevel_right", s.BevelRight, 80)
	if !(s.Resolution > 0 && s.Resolution <= 5) {
		c.refuse("saw", "resolution", s.Resolution.Text(6), "must be more than 0° and at most 5°", "give the smallest step its scale can be read to, such as 0.5")
	}
	if !(s.BevelResolution >= 0 && s.BevelResolution <= 5) {
		c.refuse("saw", "bevel_resolution", s.BevelResolution.Text(6), "must be at most 5°",
			"give the smallest step its bevel scale can be read to, or 0 where it is the mitre's")
	}
	if len(s.Detents) > 50 {
		c.refuse("saw", "detents", fmt.Sprint(len(s.Detents)), "too many", "list each angle once, without sign")
	}
	for _, d := range s.Detents {
		c.angle("saw", "detents", d, 80)
	}
	for _, n := range entriesIn(&s) {
		if n.e != nil {
			c.positive("saw", n.field, *n.e)
			if n.e.Length > 40*measure.Inch {
				c.refuse("saw", n.field, n.e.Text, "no mitre saw takes so much", "check its unit")
			}
		}
	}
	if s.Kerf != nil && s.Kerf.Length > measure.Inch/2 {
		c.refuse("saw", "kerf", s.Kerf.Text, "no blade takes out so much", "give the width of its teeth, such as 3/32")
	}
	c.text("saw", "note", s.Note)
	c.learned(&s)
	if len(s.Tests) > maxTests {
		c.refuse("saw", "tests", fmt.Sprint(len(s.Tests)), "too many", fmt.Sprintf("keep the latest %d", maxTests))
	}
	for _, t := range s.Tests {
		c.test(t)
	}
}

func (c *checker) test(t Test) {
	thing := c.id("test", t.ID)
	if !(t.Set.Abs() <= 80) {
		c.refuse(thing, "dialled", t.Set.Text(6), "no saw is set so", "give what was dialled, left as a negative angle")
	}
	need := func(field string, e *Entry, least measure.Length) {
		if e == nil {
			c.refuse(thing, field, "", "is missing", "measure it")
		} else if e.Length < least {
			c.refuse(thing, field, e.Text, fmt.Sprintf("must be %s at least", least), "measure it again")
		}
	}
	switch t.Way {
	case TestCorner:
		if t.Corner == nil || !(*t.Corner > 0 && *t.Corner < 180) {
			c.refuse(thing, "corner", "", "the two pieces make a corner between 0° and 180°", "measure it with a protractor")
		}
	case TestGap, TestFlipped:
		need("gap", t.Gap, 0)
		least := 6 * measure.Inch
		if t.Scale == SawBevel {
			least = measure.Inch / 2
		}
		if t.Width == nil || t.Width.Length < least {
			c.refuse(thing, "width", "", fmt.Sprintf("the board must be %s wide at least: on a narrow one a gap says little", least), "cut a wider one")
		}
		opens := []string{OpenHeel, OpenToe}
		if t.Way == TestFlipped {
			opens = []string{OpenFence, OpenNear}
			if t.Scale == SawBevel {
				opens = []string{OpenTop, OpenBottom}
			}
		}
		if t.Gap != nil && t.Gap.Length != 0 {
			c.oneOf(thing, "open", t.Open, opens...)
		}
		if t.Gap != nil && t.Width != nil && t.Gap.Length*4 > t.Width.Length {
			c.refuse(thing, "gap", t.Gap.Text, "is no gap of a cut that was set right", "check what was dialled")
		}
	case TestRun:
		need("run", t.Run, 1)
		need("over", t.Over, measure.Inch/4)
		if t.Set == 0 {
			c.refuse(thing, "dialled", "0", "a square cut does not run along the piece", "test a mitre, or turn a square cut over")
		}
	}
}
