package job

import (
	"fmt"
	"reflect"

	"gnomon/core/measure"
)

// Times are how many minutes the work takes, and what must dry for how long. Those by length are for a foot or a metre,
// as Per says. The default ones are made up: each shop has its own.
type Times struct {
	Per measure.Unit `json:"per" enum:",ft,m" doc:"ft or m"`

	Fetch   Count `json:"fetch" doc:"to buy it all and bring it"`
	Sort    Count `json:"sort" doc:"a stick looked over, bad ones set aside"`
	Paint   Count `json:"paint" doc:"one coat by length, on trestles"`
	Studs   Count `json:"studs" doc:"studs and joists of a wall found and marked"`
	Backing Count `json:"backing" doc:"backing or furring put up, by length"`
	Corner  Count `json:"corner" doc:"a corner laid out and measured: one climb"`
	Walls   Count `json:"walls" doc:"a wall measured at the floor, its corner read"`
	Setup   Count `json:"setup" doc:"the saw set up for a moulding and tried on scraps"`
	Cut     Count `json:"cut" doc:"an end cut"`
	Cope    Count `json:"cope" doc:"an end coped"`
	Glue    Count `json:"glue" doc:"a joint glued up on the bench"`

	Hang    Count `json:"hang" doc:"a piece put up"`
	Length  Count `json:"length" doc:"and for its length"`
	Coped   Count `json:"coped" doc:"a cope brought home"`
	Mitre   Count `json:"mitre" doc:"an inside mitre fitted on the wall"`
	Outside Count `json:"outside" doc:"an outside mitre fitted on the wall"`
	Scarf   Count `json:"scarf" doc:"a scarf glued and pinned"`
	Return  Count `json:"return" doc:"a return glued on"`
	Butt    Count `json:"butt" doc:"an end fitted against a casing"`
	Trouble Count `json:"trouble" doc:"a joint that gapes, put right"`

	Bead  Count `json:"bead" doc:"a bead laid, by length"`
	Fill  Count `json:"fill" doc:"a hole filled"`
	Sand  Count `json:"sand" doc:"a hole sanded"`
	Touch Count `json:"touch" doc:"a hole touched up"`
	Coat  Count `json:"coat" doc:"the last coat on the wall, by length"`

	Acclimatise int     `json:"acclimatise" minimum:"0" maximum:"20160" doc:"minutes that wood lies in its rooms before it is cut"`
	PaintDries  int     `json:"paint_dries" minimum:"0" maximum:"20160" doc:"minutes until a coat can be handled"`
	FillerDries int     `json:"filler_dries" minimum:"0" maximum:"20160" doc:"minutes until filler can be sanded"`
	BeadDries   int     `json:"bead_dries" minimum:"0" maximum:"20160" doc:"minutes until a bead can be painted"`
	Pause       int     `json:"pause" minimum:"1" maximum:"600" default:"30" doc:"minutes between two marks of one person that are no work any more"`
	Unwatched   bool    `json:"unwatched,omitempty" doc:"no times are taken from marks"`
	Origin      *Origin `json:"origin,omitempty" doc:"what the shop had when they were taken from there"`
}

// longestWait is the longest that anything dries or lies: two weeks.
const longestWait = 14 * 24 * 60

// mostMinutes is the most that one rate may be: a working day for one thing.
const mostMinutes Count = 1_000_00

// DefaultTimes are made up, to change.
func DefaultTimes(unit measure.Unit) Times {
	t := Times{Per: measure.UnitFoot, Fetch: 90_00, Sort: 1_50, Paint: 60, Studs: 6_00, Backing: 1_20, Corner: 12_00, Walls: 5_00, Setup: 15_00, Cut: 2_50,
		Cope: 9_00, Glue: 5_00, Hang: 4_00, Length: 50, Coped: 3_00, Mitre: 4_00, Outside: 5_00, Scarf: 4_00, Return: 3_00, Butt: 1_00, Trouble: 15_00,
		Bead: 25, Fill: 25, Sand: 20, Touch: 30, Coat: 50, Acclimatise: 24 * 60, PaintDries: 240, FillerDries: 60, BeadDries: 120, Pause: 30}
	if unit.Metric() {
		t.Per = measure.UnitMetre
		for _, by := range []*Count{&t.Paint, &t.Backing, &t.Length, &t.Bead, &t.Coat} {
			*by = *by * 328 / 100
		}
	}
	return t
}

func (t *Times) entries(func(thing, field string, e *Entry) error) error { return nil }

func (t *Times) normalise(unit measure.Unit) {
	bare := *t
	bare.Origin, bare.Pause, bare.Unwatched = nil, 0, false
	if reflect.DeepEqual(bare, Times{}) {
		had := *t
		*t = DefaultTimes(unit)
		t.Origin, t.Unwatched, t.Pause = had.Origin, had.Unwatched, had.Pause
	}
	t.Pause = or(t.Pause, DefaultTimes(unit).Pause)
	t.Per = or(t.Per, DefaultTimes(unit).Per)
}

func (c *checker) times(t *Times) {
	for _, f := range FieldsIn(t) {
		switch v := f.Value.(type) {
		case *Count:
			if *v < 0 || *v > mostMinutes {
				c.refuse("times", f.Name, v.String(), "nothing takes so long, or less than no time", "give the minutes for one, from 0 to 1000")
			}
		case *int:
			if *v < 0 || *v > longestWait {
				c.refuse("times", f.Name, "", "nothing waits so long", "give the minutes, up to two weeks, which are 20160")
			}
		}
	}
	if t.Pause < 1 || t.Pause > 600 {
		c.refuse("times", "pause", fmt.Sprint(t.Pause), "is no pause", "give the minutes between two marks that are no work any more, from 1 to 600")
	}
}
