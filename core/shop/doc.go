// Package shop is what a carpenter has once for all jobs: saws with their test cuts, mouldings, the price sheet, what is measured
// with. A shop is kept as a job without rooms, so that all that is done to the things of a job is done to those of a shop in the same
// way. A job takes what it uses and keeps its own copy of the figures that it was planned with; this package tells where the two
// differ, and by which steps either follows the other.
package shop
