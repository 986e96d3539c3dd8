package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Copies of the whole database are kept by themselves while it is served: one a day, those of the last days, weeks and months.

const (
	keptDays   = 7
	keptWeeks  = 4
	keptMonths = 12
)

// Copy is a kept copy of the whole database.
type Copy struct {
	Name string
	At   time.Time
	Size int64
}

// ErrNoCopy is a copy that is not kept.
var ErrNoCopy = errors.New("no such copy")

// nameOfCopy is the form of its name; what else lies in the folder is left alone.
const nameOfCopy = "gnomon-20060102-150405.db"

type settingRow struct {
	Name  string `gorm:"primaryKey"`
	Value string
}

func (settingRow) TableName() string { return "settings" }

const settingCopies = "copies"

// CopiesIn is the folder that copies are kept in: beside the database, where no other was chosen.
func (s *Store) CopiesIn() (string, error) {
	var rows []settingRow
	err := s.db.Where("name = ?", settingCopies).Find(&rows).Error
	if err == nil && len(rows) > 0 && rows[0].Value != "" {
		return rows[0].Value, nil
	}
	abs, errAbs := filepath.Abs(s.path)
	return filepath.Join(filepath.Dir(abs), strings.TrimSuffix(filepath.Base(abs), ".db")+"-copies"), errors.Join(err, errAbs)
}

// KeepCopiesIn chooses another folder; none is the one beside the database. It must be there and take files.
func (s *Store) KeepCopiesIn(folder string) error {
	if folder != "" {
		if !filepath.IsAbs(folder) {
			return &Unusable{folder, "give the whole path of the folder"}
		}
		at, err := os.Stat(folder)
		if err != nil {
			return &Unusable{folder, plainOS(err)}
		}
		if !at.IsDir() {
			return &Unusable{folder, "it is no folder"}
		}
		f, err := os.CreateTemp(folder, "gnomon-*")
		if err != nil {
			return &Unusable{folder, plainOS(err)}
		}
		f.Close()
		os.Remove(f.Name())
	}
	return s.change(func(tx *gorm.DB) error {
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&settingRow{settingCopies, folder}).Error
	})
}

// Copies lists those that are kept, newest first.
func (s *Store) Copies() ([]Copy, error) {
	folder, err := s.CopiesIn()
	if err != nil {
		return nil, err
	}
	files, err := os.ReadDir(folder)
	if errors.Is(err, os.ErrNotExist) {
		return []Copy{}, nil
	}
	if err != nil {
		return nil, &Unusable{folder, plainOS(err)}
	}
	out := []Copy{}
	for _, f := range files {
		at, err := time.Parse(nameOfCopy, f.Name())
		info, err2 := f.Info()
		if err == nil && err2 == nil && info.Mode().IsRegular() {
			out = append(out, Copy{f.Name(), at, info.Size()})
		}
	}
	slices.SortFunc(out, func(a, b Copy) int { return b.At.Compare(a.At) })
	return out, nil
}

// CopyNamed is where a kept copy lies.
func (s *Store) CopyNamed(name string) (string, error) {
	if _, err := time.Parse(nameOfCopy, name); err != nil {
		return "", ErrNoCopy
	}
	folder, err := s.CopiesIn()
	if err != nil {
		return "", err
	}
	path := filepath.Join(folder, name)
	if _, err := os.Stat(path); err != nil {
		return "", ErrNoCopy
	}
	return path, nil
}

// KeepCopy makes a copy now, whole and checked by opening it, and takes away those that are kept no longer.
func (s *Store) KeepCopy() (Copy, error) {
	folder, err := s.CopiesIn()
	if err != nil {
		return Copy{}, err
	}
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return Copy{}, &Unusable{folder, plainOS(err)}
	}
	now := s.now().Truncate(time.Second)
	path := filepath.Join(folder, now.Format(nameOfCopy))
	for ; ; path = filepath.Join(folder, now.Format(nameOfCopy)) {
		if _, err := os.Stat(path); err != nil {
			break
		}
		now = now.Add(time.Second) // two in one second
	}
	if err := s.Backup(path); err != nil {
		return Copy{}, err
	}
	at, err := os.Stat(path)
	if err != nil {
		return Copy{}, err
	}
	all, err := s.Copies()
	if err != nil {
		return Copy{}, err
	}
	for _, c := range thinned(all, now) {
		_ = os.Remove(filepath.Join(folder, c.Name)) // at the next time
	}
	return Copy{filepath.Base(path), now, at.Size()}, nil
}

// thinned are the copies, listed newest first, that are kept no longer: of each of the last days, of each week and of each month before,
// the last one stays.
func thinned(all []Copy, now time.Time) (gone []Copy) {
	seen := map[string]bool{}
	for i, c := range all {
		age := now.Sub(c.At)
		year, week := c.At.ISOWeek()
		var of string
		switch {
		case age < keptDays*24*time.Hour:
			of = c.At.Format("day 20060102")
		case age < (keptDays+7*keptWeeks)*24*time.Hour:
			of = fmt.Sprintf("week %d-%d", year, week)
		case c.At.After(now.AddDate(0, -keptMonths, 0)):
			of = c.At.Format("month 200601")
		}
		if i > 0 && (of == "" || seen[of]) {
			gone = append(gone, c)
		}
		seen[of] = true
	}
	return gone
}

// Daily keeps a copy of each day on which the database is served, until the context ends, and takes out for good what was thrown away long
// ago. What goes wrong is told.
func (s *Store) Daily(ctx context.Context, tell func(error)) {
	for {
		if err := s.today(); err != nil {
			tell(err)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(time.Hour):
		}
	}
}

// today does what is done once a day.
func (s *Store) today() error {
	if s.Reading() {
		return nil
	}
	if _, err := s.Sweep(); err != nil {
		return err
	}
	all, err := s.Copies()
	if err != nil || len(all) > 0 && all[0].At.Format(time.DateOnly) == s.now().Format(time.DateOnly) {
		return err
	}
	_, err = s.KeepCopy()
	return err
}
