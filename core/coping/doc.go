// Package coping is a coped end of a plan: its line, and how it is sawn with the house rule's tool, told for people.
//
// Frames are those of core/cope.
package coping
