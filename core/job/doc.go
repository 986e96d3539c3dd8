// Package job holds what the carpenter enters: rooms with their wall faces,
// corners and openings, the runs of moulding along them, mouldings, the saw,
// house rules, and the marks made at the saw.
//
// Wall faces are numbered left to right as you stand inside and face them,
// clockwise from above. Corner i stands at the right end of wall i; the two
// slices of a [Room] always have the same length once [Job.Normalise] has run.
// In an open room the last corner is kept but has no part in anything: it is
// where the run stops.
//
// Identifiers are permanent; wall numbers and corner letters are labels worked
// out from order. The JSON of these types is the job file of docs/job-file.md.
package job
