package store

import (
	"time"

	"gorm.io/gorm"
)

// Reach is how far back a job can be undone: so many changes, none of them older than so long. What a change was made
// of is forgotten beyond that, and that it was made after so long: until then a request that comes again is known as one.
type Reach struct {
	Changes int
	Age     time.Duration
}

// DefaultReach is that of a shop that has not said otherwise.
var DefaultReach = Reach{Changes: 1000, Age: 90 * 24 * time.Hour}

const (
	forgetEvery = 200 // changes
	forgetOnce  = 500 // changes in one transaction: others wait for no more
)

// SetReach says how far back jobs can be undone.
func (s *Store) SetReach(r Reach) { s.reach = r }

// countChange counts a change, and has what is beyond reach forgotten from time to time, in the background.
func (s *Store) countChange(id string) {
	s.hand.Lock()
	s.fresh[id]++
	due := s.fresh[id] >= forgetEvery && !s.forgetting
	if due {
		s.forgetting = true
	}
	s.hand.Unlock()
	if due {
		s.background.Go(func() {
			_ = s.forget() // what fails is tried at the next time
			s.hand.Lock()
			s.forgetting = false
			s.hand.Unlock()
		})
	}
}

// forget forgets what is beyond reach in the jobs that were changed since it was last done.
func (s *Store) forget() error {
	s.hand.Lock()
	jobs := s.fresh
	s.fresh = map[string]int{}
	s.hand.Unlock()
	for id := range jobs {
		for more := true; more; {
			err := s.change(func(tx *gorm.DB) (err error) {
				more, err = s.forgetSome(tx, id)
				return err
			})
			if err != nil {
				return err
			}
		}
	}
	return nil
}

// forgetSome forgets some of what is beyond reach in a job, and tells whether there may be more.
func (s *Store) forgetSome(tx *gorm.DB, id string) (more bool, err error) {
	old := s.now().Add(-s.reach.Age).Format(time.RFC3339)
	oldest := tx.Model(&changeRow{}).Select("seq").Where("job_id = ?", id).Order("seq").Limit(forgetOnce)
	gone := tx.Where("job_id = ? AND at < ? AND seq IN (?)", id, old, oldest).Delete(&changeRow{})
	if gone.Error != nil {
		return false, gone.Error
	}
	var from []int64 // the last change beyond the number
	if err := tx.Model(&changeRow{}).Where("job_id = ?", id).Order("seq DESC").Offset(s.reach.Changes).Limit(1).Pluck("seq", &from).Error; err != nil {
		return false, err
	}
	if len(from) == 0 {
		return gone.RowsAffected == forgetOnce, nil
	}
	beyond := tx.Model(&changeRow{}).Select("seq").Where("job_id = ? AND ops <> '[]' AND seq <= ?", id, from[0]).Order("seq").Limit(forgetOnce)
	emptied := tx.Model(&changeRow{}).Where("seq IN (?)", beyond).Updates(map[string]any{"ops": "[]", "inverse": "[]", "state": spent})
	return gone.RowsAffected == forgetOnce || emptied.RowsAffected == forgetOnce, emptied.Error
}
