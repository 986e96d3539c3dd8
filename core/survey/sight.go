package survey

import "math"

// cross is the turn from a→b to a→c: positive where c lies clockwise on a page
// whose y points down.
func cross(a, b, c Point) float64 { return (b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X) }

// Crosses tells whether a closed outline touches or crosses itself anywhere but
// at its corners.
func Crosses(p []Point) bool {
	n := len(p)
	for i := range n {
		for k := i + 1; k < n; k++ {
			if k == i+1 || i == 0 && k == n-1 {
				continue
			}
			if segmentsCross(p[i], p[(i+1)%n], p[k], p[(k+1)%n]) {
				return true
			}
		}
	}
	return false
}

// segmentsCross tells whether two stretches cross each other.
func segmentsCross(a, b, c, d Point) bool {
	if max(a.X, b.X) < min(c.X, d.X) || max(c.X, d.X) < min(a.X, b.X) || max(a.Y, b.Y) < min(c.Y, d.Y) || max(c.Y, d.Y) < min(a.Y, b.Y) {
		return false
	}
	return cross(a, b, c)*cross(a, b, d) < 0 && cross(c, d, a)*cross(c, d, b) < 0
}

// berth is how far a line of sight must keep from corners it passes, in inches:
// a laser's spot needs room.
const berth = 1.0

// Sees tells whether two corners of a closed outline see each other, past all
// walls: inside a room, outside an island. Neighbours do not count, since a wall
// lies between them.
func Sees(p []Point, i, k int) bool {
	n := len(p)
	if i == k || (i+1)%n == k || (k+1)%n == i {
		return false
	}
	a, b := p[i], p[k]
	length := math.Hypot(b.X-a.X, b.Y-a.Y)
	if length == 0 {
		return false
	}
	for w := range n {
		c := p[w]
		if w != i && w != k { // a corner in the way, or too near it
			along := ((c.X-a.X)*(b.X-a.X) + (c.Y-a.Y)*(b.Y-a.Y)) / length
			if along > 0 && along < length && math.Abs(cross(a, b, c))/length < berth {
				return false
			}
		}
		if d := p[(w+1)%n]; w != i && w != k && (w+1)%n != i && (w+1)%n != k && segmentsCross(a, b, c, d) {
			return false
		}
	}
	return opens(p, i, b) && opens(p, k, a)
}

// opens tells whether the way from corner i toward q leaves into the room, which
// lies to the right of each wall as it is walked: clockwise seen from above.
func opens(p []Point, i int, q Point) bool {
	n := len(p)
	before, at, after := p[(i+n-1)%n], p[i], p[(i+1)%n]
	fromIn, fromOut := cross(before, at, q) > 0, cross(at, after, q) > 0
	if cross(before, at, after) > 0 { // the room lies between the two walls
		return fromIn && fromOut
	}
	return fromIn || fromOut
}

// SeesFrom tells whether corner k of a closed outline is seen from an eye that stands
// inside it, past all walls.
func SeesFrom(p []Point, eye Point, k int) bool {
	n := len(p)
	for w := range n {
		if next := (w + 1) % n; w != k && next != k && segmentsCross(eye, p[k], p[w], p[next]) {
			return false
		}
	}
	return opens(p, k, eye)
}
