package job

import (
	"fmt"

	"gnomon/core/measure"
)

// Limits that no real job reaches; they keep a slip or an attack from filling the screen,
// the memory or the day: what passes them is planned within seconds.
const (
	MaxRooms     = 500
	MaxWalls     = 300    // in one room
	maxAllWalls  = 10_000 // in all rooms
	maxReadings  = 50     // of one wall or corner
	maxDiagonals = 500    // in one room, and so on
	maxSpots     = 2000
	maxOpenings  = 300
	maxRuns      = 40
	maxStretches = 20_000 // what runs go over, in all rooms: walls and what lies between openings
	maxMouldings = 500
	maxRecords   = 100_000
	maxByHand    = 20_000
	// In all rooms, in all layouts, and so on: each room may hold little, and all too much.
	maxAllReadings  = 60_000 // of walls, corners and diagonals
	maxAllOpenings  = 10_000
	maxAllSpots     = 20_000
	maxAllOverrides = 10_000
	maxLaid         = 60_000 // pieces on sticks, what is barred from them and where scarfs are
	maxName         = 200    // characters
)

// thickestBoard is more than two boards on one another.
const thickestBoard = 4 * measure.Inch

// leastSpacing is nearer than any two studs stand by their middles.
const leastSpacing = 2 * measure.Inch

// most refuses more of something than there may be.
func (c *checker) most(thing, field string, n, most int, remedy string) {
	if n > most {
		c.refuse(thing, field, fmt.Sprint(n), "too many", fmt.Sprintf("%s: %d at most", remedy, most))
	}
}

// counts refuses a job that holds more than any real one. It comes first: what follows may
// take its time over each.
func (c *checker) counts(j *Job) {
	c.most("job", "rooms", len(j.Rooms), MaxRooms, "split the job")
	c.most("job", "mouldings", len(j.Mouldings), maxMouldings, "keep those that this job uses")
	c.most("job", "records", len(j.Records), maxRecords, "split the job")
	c.most("job", "by_hand", len(j.ByHand), maxByHand, "split the job")
	odds := 0
	walls, readings, openings, spots, overrides, stretches := 0, 0, 0, 0, 0, 0
	for i := range j.Rooms {
		r := &j.Rooms[i]
		thing := "room " + r.ID
		c.most(thing, "walls", len(r.Walls), MaxWalls, "split the room")
		c.most(thing, "openings", len(r.Openings), maxOpenings, "split the room")
		c.most(thing, "runs", len(r.Runs), maxRuns, "split the room")
		c.most(thing, "spots", len(r.Spots), maxSpots, "keep those that stand in the way of trim")
		c.most(thing, "odds", len(r.Odds), maxOdds, "keep those that are cut")
		c.most(thing, "diagonals", len(r.Diagonals), maxDiagonals, "keep those that help")
		c.most(thing, "overrides", len(r.Overrides), maxOverrides, "change the house rule instead")
		walls += len(r.Walls)
		openings += len(r.Openings)
		spots += len(r.Spots)
		odds += len(r.Odds)
		overrides += len(r.Overrides)
		readings += len(r.Diagonals)
		for k := range r.Walls {
			readings += len(r.Walls[k].Lengths)
		}
		for k := range r.Corners {
			readings += len(r.Corners[k].Readings)
		}
		for k := range r.Openings {
			readings += len(r.Openings[k].Sides) + len(r.Openings[k].Angles)
		}
		if len(r.Walls) <= MaxWalls && len(r.Runs) <= maxRuns {
			for k := range r.Runs {
				if r.Runs[k].Whole() {
					stretches += len(r.Walls)
				} else {
					stretches += len(r.Over(&r.Runs[k]))
				}
			}
			stretches += len(r.Runs) * len(r.Openings)
		}
	}
	c.most("job", "walls", walls, maxAllWalls, "split the job")
	c.most("job", "readings", readings, maxAllReadings, "split the job")
	c.most("job", "openings", openings, maxAllOpenings, "split the job")
	c.most("job", "spots", spots, maxAllSpots, "keep those that stand in the way of trim")
	c.most("job", "odds", odds, maxAllOdds, "keep those that are cut")
	c.most("job", "overrides", overrides, maxAllOverrides, "change the house rules instead")
	c.most("job", "runs", stretches, maxStretches, "split the job; so many stretches of wall have a moulding run over them")
	laid := 0
	for i := range j.Layouts {
		l := &j.Layouts[i]
		laid += len(l.Barred)
		for _, s := range l.Sticks {
			laid += len(s.Pieces) + len(s.Spoiled)
		}
		for _, s := range l.Scarfs {
			laid += 1 + len(s.At)
		}
	}
	c.most("job", "layouts", laid, maxLaid, "split the job; so many pieces lie on sticks")
}
