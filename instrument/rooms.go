package instrument

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"

	"gnomon/core/measure"
)

// Room is a room as it stands: its corners in inches, clockwise from above, the
// first wall from the first corner to the second. Corner i is at the right end of
// wall i.
type Room struct {
	Name    string       `json:"name"`
	Corners [][2]float64 `json:"corners"`
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
	}
	return f.Rooms, nil
}

// Target is what the instrument is held to: a wall by its index, a corner by its
// index, or from one corner to another.
type Target struct {
	Room string
	Wall int // or the corner
	To   int // the other corner of a diagonal; -1 for none
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

// length is the true length of a wall, or between two corners.
func (r Room) length(t Target) float64 {
	a, b := r.at(t.Wall), r.at(t.Wall+1)
	if t.To >= 0 {
		a, b = r.at(t.Wall+1), r.at(t.To+1)
	}
	return math.Hypot(b[0]-a[0], b[1]-a[1])
}

// angle is the true angle of a corner as a protractor shows it, under 180.
func (r Room) angle(i int) measure.Angle {
	a, b, c := r.at(i), r.at(i+1), r.at(i+2)
	turn := math.Atan2((b[0]-a[0])*(c[1]-b[1])-(b[1]-a[1])*(c[0]-b[0]), (b[0]-a[0])*(c[0]-b[0])+(b[1]-a[1])*(c[1]-b[1]))
	return 180 - measure.FromRadians(math.Abs(turn))
}
