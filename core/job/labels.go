package job

import "fmt"

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
