// Package decide makes the choices a carpenter makes before the saw: which
// joint at every corner, which piece is coped, and in what order the pieces go
// up. Every decision carries the rule that made it, why, and the runner-up.
//
// The house rules of this version are two: inside corners are coped or mitred,
// and copes keep to one hand. Around a closed room of inside corners only, the
// longest piece runs square into both its corners and its right-hand neighbour
// is coped at both ends, for a coped end goes up after the piece it meets and a
// ring of copes all on one hand could not be begun.
package decide
