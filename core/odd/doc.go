// Package odd puts odd places into a room: which of them there are, entered or measured as spots, and each worked out with what the
// room knows of it. What it does to the trim is made by core/plan; the detail itself is one of core/detail.
package odd
