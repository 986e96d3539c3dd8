// Package casing works out what goes around an opening: the corners of the opening itself, and of
// each stick its length, its ends and where it lies on the wall.
//
// An opening is seen from the room. Its sides are told along the jamb's edges, its corners are
// the angles inside it: top left, top right, bottom right, bottom left. Sticks go around it as the
// hands of a clock do: left leg from foot to head, head from left to right, right leg from head to
// foot, sill from right to left. Of each the inner edge is that at the opening. An end is told off
// square, positive where the outer edge is the longer one. Inches and degrees.
//
// Source: docs/geometry.md, "Casing".
package casing
