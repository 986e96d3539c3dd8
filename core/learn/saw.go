package learn

import "math"

// A saw's unknowns on one of its scales: the table's zero, the scale's error at 45, and by how much each protractor
// reads too great. What is believed before anything was cut.
var (
	Zero       = Belief{0, .15}
	ScaleAt45  = Belief{0, .15}
	Protractor = Belief{0, .2}
)

// SawRecord is one thing that shows what a saw does. A test cut has Setting, Value (cut − dialled) and SD. A pair cut as
// a mitre from a reading has Setting, half the corner, and Value, its opening in degrees, positive where both are cut too great. A
// cope's test mitre has Setting, signed, and Value, its error past the true half. Of the latter two SD is that of the gap
// read, and Reading that of the protractor Reader.
type SawRecord struct {
	Kind    string  `json:"kind"`
	Setting float64 `json:"setting_deg"`
	Value   float64 `json:"value_deg"`
	SD      float64 `json:"sd_deg"`
	Reading float64 `json:"reading_sd_deg,omitempty"`
	Reader  int     `json:"reader,omitempty"` // which protractor, from 0
	// Within means that the value is only known to lie between two bounds: a joint that is closed shows no gap that could be read.
	Within bool    `json:"within,omitempty"`
	Lo     float64 `json:"lo_deg,omitempty"`
	Hi     float64 `json:"hi_deg,omitempty"`
}

// Kinds of record of a saw.
const (
	TestCut   = "test"
	MitrePair = "mitre"
	CopeCut   = "cope"
)

// seen is the record as a row, of so many protractors.
//
// Both pieces of a mitre are cut from one reading, one left and one right: the zero cancels, the scale's error counts twice. One end
// of a cope is cut at half of a reading, so half of what the protractor adds is in it.
func (r SawRecord) seen(readers int) Seen {
	row := make(Row, 2+readers)
	switch r.Kind {
	case MitrePair:
		row[1], row[2+r.Reader] = 2*r.Setting/45, -1
		return Seen{row, r.Value, math.Hypot(r.SD, r.Reading), r.Within, r.Lo, r.Hi}
	case CopeCut:
		row[0], row[1], row[2+r.Reader] = math.Copysign(1, r.Setting), math.Abs(r.Setting)/45, -.5
		return Seen{row, r.Value, math.Hypot(r.SD, r.Reading/2), r.Within, r.Lo, r.Hi}
	}
	row[0], row[1] = 1, r.Setting/45
	return Seen{row, r.Value, r.SD, r.Within, r.Lo, r.Hi}
}

// Saw is what is known of one scale of a saw, and of the protractors its corners were read with.
type Saw struct {
	*Normal
	readers int
}

// farOff is by how many degrees a record must differ from the others to be an absurd one: the other way round, or another setting.
const farOff = 1

// LearnSaw is what records say of a scale; an absurd one counts for little. There is one protractor at least.
func LearnSaw(records []SawRecord) Saw {
	readers := 1
	for _, r := range records {
		readers = max(readers, r.Reader+1)
	}
	prior := []Belief{Zero, ScaleAt45}
	for range readers {
		prior = append(prior, Protractor)
	}
	seen := make([]Seen, len(records))
	for i, r := range records {
		seen[i] = r.seen(readers)
	}
	return Saw{Robust(prior, seen, farOff), readers}
}

// At is the saw's error at a setting, cut − dialled, and its deviation.
func (s Saw) At(setting float64) (by, sd float64) {
	row := make(Row, 2+s.readers)
	row[0], row[1] = 1, setting/45
	return s.Of(row)
}

// Protractor is by how much one reads too great, and its deviation.
func (s Saw) Protractor(reader int) (by, sd float64) {
	row := make(Row, 2+s.readers)
	row[2+reader] = 1
	return s.Of(row)
}

// Line is the zero and the scale's error at 45.
func (s Saw) Line() (zero, scale float64) { return s.mean.AtVec(0), s.mean.AtVec(1) }

// Sure is how many deviations an interval of 95 % takes on each side.
const Sure = 1.96

// Justified tells whether an estimate is one to act on: the whole of its interval lies beyond what a setting can be told apart by.
func Justified(by, sd, resolution float64) bool { return math.Abs(by)-Sure*sd > resolution }

// Correction is what to take off: nothing, or the estimate to the nearest step of the resolution, to the even one from half-way.
func Correction(by, sd, resolution float64) float64 {
	if !Justified(by, sd, resolution) {
		return 0
	}
	return math.RoundToEven(by/resolution) * resolution
}

const degree = math.Pi / 180

// Opening is by how many degrees a mitre of two cuts at half is open, where it gapes by gap, measured du further out or in than where it
// touches: gap = 2·du·d(tan h)·cos h, each cut off by half of it.
func Opening(gap, du, half float64) float64 { return gap / du * math.Cos(half*degree) / degree }

// PastHalf is the error of the test mitre that a cope followed, from its level gap; positive, too long, gapes at the far end of the projection. The
// gap is that of a face whose points stand from least to projection out.
func PastHalf(gap, projection, least, half float64, far bool) float64 {
	c := math.Cos(half * degree)
	e := gap / (projection - least) * c * c / degree
	if !far {
		return -e
	}
	return e
}

// Shut is the deviation of a gap that was seen to be closed: anything within the limit looks so.
func Shut(limit float64) float64 { return limit / math.Sqrt(3) }
