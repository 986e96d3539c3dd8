package edit

import "gnomon/core/job"

func takenID(t job.Taken) string       { return t.ID }
func cornerID(c job.Corner) string     { return c.ID }
func readingID(r job.Reading) string   { return r.ID }
func diagonalID(d job.Diagonal) string { return d.ID }
func spotID(s job.Spot) string         { return s.ID }

func byID[T any](s []T, id func(T) string, want string) *T {
	if i := indexOf(s, id, want); i >= 0 {
		return &s[i]
	}
	return nil
}
