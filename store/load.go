package store

import (
	"fmt"
	"runtime"
	"slices"

	"golang.org/x/sync/errgroup"
	"gorm.io/gorm"

	"gnomon/core/job"
)

// loaded is a job as it was last read or written here, at its revision.
type loaded struct {
	job      job.Job
	revision int64
	used     int64
}

// mostLoaded jobs are kept at hand; the one not asked for longest goes first.
const mostLoaded = 4

// loadedAt gives a job of the database: the one at hand, where nothing has changed it since. Other programs may have
// the file open too, so the database is asked for its revision every time.
func (s *Store) loadedAt(tx *gorm.DB, id string) (loaded, error) {
	rev, err := revision(tx, id)
	if err != nil {
		return loaded{}, err
	}
	s.hand.Lock()
	if k, has := s.atHand[id]; has && k.revision == rev {
		s.uses++
		k.used = s.uses
		s.atHand[id] = k
		s.hand.Unlock()
		return k, nil
	}
	s.hand.Unlock()
	k, err := load(tx, id)
	if err != nil {
		return k, err
	}
	s.keepAtHand(id, k)
	return k, nil
}

// keepAtHand keeps a job that is what the database holds: never one of a change that is not whole yet.
func (s *Store) keepAtHand(id string, k loaded) {
	s.hand.Lock()
	defer s.hand.Unlock()
	if had, has := s.atHand[id]; has && had.revision > k.revision {
		return
	}
	s.uses++
	k.used = s.uses
	s.atHand[id] = k
	for len(s.atHand) > mostLoaded {
		oldest := ""
		for o, k := range s.atHand {
			if oldest == "" || k.used < s.atHand[oldest].used {
				oldest = o
			}
		}
		delete(s.atHand, oldest)
	}
}

// load reads a job from its rows.
func load(tx *gorm.DB, id string) (loaded, error) {
	var heads []jobRow
	if err := tx.Where("id = ?", id).Find(&heads).Error; err != nil {
		return loaded{}, err
	}
	if len(heads) == 0 {
		return loaded{}, ErrNoJob
	}
	j, err := heads[0].job()
	if err != nil {
		return loaded{}, asKept(id, err)
	}
	if j.Mouldings, err = read(tx, id, (*mouldingRow).moulding); err != nil {
		return loaded{}, asKept(id, err)
	}
	if j.Saws, err = read(tx, id, (*sawRow).saw); err != nil {
		return loaded{}, asKept(id, err)
	}
	if j.Rooms, err = read(tx, id, (*roomRow).room); err != nil {
		return loaded{}, asKept(id, err)
	}
	if j.Records, err = read(tx, id, (*recordRow).record); err != nil {
		return loaded{}, asKept(id, err)
	}
	if j.Layouts, err = loadLayouts(tx, id); err != nil {
		return loaded{}, asKept(id, err)
	}
	j.Normalise()
	if err := j.Check(); err != nil {
		return loaded{}, asKept(id, err)
	}
	return loaded{job: j, revision: heads[0].Revision}, nil
}

func asKept(id string, err error) error { return fmt.Errorf("job %s as kept: %w", id, err) }

// read reads a job's rows of one table in their order.
func read[R, T any](tx *gorm.DB, id string, of func(*R) (T, error)) ([]T, error) {
	var rows []R
	if err := tx.Where("job_id = ?", id).Order("pos").Find(&rows).Error; err != nil {
		return nil, err
	}
	if len(rows) == 0 {
		return nil, nil
	}
	out := make([]T, len(rows))
	var hands errgroup.Group
	hands.SetLimit(runtime.GOMAXPROCS(0))
	for part := range slices.Chunk(at(len(rows)), 32) {
		hands.Go(func() (err error) {
			defer func() {
				if why := recover(); why != nil {
					err = fmt.Errorf("%v", why)
				}
			}()
			for _, i := range part {
				if out[i], err = of(&rows[i]); err != nil {
					return err
				}
			}
			return nil
		})
	}
	return out, hands.Wait()
}

// at are the places of so many things.
func at(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}
