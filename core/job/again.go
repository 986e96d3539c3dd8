package job

// Again is a copy of the job to begin with: with all that was measured, or as a new start with its rooms as they follow one another,
// their walls, corners and runs, and nothing of what was measured or found there. What was cut, laid out and set by hand stays with the
// first one.
func (j *Job) Again(name string, readings bool) Job {
	c := j.Clone()
	c.Name, c.Promised = name, ""
	c.Records, c.Layouts, c.ByHand = nil, nil, nil
	c.Quote.Number, c.Quote.Date = "", ""
	if readings {
		return c
	}
	c.Quote.For = ""
	for i := range c.Rooms {
		r := &c.Rooms[i]
		*r = Room{ID: r.ID, Name: r.Name, Storey: r.Storey, Closed: r.Closed, Walls: r.Walls, Corners: r.Corners, Runs: r.Runs, Wet: r.Wet}
		for k := range r.Walls {
			r.Walls[k] = Wall{ID: r.Walls[k].ID}
		}
		for k := range r.Corners {
			r.Corners[k] = Corner{ID: r.Corners[k].ID, Kind: r.Corners[k].Kind}
		}
	}
	return c
}

// Bare tells whether nobody has said anything of a room's walls but that they are there: called out, they are others.
func (r *Room) Bare() bool {
	if len(r.Openings)+len(r.Spots)+len(r.Odds)+len(r.Diagonals)+len(r.Overrides) > 0 || len(r.Walls) == 0 {
		return false
	}
	for i := range r.Walls {
		if w := &r.Walls[i]; len(w.Lengths) > 0 || w.Rough != nil || w.Joists || w.WallFacts != (WallFacts{}) {
			return false
		}
	}
	for i := range r.Corners {
		if c := &r.Corners[i]; len(c.Readings) > 0 || c.Kind == Outside || c.CornerFacts != (CornerFacts{}) {
			return false
		}
	}
	for i := range r.Runs {
		if r.Runs[i].First != "" || r.Runs[i].Last != "" {
			return false
		}
	}
	return true
}
