// Package edit changes a job one small step at a time: a single field set, a
// wall added, removed or moved, a mark made at the saw. Every step is a value
// ([Op]) that can be logged, and applying one gives the step that takes it
// back. Nothing here knows about storage, time or people.
package edit
