// Package store keeps jobs in one SQLite file through GORM: the job's tables,
// the log of every change with its inverse, and backups.
//
// What is looked up, shared or counted is rows and columns; what only ever lives inside a room is that
// room's document. A change is one transaction: the steps of package edit are applied to the job, which is
// at hand or is read, the rows that differ are written, and the steps are logged
// with those that undo them. What is acknowledged is on disk. The log has a reach: what lies beyond it is forgotten. An undo is made of the step
// that was logged with the change, held against the rights of who undoes and against what
// others have put in since; one that cannot be made is given up, and the next goes on.
package store
