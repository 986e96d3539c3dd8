// Package decide makes the choices a carpenter makes before the saw: which joint at
// every corner, which of two pieces gives way there, where a wall longer than a stick is
// scarfed, what is glued up on the bench, and in what order everything goes up. Each
// decision carries the rule that made it, its reason in a sentence, and the runner-up
// with its price in words.
//
// Pieces and corners are told by their indices, in the order of the run, left to right as
// one stands inside and faces the walls. Lengths are exact, costs have no unit: each of
// the four wishes of job.Weights is divided by the most that it could come to over the
// run, so that the weights compare. Nothing here searches longer than the corners are
// many; the source is "Choosing who is coped" of the agreed geometry.
package decide
