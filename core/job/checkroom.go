package job

import "fmt"

// measured looks at what was measured in a room.
func (c *checker) measured(j *Job, r *Room) {
	walls, corners, openings := map[string]bool{}, map[string]bool{}, map[string]string{}
	for _, o := range r.Openings {
		openings[o.ID] = o.Wall
	}
	for _, w := range r.Walls {
		thing := c.id("wall", w.ID)
		walls[w.ID] = true
		if w.Rough != nil {
			c.positive(thing, "rough", *w.Rough)
		}
		if len(w.Lengths) > maxReadings {
			c.refuse(thing, "lengths", fmt.Sprint(len(w.Lengths)), "too many readings of one wall", fmt.Sprintf("keep %d at most", maxReadings))
		}
		for _, t := range w.Lengths {
			c.taken(w, t, openings)
		}
		if w.Board != nil && (w.Board.Length <= 0 || w.Board.Length > thickestBoard) {
			c.refuse(thing, "board_thickness", w.Board.Text, "no board on a wall is so thick", "give its thickness, such as 1/2 in or 12.5 mm")
		}
		if w.StudSpacing != nil && w.StudSpacing.Length < leastSpacing {
			c.refuse(thing, "stud_spacing", w.StudSpacing.Text, "no studs stand so close",
				"measure from the middle of one stud to the middle of the next, such as 16 in or 400 mm")
		}
	}
	if s := r.JoistSpacing; s != nil && s.Length < leastSpacing {
		c.refuse("room "+r.ID, "joist_spacing", s.Text, "no joists stand so close",
			"measure from the middle of one joist to the middle of the next, such as 16 in or 400 mm")
	}
	if b := r.CeilingBoard; b != nil && (b.Length <= 0 || b.Length > thickestBoard) {
		c.refuse("room "+r.ID, "ceiling_board", b.Text, "no board of a ceiling is so thick", "give its thickness, such as 1/2 in or 12.5 mm")
	}
	for _, k := range r.Corners {
		thing := c.id("corner", k.ID)
		corners[k.ID] = true
		if len(k.Readings) > maxReadings {
			c.refuse(thing, "readings", fmt.Sprint(len(k.Readings)), "too many readings of one corner", fmt.Sprintf("keep %d at most", maxReadings))
		}
		for _, rd := range k.Readings {
			c.reading(rd)
		}
		if k.Chord != nil && k.Depth != nil && k.Depth.Length > k.Chord.Length {
			c.refuse(thing, "depth", k.Depth.Text, "deeper than the chord is long", "measure the chord across the curve and the depth from its middle")
		}
	}
	for _, d := range r.Diagonals {
		c.diagonal(d, corners)
	}
	for i := range r.Openings {
		c.opening(j, r, &r.Openings[i], walls)
	}
	for i := range r.Odds {
		c.odd(j, &r.Odds[i], walls, corners)
	}
	for _, s := range r.Spots {
		thing := c.id("spot", s.ID)
		if !walls[s.Wall] {
			c.refuse(thing, "wall", s.Wall, "no such wall in room "+r.ID, "name a wall of the same room")
		}
	}
}

func (c *checker) taken(w Wall, t WallLength, openings map[string]string) {
	thing := c.id("length", t.ID)
	c.positive(thing, "length", t.As)
	if t.Burned != nil && t.Length() <= 0 {
		c.refuse(thing, "burned", t.Burned.Text, "nothing is left of the length", "give where the tape began, and measure again")
	}
	for _, s := range []struct {
		field string
		of    string
	}{{"left", t.From}, {"right", t.To}} {
		if s.of != "" && openings[s.of] != w.ID {
			c.refuse(thing, s.field, s.of, "no such opening on wall "+w.ID, "name an opening of the same wall")
		}
	}
}

// reading refuses only what is no number; what is impossible on its scale is
// kept as typed and becomes a finding.
func (c *checker) reading(r Reading) {
	thing := c.id("reading", r.ID)
	if !(r.Angle.Abs() <= 1e6) {
		c.refuse(thing, "reading", r.Angle.Text(6), "no protractor reads that", "give degrees from 0 to 180")
	}
}

func (c *checker) diagonal(d Diagonal, corners map[string]bool) {
	thing := c.id("diagonal", d.ID)
	c.positive(thing, "length", d.As)
	if d.Burned != nil && d.Length() <= 0 {
		c.refuse(thing, "burned", d.Burned.Text, "nothing is left of the length", "give where the tape began, and measure again")
	}
	for _, k := range []struct{ field, id string }{{"from", d.From}, {"to", d.To}} {
		if !corners[k.id] && k.id != Start {
			c.refuse(thing, k.field, k.id, "no such corner in the room", "name two corners of the same room")
		}
	}
	if d.From == d.To {
		c.refuse(thing, "to", d.To, "runs from a corner to itself", "name two corners of the same room")
	}
}
