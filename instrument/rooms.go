package instrument

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
)

// Room is a room as it stands: its corners in inches, clockwise from above, the
// first wall from the first corner to the second. Corner i is at the right end of
// wall i.
type Room struct {
	Name     string       `json:"name"`
	Corners  [][2]float64 `json:"corners"`
	Openings []Opening    `json:"openings,omitempty"` // along each wall from its left end
}

// Opening is an opening as it stands: its wall, and its clear corners top left, top
// right, bottom right and bottom left as one faces it, in inches from the wall's left
// end and above the finished floor.
type Opening struct {
	Wall    int           `json:"wall"`
	Corners [4][2]float64 `json:"corners"`
	Depth   float64       `json:"depth,omitempty"` // of a window: wall to sash
}

// ReadRooms reads a file of rooms.
func ReadRooms(b []byte) ([]Room, error) {
	var f struct {
		Rooms []Room `json:"rooms"`
	}
	if err := json.Unmarshal(b, &f); err != nil {
		return nil, fmt.Errorf("practice rooms: %w", err)
	}
	for _, r := range f.Rooms {
		if len(r.Corners) < 3 {
			return nil, fmt.Errorf("practice room %q: %d corners make no room; give three or more", r.Name, len(r.Corners))
		}
		for _, o := range r.Openings {
			if o.Wall < 0 || o.Wall >= len(r.Corners) {
				return nil, fmt.Errorf("practice room %q: an opening in wall %d; it has walls 0 to %d", r.Name, o.Wall, len(r.Corners)-1)
			}
		}
	}
	return f.Rooms, nil
}

// Target is what the instrument is held to: a wall by its index, a corner by its
// index, from one corner to another, or an opening of the wall.
type Target struct {
	Room string
	Wall int // or the corner
	To   int // the other corner of a diagonal; -1 for none
	Jamb Jamb
}

// Jamb is what of an opening is read. The zero Jamb is none.
type Jamb struct {
	Opening int    // which of its wall's, from the left, from 1
	At      string // a side as job.JambLength has it, a corner as job.JambReading has it, from, sill or jamb_depth
}

// NoTarget is a target that is not there.
type NoTarget struct{ Text, Remedy string }

func (e *NoTarget) Error() string { return e.Text + "; " + e.Remedy }

func find(rooms []Room, t Target) (Room, error) {
	var names []string
	for _, r := range rooms {
		if strings.EqualFold(strings.TrimSpace(t.Room), r.Name) {
			if n := len(r.Corners); t.Wall < 0 || t.Wall >= n || t.To >= n {
				return r, &NoTarget{fmt.Sprintf("%s has %d walls and corners", r.Name, n), "count the wall faces again"}
			}
			return r, nil
		}
		names = append(names, r.Name)
	}
	return Room{}, &NoTarget{fmt.Sprintf("the practice instruments know no room called %q", t.Room), "name yours " + strings.Join(names, ", ")}
}

func (r Room) at(i int) [2]float64 { return r.Corners[(i+len(r.Corners))%len(r.Corners)] }

// read is what an instrument of a kind shows that is held there: inches, or the
// degrees of a corner under 180.
func (r Room) read(k Kind, t Target) (float64, error) {
	switch {
	case t.Jamb.Opening != 0:
		return r.jamb(k, t)
	case k == Length:
		return r.length(t), nil
	}
	return inner(r.at(t.Wall), r.at(t.Wall+1), r.at(t.Wall+2)), nil
}

// jambCorners are the corners of an opening in the order of its corners.
var jambCorners = []string{"top_left", "top_right", "bottom_right", "bottom_left"}

// jambSides are the two corners between which each side and diagonal is read.
var jambSides = map[string][2]int{"top": {0, 1}, "right": {1, 2}, "bottom": {2, 3}, "left": {3, 0}, "rising": {3, 1}, "falling": {0, 2}}

// jamb is what stands at an opening.
func (r Room) jamb(k Kind, t Target) (float64, error) {
	nth := 0
	for _, o := range r.Openings {
		if o.Wall != t.Wall {
			continue
		}
		if nth++; nth == t.Jamb.Opening {
			return o.read(k, t.Jamb.At)
		}
	}
	return 0, &NoTarget{fmt.Sprintf("the practice instruments know %d openings in wall %d of %s, not %d", nth, t.Wall+1, r.Name, t.Jamb.Opening),
		"type what your tape says"}
}

func (o Opening) read(k Kind, at string) (float64, error) {
	c := o.Corners
	side, isSide := jambSides[at]
	corner := slices.Index(jambCorners, at)
	switch {
	case k == Length && isSide:
		return apart(c[side[0]], c[side[1]]), nil
	case k == Length && at == "from":
		return c[3][0], nil
	case k == Length && at == "sill" && c[3][1] > 0:
		return c[3][1], nil
	case k == Length && at == "jamb_depth" && o.Depth > 0:
		return o.Depth, nil
	case k == Angle && corner >= 0:
		return inner(c[(corner+3)%4], c[corner], c[(corner+1)%4]), nil
	}
	return 0, &NoTarget{"the practice instruments have nothing to read there", "type what your tape says"}
}

// length is the true length of a wall, or between two corners.
func (r Room) length(t Target) float64 {
	if t.To >= 0 {
		return apart(r.at(t.Wall+1), r.at(t.To+1))
	}
	return apart(r.at(t.Wall), r.at(t.Wall+1))
}

func apart(a, b [2]float64) float64 { return math.Hypot(b[0]-a[0], b[1]-a[1]) }

// inner is the angle at b between a and c in degrees, under 180.
func inner(a, b, c [2]float64) float64 {
	turn := math.Atan2((b[0]-a[0])*(c[1]-b[1])-(b[1]-a[1])*(c[0]-b[0]), (b[0]-a[0])*(c[0]-b[0])+(b[1]-a[1])*(c[1]-b[1]))
	return 180 - math.Abs(turn)*180/math.Pi
}
