package job

import (
	"fmt"
	"strings"
)

// Odd is an odd place of a room: one of the details, the fields that it was given, and where it is. What it does to the room's
// trim follows from its detail. At is from the wall's left end.
type Odd struct {
	ID       string   `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Detail   string   `json:"detail" required:"true" maxLength:"80" doc:"a name that gnomon detail --list prints"`
	Name     string   `json:"name,omitempty" maxLength:"200"`
	Fields   []string `json:"fields" doc:"as in fall=3/4; bare lengths are inches, one that takes several comes several times"`
	Wall     string   `json:"wall,omitempty" of:"wall" maxLength:"80"`
	Corner   string   `json:"corner,omitempty" of:"corner" maxLength:"80"`
	Run      string   `json:"run,omitempty" of:"run" maxLength:"80" doc:"the only run that it counts for"`
	End      string   `json:"end,omitempty" enum:",left,right" doc:"of the run, on the wall"`
	At       *Entry   `json:"at,omitempty" doc:"from the wall's left end"`
	Moulding string   `json:"moulding,omitempty" maxLength:"80" doc:"what pieces of its own are cut from"`
	Second   string   `json:"second,omitempty" maxLength:"80" doc:"and what runs on these"`
}

const (
	maxOdds      = 100
	maxAllOdds   = 5_000 // in all rooms
	maxOddFields = 250   // of one: some details take a list
	maxOddField  = 80
)

func (o *Odd) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "odd place "+o.ID, entriesIn(o)...)
}

// Odd finds an odd place of the room, or nil.
func (r *Room) Odd(id string) *Odd { return find(r.Odds, func(o *Odd) bool { return o.ID == id }) }

func (c *checker) odd(j *Job, o *Odd, walls, corners map[string]bool) {
	thing := c.id("odd place", o.ID)
	if o.Wall != "" && !walls[o.Wall] {
		c.refuse(thing, "wall", o.Wall, "no such wall in its room", "name a wall of the same room")
	}
	if o.Corner != "" && !corners[o.Corner] {
		c.refuse(thing, "corner", o.Corner, "no such corner in its room", "name a corner of the same room")
	}
	for field, id := range map[string]string{"moulding": o.Moulding, "second": o.Second} {
		if id != "" && j.Moulding(id) == nil {
			c.refuse(thing, field, id, "no such moulding in the job", "name one of the job's mouldings")
		}
	}
	if len(o.Fields) > maxOddFields {
		c.refuse(thing, "fields", fmt.Sprint(len(o.Fields)), "too many", fmt.Sprintf("give %d at most", maxOddFields))
	}
	for _, f := range o.Fields {
		if name, _, ok := strings.Cut(f, "="); !ok || name == "" || len(f) > maxOddField {
			c.refuse(thing, "fields", f, "is no field", "write it as in fall=3/4")
		}
	}
	if o.At != nil && o.At.Length < 0 {
		c.refuse(thing, "at", o.At.Text, "lies before its wall begins", "measure from the wall's left end")
	}
}
