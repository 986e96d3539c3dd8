package job

import "gnomon/core/measure"

// Look is what a quick look at a room gives beside the walls' rough lengths.
// What was not counted is guessed from the number of walls.
type Look struct {
	Inside  *int   `json:"inside,omitempty" minimum:"0" maximum:"300" doc:"inside corners"`
	Outside *int   `json:"outside,omitempty" minimum:"0" maximum:"300" doc:"outside corners"`
	Doors   int    `json:"doors,omitempty" minimum:"0" maximum:"300"`
	Returns int    `json:"returns,omitempty" minimum:"0" maximum:"300" doc:"free ends turned back to the wall"`
	Ceiling *Entry `json:"ceiling,omitempty" doc:"how high it is"`
}

// Doors is the door that a quick look counts: its width and height over the
// casings.
type Doors struct {
	Width  Entry `json:"width"`
	Height Entry `json:"height"`
}

func (d *Doors) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "doors", entriesIn(d)...)
}

// DefaultDoors is an inside door with its casings.
func DefaultDoors(unit measure.Unit) Doors {
	return Doors{Width: texts(unit, "37", "940"), Height: texts(unit, "83", "2110")}
}
