package store

import (
	"encoding/json"
	"errors"
	"time"

	"gorm.io/gorm"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// What a change was, and what has become of it. A standing one can be undone
// by its client, an undone one redone, a spent one neither.
const (
	kindDo   = "do"
	kindUndo = "undo"
	kindRedo = "redo"

	standing = "standing"
	undone   = "undone"
	spent    = "spent"
)

// ErrNothing is an undo or redo with nothing to take back or make again.
var ErrNothing = errors.New("nothing to undo or redo")

// Result is a job after a change.
type Result struct {
	Job      job.Job
	Revision int64
	Shop     int64 // the shop's new revision, where that changed with the job
}

// By is who makes a change, and the name that they gave this very request. A request that
// comes again, since its answer was lost, is answered and not made again. May holds steps
// against what they may do; none may do everything.
type By struct {
	Client, Once string
	May          func([]edit.Op) error
}

func (b By) may(ops []edit.Op) error {
	if b.May == nil {
		return nil
	}
	return b.May(ops)
}

// Do makes the steps as one change of the client: all or none. Errors are those
// of package edit, or ErrNoJob.
func (s *Store) Do(id string, by By, ops []edit.Op) (Result, error) {
	return s.apply(id, by, func(tx *gorm.DB) (string, string, []edit.Op, error) {
		// A new step ends what could be redone.
		err := tx.Model(&changeRow{}).Where("job_id = ? AND client = ? AND state = ?", id, by.Client, undone).Update("state", spent).Error
		return kindDo, standing, ops, err
	})
}

// Undo takes back the client's own last change that still stands.
func (s *Store) Undo(id string, by By) (Result, error) {
	return s.again(id, by, standing, kindUndo, undone)
}

// Redo makes again the client's own last change that was undone.
func (s *Store) Redo(id string, by By) (Result, error) {
	return s.again(id, by, undone, kindRedo, standing)
}

// Made tells whether a request was made already.
func (s *Store) Made(id string, by By) (bool, error) { return made(s.db, id, by) }

func made(tx *gorm.DB, id string, by By) (bool, error) {
	if by.Once == "" {
		return false, nil
	}
	var n int64
	err := tx.Model(&changeRow{}).Where("job_id = ? AND client = ? AND request = ?", id, by.Client, by.Once).Count(&n).Error
	return n > 0, err
}

func (s *Store) again(id string, by By, from, kind, to string) (Result, error) {
	var last changeRow
	r, err := s.apply(id, by, func(tx *gorm.DB) (string, string, []edit.Op, error) {
		last = changeRow{}
		if err := lastChange(tx, id, by.Client, from).Take(&last).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				err = ErrNothing
			}
			return "", "", nil, err
		}
		var ops []edit.Op
		if err := json.Unmarshal([]byte(last.Inverse), &ops); err != nil {
			return "", "", nil, err
		}
		if err := by.may(ops); err != nil {
			var later *Later
			if !errors.As(err, &later) {
				err = &mayNot{err}
			}
			return "", "", nil, err
		}
		return kind, to, ops, tx.Model(&last).Update("state", spent).Error
	})
	if last.Seq == 0 || !hinders(err) {
		return r, err
	}
	return r, s.passOver(id, by, from, kind, last.Seq, err)
}

func lastChange(tx *gorm.DB, id, client, state string) *gorm.DB {
	return tx.Where("job_id = ? AND client = ? AND state = ?", id, client, state).Order("seq DESC")
}

func (s *Store) apply(id string, by By, steps func(tx *gorm.DB) (kind, state string, ops []edit.Op, err error)) (Result, error) {
	var next, inShop loaded
	err := s.change(func(tx *gorm.DB) error {
		was, err := s.loadedAt(tx, id)
		if err != nil {
			return err
		}
		if again, err := made(tx, id, by); err != nil || again {
			next = was
			return err
		}
		kind, state, ops, err := steps(tx)
		if err != nil {
			return err
		}
		if ops, inShop, err = s.inShop(tx, id, &was.job, ops); err != nil {
			return err
		}
		j, inverse, err := edit.ApplyAll(was.job, ops)
		if err != nil {
			return err
		}
		if err := write(tx, id, &was.job, &j); err != nil {
			return err
		}
		if err := s.syncRack(tx, id, was.job, j); err != nil {
			return err
		}
		row := changeRow{JobID: id, Client: by.Client, Request: by.Once, Kind: kind, State: state, Ops: jsonText(ops), Inverse: jsonText(inverse),
			At: s.now().Format(time.RFC3339)}
		next = loaded{job: j}
		next.revision, err = s.log(tx, &row)
		return err
	})
	if err != nil {
		return Result{}, err
	}
	s.keepAtHand(id, next)
	s.countChange(id)
	if inShop.revision > 0 {
		s.keepAtHand(ShopID, inShop)
	}
	return Result{Job: next.job, Revision: next.revision, Shop: inShop.revision}, nil
}

// touched is the form of a time that sorts as a text.
const touched = "2006-01-02T15:04:05.000Z07:00"

// log puts a change at the end of the log: its job has a new revision.
func (s *Store) log(tx *gorm.DB, row *changeRow) (int64, error) {
	if err := tx.Create(row).Error; err != nil {
		return 0, err
	}
	return row.Seq, tx.Model(&jobRow{ID: row.JobID}).Select("revision", "touched_at").Updates(&jobRow{Revision: row.Seq, TouchedAt: s.now().Format(touched)}).Error
}

// CanUndo tells whether the client has something to undo and to redo.
func (s *Store) CanUndo(id, client string) (undo, redo bool, err error) {
	is := func(state string) (is bool, err error) {
		return is, s.db.Raw("SELECT EXISTS (?)", lastChange(s.db.Model(&changeRow{}).Select("1"), id, client, state).Order("")).Scan(&is).Error
	}
	if undo, err = is(standing); err != nil {
		return false, false, err
	}
	redo, err = is(undone)
	return undo, redo, err
}
