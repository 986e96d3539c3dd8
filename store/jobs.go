package store

import (
	"crypto/rand"
	"encoding/base32"
	"errors"
	"fmt"
	"strings"
	"time"

	"gorm.io/gorm"

	"gnomon/core/job"
)

// ErrNoJob is a job that is not in the database.
var ErrNoJob = errors.New("no such job")

// Entry is one job in the list of jobs.
type Entry struct {
	ID      string
	Name    string
	Rooms   int64
	Created string
}

// NewID makes an identifier that no other row has.
func NewID(prefix string) string {
	var b [10]byte
	if _, err := rand.Read(b[:]); err != nil {
		panic(err)
	}
	return prefix + strings.ToLower(base32.StdEncoding.EncodeToString(b[:]))
}

// Jobs lists the jobs, newest first.
func (s *Store) Jobs() ([]Entry, error) {
	out := []Entry{}
	err := s.db.Raw(`SELECT j.id, j.name, j.created_at AS created, (SELECT count(*) FROM rooms r WHERE r.job_id = j.id) AS rooms
		FROM jobs j ORDER BY j.created_at DESC, j.id`).Scan(&out).Error
	return out, err
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
	return s.change(func(tx *gorm.DB) error {
		return write(tx, rows{}, toRows(id, s.now().Format(time.RFC3339Nano), j))
	})
}

// CreateAs keeps a new job under a given identifier, for the demo. A job that is
// there already stays as it is.
func (s *Store) CreateAs(id string, j job.Job) error {
	if _, _, err := s.Job(id); !errors.Is(err, ErrNoJob) {
		return err
	}
	return s.createAs(id, j)
}

// Job reads a job and its revision: the number of its last change.
func (s *Store) Job(id string) (job.Job, int64, error) {
	var j job.Job
	var rev int64
	err := s.db.Transaction(func(tx *gorm.DB) error { // one snapshot for all tables
		r, err := load(tx, id)
		if err != nil {
			return err
		}
		if j, err = r.toJob(); err != nil {
			return fmt.Errorf("job %s as kept: %w", id, err)
		}
		rev, err = revision(tx, id)
		return err
	})
	return j, rev, err
}

// Revision is the number of a job's last change, or ErrNoJob.
func (s *Store) Revision(id string) (int64, error) {
	var rev *int64
	err := s.db.Raw("SELECT (SELECT coalesce(max(seq), 0) FROM changes WHERE job_id = jobs.id) FROM jobs WHERE id = ?", id).Scan(&rev).Error
	if err == nil && rev == nil {
		err = ErrNoJob
	}
	if err != nil {
		return 0, err
	}
	return *rev, nil
}

func revision(tx *gorm.DB, id string) (int64, error) {
	var rev int64
	return rev, tx.Raw("SELECT coalesce(max(seq), 0) FROM changes WHERE job_id = ?", id).Scan(&rev).Error
}

func load(tx *gorm.DB, id string) (rows, error) {
	var r rows
	if err := tx.Where("id = ?", id).Find(&r.Job).Error; err != nil {
		return r, err
	}
	if len(r.Job) == 0 {
		return r, ErrNoJob
	}
	for _, t := range []any{&r.Mouldings, &r.Rooms, &r.Walls, &r.Lengths, &r.Corners, &r.Readings, &r.Diagonals, &r.Openings, &r.Spots, &r.Runs, &r.Records,
		&r.Layouts, &r.Sticks, &r.Laid} {
		if err := tx.Where("job_id = ?", id).Find(t).Error; err != nil {
			return r, err
		}
	}
	return r, nil
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
