package store

import (
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"os"
)

// Restored is what a restore did.
type Restored struct {
	Jobs int
	Kept string // where what was replaced lies; empty where there was nothing
}

// Restore puts a backup in the place of a database. The backup is checked first, job by job;
// what it replaces is kept beside it under a name of its own, with the log that belongs to it.
// It is refused with *InUse while a program has the database open, with *BadBackup where the
// backup does not read, and nothing is changed then. Killed at any moment it leaves either the
// old database or the new one under the name.
func Restore(file, db string) (Restored, error) {
	var out Restored
	if a, err := os.Stat(file); err == nil {
		if b, err := os.Stat(db); err == nil && os.SameFile(a, b) {
			return out, &Unusable{file, "it is the database itself"}
		}
	}
	src, err := readable(file)
	if err == nil {
		defer src.Close()
		out.Jobs, err = src.proven() // an older one is upgraded in a copy, as it will be when it is served
	}
	var damaged *Damaged
	if errors.As(err, &damaged) {
		return out, &BadBackup{file, damaged.Why}
	}
	if err != nil {
		return out, err
	}
	if has, err := src.has(); err != nil || has > schemaNow() {
		return out, cmp.Or(err, error(&Newer{Path: file, Has: has, Know: schemaNow()}))
	}
	part, err := src.part(db)
	if err != nil {
		return out, fmt.Errorf("restore: %s cannot be written: %w", db, err)
	}
	defer os.Remove(part)
	if out.Kept, err = src.putAside(db); err != nil {
		return out, err
	}
	if err := os.Rename(part, db); err != nil {
		return out, fmt.Errorf("restore: %w", err)
	}
	return out, syncFolder(db)
}

// putAside copies a database with its log to a name of its own beside it, and takes the log
// away. The copy is made before anybody opens the file: a log that belongs to another file,
// since a backup was copied over by hand, would be mixed into it.
func (s *Store) putAside(db string) (_ string, err error) {
	if _, err := os.Stat(db); errors.Is(err, fs.ErrNotExist) {
		return "", dropLogs(db)
	}
	kept := fmt.Sprintf("%s.replaced-%s", db, s.now().Format("20060102T150405.000"))
	defer func() {
		if err != nil {
			os.Remove(kept)
			os.Remove(kept + "-wal")
		}
	}()
	if err := copyFile(db, kept); err != nil {
		return "", fmt.Errorf("restore: %s cannot be kept: %w", db, err)
	}
	if at, err := os.Stat(db + "-wal"); err == nil && at.Size() > 0 {
		if err := copyFile(db+"-wal", kept+"-wal"); err != nil {
			return "", fmt.Errorf("restore: %s cannot be kept: %w", db, err)
		}
	}
	if err := nobodyHas(db); err != nil {
		return "", err
	}
	return kept, dropLogs(db)
}

// nobodyHas refuses a database that a program has open with *InUse. One that does not read
// cannot be asked, and nobody can work with it.
func nobodyHas(db string) error {
	s, err := connect(db, forOne)
	var damaged *Damaged
	if errors.As(err, &damaged) {
		return nil
	}
	if err != nil {
		return err
	}
	return s.sql.Close()
}

// dropLogs takes away what lies beside a database and belongs to another.
func dropLogs(db string) error {
	for _, end := range []string{"-wal", "-shm"} {
		if err := os.Remove(db + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}

// Clear takes a database away with all that belongs to it, for a demo begun afresh. It is
// refused with *InUse while a program has it open.
func Clear(db string) error {
	if _, err := os.Stat(db); err == nil {
		if err := nobodyHas(db); err != nil {
			return err
		}
	}
	if err := os.Remove(db); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	return dropLogs(db)
}
