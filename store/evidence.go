package store

import (
	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"gnomon/core/job"
)

// Evidence is what a job's facts came to at a revision, in a format of package lesson.
type Evidence struct {
	JobID    string `gorm:"primaryKey"`
	Revision int64
	Format   int
	Body     string
}

// TableName names its table.
func (Evidence) TableName() string { return "evidence" }

// Evidence gives what is kept of all jobs, in a format.
func (s *Store) Evidence(format int) (map[string]Evidence, error) {
	var all []Evidence
	if err := s.db.Where("format = ?", format).Find(&all).Error; err != nil {
		return nil, err
	}
	out := make(map[string]Evidence, len(all))
	for _, e := range all {
		out[e.JobID] = e
	}
	return out, nil
}

// KeepEvidence keeps what some jobs' facts came to.
func (s *Store) KeepEvidence(all []Evidence) error {
	if len(all) == 0 {
		return nil
	}
	return s.change(func(tx *gorm.DB) error {
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).CreateInBatches(all, batch).Error
	})
}

// EachJob makes every job another where f says that it is, the shop too. Nobody can undo that, and what could be undone before in such a job cannot any more:
// its steps name what f took out.
func (s *Store) EachJob(f func(id string, j *job.Job) (changed bool)) (n int, err error) {
	err = s.change(func(tx *gorm.DB) error {
		var ids []string
		if err := tx.Model(&jobRow{}).Order("id").Pluck("id", &ids).Error; err != nil {
			return err
		}
		for _, id := range ids {
			k, err := load(tx, id)
			if err != nil {
				return err
			}
			next := k.job.Clone()
			if !f(id, &next) {
				continue
			}
			next.Normalise()
			if err := next.Check(); err != nil {
				return err
			}
			if err := write(tx, id, &k.job, &next); err != nil {
				return err
			}
			seq, err := s.log(tx, &changeRow{JobID: id, Kind: kindDo, State: spent, Ops: "[]", Inverse: "[]"})
			if err != nil {
				return err
			}
			if err := tx.Where("job_id = ? AND seq < ?", id, seq).Delete(&changeRow{}).Error; err != nil {
				return err
			}
			n++
		}
		return tx.Where("1 = 1").Delete(&Evidence{}).Error
	})
	return n, err
}

// RenameDevice calls devices of a name otherwise.
func (s *Store) RenameDevice(from, to string) error {
	return s.change(func(tx *gorm.DB) error {
		return tx.Model(&deviceRow{}).Where("name = ?", from).Update("name", to).Error
	})
}
