// Package hang is how trim is fixed to a room: which nails go where and into what, the backing that crown needs where no joist crosses its
// wall, and how the first piece of it is set.
//
// Nails are told in their piece's own frame: along it from the back of its left end, up from its bottom edge (of what goes around an
// opening from its inner edge), where they enter the face. Places along a wall are from the wall's left end. The rules and
// their numbers are in docs/hanging.md; columns, heights, classes and meetings are section F of the formulas there, and have its worked
// values in their tests.
package hang
