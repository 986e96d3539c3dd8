package store

import (
	"crypto/rand"
	"encoding/base32"
	"errors"
	"strings"
	"time"

	"gorm.io/gorm"

	"gnomon/core/job"
	"gnomon/core/shop"
)

// ErrNoJob is a job that is not in the database.
var ErrNoJob = errors.New("no such job")

// NewID makes an identifier that no other row has.
func NewID(prefix string) string {
	var b [10]byte
	if _, err := rand.Read(b[:]); err != nil {
		panic(err)
	}
	return prefix + strings.ToLower(base32.StdEncoding.EncodeToString(b[:]))
}

// Create keeps a new job and gives its identifier.
func (s *Store) Create(j job.Job) (string, error) {
	id := NewID("j")
	return id, s.createAs(id, j)
}

func (s *Store) createAs(id string, j job.Job) error {
	j.Normalise()
	if err := j.Check(); err != nil {
		return err
	}
	return s.change(func(tx *gorm.DB) error { return createJob(tx, id, s.now().Format(time.RFC3339Nano), &j) })
}

// CreateAs keeps a new job under a given identifier, for the demo. A job that is
// there already stays as it is.
func (s *Store) CreateAs(id string, j job.Job) error {
	if _, _, err := s.Job(id); !errors.Is(err, ErrNoJob) {
		return err
	}
	own, err := s.Shop()
	if err != nil {
		return err
	}
	if shop.Fresh(&own) { // what it has is the shop's
		whole := shop.Whole{Shop: j}
		whole.Shop.Rooms, whole.Shop.Layouts, whole.Shop.Records, whole.Shop.ByHand = nil, nil, nil, nil
		if _, _, err := s.TakeShop(whole); err != nil {
			return err
		}
		if own, err = s.Shop(); err != nil {
			return err
		}
	}
	shop.Recognise(&j, &own)
	return s.createAs(id, j)
}

// Job gives a job, to be read only, and its revision: the number of its last change.
func (s *Store) Job(id string) (job.Job, int64, error) {
	var k loaded
	err := s.db.Transaction(func(tx *gorm.DB) (err error) { // one snapshot for all tables
		k, err = s.loadedAt(tx, id)
		return err
	})
	return k.job, k.revision, err
}

// Revision is the number of a job's last change, or ErrNoJob.
func (s *Store) Revision(id string) (int64, error) { return revision(s.db, id) }

func revision(tx *gorm.DB, id string) (int64, error) {
	var rows []jobRow
	err := tx.Select("revision", "deleted_at").Where("id = ?", id).Find(&rows).Error
	if err == nil && len(rows) == 0 {
		err = ErrNoJob
	}
	if err != nil {
		return 0, err
	}
	if at, err := time.Parse(time.RFC3339, rows[0].DeletedAt); err == nil {
		return 0, &DeletedError{at}
	}
	return rows[0].Revision, nil
}

// change runs one writing transaction.
func (s *Store) change(f func(tx *gorm.DB) error) error {
	if s.Reading() {
		return ErrReading
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	defer s.changed()
	return full(s.path, s.db.Transaction(func(tx *gorm.DB) error {
		// Take the write lock before reading, so that what was read stays true
		// even when another program has the file open.
		if err := tx.Exec("UPDATE jobs SET name = name WHERE id = ''").Error; err != nil {
			return err
		}
		return f(tx)
	}))
}
