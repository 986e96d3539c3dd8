package job

import (
	"fmt"
	"strings"
)

// CornerLetter is the label of the corner at index i of its room: A to Z, then
// AA, AB and so on.
func CornerLetter(i int) string {
	s := string(rune('A' + i%26))
	if i >= 26 {
		return CornerLetter(i/26-1) + s
	}
	return s
}

// WallNumber is the label of the wall at index i of its room.
func WallNumber(i int) string { return fmt.Sprintf("wall %d", i+1) }

// WallTitle is the label of a wall of the room by its identifier; none where it has no such wall.
func (r *Room) WallTitle(id string) string {
	for i := range r.Walls {
		if r.Walls[i].ID == id {
			return WallNumber(i)
		}
	}
	return ""
}

// RoomCodes gives each room a code of a few letters, to mark pieces of many rooms
// that lie together: the first letters of its words, or the first two of one
// word; a number where two rooms would have the same.
func (j *Job) RoomCodes() map[string]string {
	out, seen := map[string]string{}, map[string]int{}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		code := ""
		words := strings.Fields(r.Title())
		for _, w := range words {
			c := []rune(w)
			n := 1
			if len(words) == 1 {
				n = min(2, len(c))
			}
			code += string(c[:n])
		}
		if c := []rune(code); len(c) > 3 {
			code = string(c[:3])
		}
		code = strings.ToUpper(code)
		if seen[code]++; seen[code] > 1 {
			code += fmt.Sprint(seen[code])
		}
		out[r.ID] = code
	}
	return out
}

// Title is the moulding's name, or its identifier where it has none.
func (m *Moulding) Title() string {
	if m.Name == "" {
		return m.ID
	}
	return m.Name
}

// Title is the room's name, or a stand-in where none was given.
func (r *Room) Title() string {
	if r.Name == "" {
		return "Room " + r.ID
	}
	return r.Name
}

// Joined tells whether the corner at index i joins two walls: every corner of
// a closed room, and all but the last of an open one.
func (r *Room) Joined(i int) bool {
	return i >= 0 && i < len(r.Corners) && (r.Closed || i < len(r.Walls)-1)
}

// CornerAt gives the index of the corner at the left or right end of the wall
// at index i, or -1 where the run is open there.
func (r *Room) CornerAt(i int, right bool) int {
	if !right {
		i--
		if i < 0 {
			i = len(r.Walls) - 1
			if !r.Closed {
				return -1
			}
		}
	}
	if !r.Joined(i) {
		return -1
	}
	return i
}

// Point is the number of a corner as the walls' ends are counted: 0 at the left
// end of the first wall, i+1 at the right end of wall i; in a closed room the last
// is the first again. ok is false where the room has no such corner.
func (r *Room) Point(corner string) (n int, ok bool) {
	if corner == Start {
		return 0, !r.Closed
	}
	for i, c := range r.Corners {
		if c.ID == corner {
			if r.Closed && i == len(r.Corners)-1 {
				return 0, true
			}
			return i + 1, true
		}
	}
	return 0, false
}

// PointName names a point: a corner's letter, or an open run's left end.
func (r *Room) PointName(n int) string {
	if n == 0 && !r.Closed {
		return "the left end"
	}
	if n == 0 {
		n = len(r.Corners)
	}
	return "corner " + CornerLetter(n-1)
}

// CornerOf is the identifier for a point.
func (r *Room) CornerOf(n int) string {
	if n == 0 && !r.Closed {
		return Start
	}
	if n == 0 {
		n = len(r.Corners)
	}
	return r.Corners[n-1].ID
}
