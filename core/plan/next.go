package plan

import (
	"fmt"

	"gnomon/core/words"
)

// Next is what is to be done next in a job, in a few words, and the stop where that is: what comes first in the order of the work and
// is not settled.
func (p *Plan) Next() (text, stop string) {
	walls, measured, corners, read, cuts, cut, hangs, up := 0, 0, 0, 0, 0, 0, 0, 0
	for _, r := range p.Rooms {
		n := &r.come
		walls, measured, corners, read = walls+n.walls, measured+n.measured, corners+n.corners, read+n.read
		cuts, cut, hangs, up = cuts+n.cuts, cut+n.cut, hangs+n.hangs, up+n.up
	}
	state := map[string]StopProgress{}
	for _, s := range p.Stops {
		state[s.ID] = s
	}
	notes := func(at string) string { return "look at " + words.Count(state[at].Findings, "note") }
	switch {
	case walls == 0:
		return "call out or measure the first room", "measure"
	case measured < walls:
		return "measure " + words.Count(walls-measured, "wall"), "measure"
	case read < corners:
		return "read " + words.Count(corners-read, "corner"), "measure"
	case state["measure"].Findings > 0:
		return notes("measure"), "measure"
	case state["joints"].Findings > 0:
		return notes("joints"), "joints"
	case cuts == 0:
		return "say what runs along the walls", "joints"
	case cut == cuts:
		if up < hangs {
			return "hang " + words.Count(hangs-up, "piece"), "hang"
		}
		return "all hangs", "hang"
	case state["sticks"].State == Untouched && cut == 0:
		return "lay out the sticks", "sticks"
	case state["sticks"].Findings > 0:
		return notes("sticks"), "sticks"
	case cut == 0:
		return fmt.Sprintf("make the first of %s", words.Count(cuts, "cut")), "saw"
	}
	return "make " + words.Count(cuts-cut, "more cut"), "saw"
}
