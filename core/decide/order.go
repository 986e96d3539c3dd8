package decide

// Order puts the pieces in an order in which they can be hung: a coped piece
// after the piece it meets. Where several could go next, those square at both
// ends go first, then the one furthest left. ok is false where the copes go
// round in a ring, and then order holds the pieces that can still be hung and
// ring those that cannot.
func Order(pieces int, corners []Corner) (order, ring []int, ok bool) {
	waits := make([]int, pieces)    // copes of this piece whose mate is not up
	covers := make([][]int, pieces) // pieces coped into this one
	copes := make([]int, pieces)
	for _, c := range corners {
		if c.Joint != Cope {
			continue
		}
		through := c.Left
		if c.Coped == c.Left {
			through = c.Right
		}
		if through == c.Coped {
			continue
		}
		waits[c.Coped]++
		copes[c.Coped]++
		covers[through] = append(covers[through], c.Coped)
	}
	up := make([]bool, pieces)
	for len(order) < pieces {
		next := -1
		for k := range pieces {
			if up[k] || waits[k] > 0 {
				continue
			}
			if next < 0 || copes[k] == 0 && copes[next] > 0 {
				next = k
			}
		}
		if next < 0 {
			for k := range pieces {
				if !up[k] {
					ring = append(ring, k)
				}
			}
			return order, ring, false
		}
		up[next] = true
		order = append(order, next)
		for _, k := range covers[next] {
			waits[k]--
		}
	}
	return order, nil, true
}
