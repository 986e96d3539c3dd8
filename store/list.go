package store

import (
	"fmt"
	"time"

	"gorm.io/gorm"
)

// Entry is one job in the list of jobs.
type Entry struct {
	ID       string
	Name     string
	Rooms    int64
	Created  string
	Touched  string
	Promised string
	Pinned   bool
	Archived string // when it was put away; none where it was not
	Deleted  string // when it was thrown away
	Revision int64
	Line     string // of progress, as it was last kept
	LineAt   int64  // the revision that it tells of
}

// KeptDeleted is how long a job that was thrown away can be brought back.
const KeptDeleted = 30 * 24 * time.Hour

// DeletedError is a job that was thrown away and can still be brought back.
type DeletedError struct{ At time.Time }

func (e *DeletedError) Error() string {
	return fmt.Sprintf("this job was deleted on %s; bring it back in the list of jobs until %s", e.At.Format("2 January 2006"),
		e.At.Add(KeptDeleted).Format("2 January 2006"))
}

// Jobs lists the jobs, newest first, those that were thrown away among them.
func (s *Store) Jobs() ([]Entry, error) {
	out := []Entry{}
	err := s.db.Raw(`SELECT j.id, j.name, j.created_at AS created, j.touched_at AS touched, j.promised, j.pinned, j.archived_at AS archived,
		j.deleted_at AS deleted, j.revision, j.line, j.line_at, (SELECT count(*) FROM rooms r WHERE r.job_id = j.id) AS rooms
		FROM jobs j WHERE j.id <> ? ORDER BY j.created_at DESC, j.id`, ShopID).Scan(&out).Error
	return out, err
}

// KeepLine keeps a job's line of progress with the revision that it tells of.
func (s *Store) KeepLine(id string, at int64, line string) error {
	return s.change(func(tx *gorm.DB) error {
		return tx.Model(&jobRow{}).Where("id = ? AND line_at <= ?", id, at).Select("line", "line_at").Updates(&jobRow{Line: line, LineAt: at}).Error
	})
}

// Put is what becomes of a job in the list of jobs; nil leaves it as it is.
type Put struct{ Pinned, Archived, Deleted *bool }

// PutJob pins a job, puts it away, throws it away or brings it back. It changes nothing of what stands in the job.
func (s *Store) PutJob(id string, p Put) error {
	if id == ShopID {
		return ErrNoJob
	}
	now := s.now().Format(time.RFC3339)
	set := map[string]any{}
	mark := func(column string, on *bool) {
		if on != nil && *on {
			set[column] = now
		} else if on != nil {
			set[column] = ""
		}
	}
	if p.Pinned != nil {
		set["pinned"] = *p.Pinned
	}
	mark("archived_at", p.Archived)
	mark("deleted_at", p.Deleted)
	if len(set) == 0 {
		return nil
	}
	return s.change(func(tx *gorm.DB) error {
		res := tx.Model(&jobRow{}).Where("id = ?", id).Updates(set)
		if res.Error == nil && res.RowsAffected == 0 {
			return ErrNoJob
		}
		return res.Error
	})
}

// Sweep takes out for good what was thrown away too long ago to be brought back, and tells how many jobs that were.
func (s *Store) Sweep() (n int64, err error) {
	err = s.change(func(tx *gorm.DB) error {
		res := tx.Where("deleted_at <> '' AND deleted_at < ?", s.now().Add(-KeptDeleted).Format(time.RFC3339)).Delete(&jobRow{})
		n = res.RowsAffected
		return res.Error
	})
	return n, err
}

// Duplicate keeps a copy of a job, with its readings or as a new start, under a name of its own. What was cut and laid out is
// the first one's.
func (s *Store) Duplicate(id, name string, readings bool) (string, error) {
	if id == ShopID {
		return "", ErrNoJob
	}
	j, _, err := s.Job(id)
	if err != nil {
		return "", err
	}
	return s.Create(j.Again(name, readings))
}
