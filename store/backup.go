package store

import (
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"time"
)

// Backup writes a whole, checked copy to a new file, also while others write. The file has its
// name only once it is whole: a backup that fails or is killed leaves nothing under it.
func (s *Store) Backup(path string) error {
	if _, err := s.proven(); err != nil {
		return fmt.Errorf("backup: %w", err)
	}
	return s.copyTo(path)
}

// BackupFile writes a checked copy of a database file to a new one and leaves the first as it
// is, of whatever schema, also while a program has it open.
func BackupFile(db, path string) error {
	s, err := readable(db)
	if err != nil {
		return err
	}
	defer s.Close()
	return s.Backup(path)
}

func (s *Store) copyTo(path string) error {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("backup: %s is there already; give a new name", path)
	} else if !errors.Is(err, fs.ErrNotExist) {
		return fmt.Errorf("backup: %w", err)
	}
	part, err := s.part(path)
	if err != nil {
		return fmt.Errorf("backup: %s cannot be written: %w", path, err)
	}
	defer os.Remove(part)
	// A link under the name fails where somebody has made a file of it meanwhile.
	if err := os.Link(part, path); errors.Is(err, fs.ErrExist) {
		return fmt.Errorf("backup: %s is there already; give a new name", path)
	} else if err != nil { // a disk that knows no links
		if err := os.Rename(part, path); err != nil {
			return fmt.Errorf("backup: %w", err)
		}
	}
	return syncFolder(path)
}

// part writes a checked copy beside the name that it shall have. It is its owner's only, and
// those that killed copies left there are taken away.
func (s *Store) part(path string) (string, error) {
	left, err := filepath.Glob(quoteGlob(path) + ".part-*")
	if err != nil {
		return "", err
	}
	for _, f := range left {
		if time.Since(modified(f)) > time.Hour {
			_ = os.Remove(f)
		}
	}
	f, err := os.CreateTemp(filepath.Dir(path), filepath.Base(path)+".part-*") // 0600
	if err != nil {
		return "", errors.New(plainOS(err))
	}
	part := f.Name()
	f.Close()
	if _, err := s.sql.Exec("VACUUM INTO ?", part); err != nil {
		os.Remove(part)
		return "", full(part, err)
	}
	if err := s.same(part); err != nil {
		os.Remove(part)
		return "", err
	}
	return part, syncFile(part)
}

// same checks a copy: every page reads, and it has the tables, rows and jobs that the database
// has.
func (s *Store) same(part string) error {
	c, err := connect(part, toRead)
	if err != nil {
		return err
	}
	defer c.sql.Close()
	if _, err := c.whole(); err != nil {
		return err
	}
	is, err := c.schema()
	if err != nil {
		return err
	}
	was, err := s.schema()
	if err == nil && is != was {
		err = errors.New("the copy has other tables than the database")
	}
	return err
}

func (s *Store) schema() (string, error) {
	var out string
	return out, s.db.Raw("SELECT coalesce(group_concat(name || ': ' || sql, '; '), '') FROM (SELECT name, sql FROM sqlite_master WHERE sql IS NOT NULL ORDER " +
		"BY name)").Scan(&out).Error
}

func (s *Store) damaged(why string) error { return &Damaged{s.path, why, copiesOf(s.path)} }

// reads asks SQLite by one of its checks whether the pages read. The error is *Damaged.
func (s *Store) reads(check string) error {
	var said []string
	if err := s.db.Raw("PRAGMA " + check).Scan(&said).Error; err != nil {
		return s.damaged(plainSQL(err))
	}
	if len(said) == 0 || said[0] != "ok" {
		return s.damaged(fmt.Sprint(said))
	}
	return nil
}

// whole tells whether every page reads, no key stands for nothing, and, where the schema is this
// program's, every job reads and could be planned; and how many jobs those are. The error is
// *Damaged.
func (s *Store) whole() (jobs int, err error) {
	if err := s.reads("integrity_check"); err != nil {
		return 0, err
	}
	var loose []struct{ Table string }
	if err := s.db.Raw("PRAGMA foreign_key_check").Scan(&loose).Error; err != nil {
		return 0, s.damaged(plainSQL(err))
	}
	if len(loose) > 0 {
		return 0, s.damaged("rows of " + loose[0].Table + " belong to nothing")
	}
	has, err := s.has()
	if err != nil || has == 0 {
		return 0, s.damaged("its list of upgrades does not read")
	}
	if has != schemaNow() {
		return 0, nil // another schema's rows are not read here
	}
	all, err := s.Jobs()
	if err != nil {
		return 0, s.damaged(plainSQL(err))
	}
	for _, e := range append(all, Entry{ID: ShopID, Name: "Shop"}) {
		if _, err := load(s.db, e.ID); err != nil { // also one that was thrown away
			return 0, s.damaged(fmt.Sprintf("job %q does not read: %s", e.Name, plainSQL(err)))
		}
		if e.ID != ShopID && e.Deleted == "" {
			jobs++
		}
	}
	return jobs, nil
}

// proven is the same of a file of an older schema too: whether its jobs read shows in a copy
// that is upgraded.
func (s *Store) proven() (jobs int, err error) {
	jobs, err = s.whole()
	if err != nil {
		return 0, err
	}
	if has, err := s.has(); err != nil || has >= schemaNow() {
		return jobs, err
	}
	c, err := OpenToRead(s.path)
	if err != nil {
		return 0, err
	}
	jobs, err = c.whole()
	return jobs, errors.Join(err, c.Close())
}

// has is the schema that a file has; 0 where it has none.
func (s *Store) has() (int64, error) {
	var has int64
	return has, s.db.Raw("SELECT coalesce(max(version_id), 0) FROM goose_db_version").Scan(&has).Error
}

// schemaNow is the schema that this program writes.
func schemaNow() int64 {
	all, err := fs.ReadDir(ours(), ".")
	if err != nil || len(all) == 0 {
		panic("no migrations are built in")
	}
	return int64(len(all) + len(written(len(all))))
}

// readable opens a file as it is, of whatever schema, and changes nothing of it. One that
// cannot be opened where it lies, on a medium that takes no writing, is read from a copy with
// what stands in its log.
func readable(path string) (*Store, error) {
	if at, err := os.Stat(path); err != nil {
		return nil, &Unusable{path, plainOS(err)}
	} else if at.IsDir() {
		return nil, &Unusable{path, "it is a folder"}
	}
	s, err := dial(path, toRead)
	if err == nil {
		var n int
		if err = s.db.Raw("SELECT count(*) FROM sqlite_master").Scan(&n).Error; err == nil {
			return s, nil
		}
		s.sql.Close()
	}
	if c := codeOf(err); c != codeCantOpen && c != codeReadOnly {
		return nil, unopened(path, err)
	}
	dir, err := os.MkdirTemp("", "gnomon-*") // 0700
	if err != nil {
		return nil, err
	}
	to := filepath.Join(dir, "read.db")
	err = copyFile(path, to)
	if err == nil {
		if err = copyFile(path+"-wal", to+"-wal"); errors.Is(err, fs.ErrNotExist) {
			err = nil
		}
	}
	if err == nil {
		s, err = connect(to, forAll)
	}
	if err != nil {
		os.RemoveAll(dir)
		return nil, &Unusable{path, plainOS(err)}
	}
	s.path, s.copied = path, dir
	return s, nil
}

// OpenToRead opens a copy of a database, so that nothing of the file itself is changed: it may
// be one that cannot be written, or one of an older schema that an older program has open.
// Changes are refused with ErrReading.
func OpenToRead(path string) (*Store, error) {
	src, err := readable(path)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	dir, err := os.MkdirTemp("", "gnomon-*")
	if err != nil {
		return nil, err
	}
	to := filepath.Join(dir, "read.db")
	if _, err = src.sql.Exec("VACUUM INTO ?", to); err != nil {
		os.RemoveAll(dir)
		return nil, unopened(path, err)
	}
	s, err := Open(to)
	if err != nil {
		os.RemoveAll(dir)
		var newer *Newer
		if errors.As(err, &newer) {
			newer.Path = path
		}
		var bad *Damaged
		if errors.As(err, &bad) {
			bad.Path, bad.Copies = path, copiesOf(path)
		}
		return nil, err
	}
	s.path, s.copied = path, dir
	return s, nil
}

// Reading tells whether the database is only read.
func (s *Store) Reading() bool { return s.copied != "" }

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Close())
}

func modified(path string) time.Time {
	at, err := os.Stat(path)
	if err != nil {
		return time.Time{}
	}
	return at.ModTime()
}

// quoteGlob makes a path stand for itself in a pattern.
func quoteGlob(path string) string {
	var out []rune
	for _, r := range path {
		if r == '*' || r == '?' || r == '[' || r == '\\' && os.PathSeparator != '\\' {
			out = append(out, '\\')
		}
		out = append(out, r)
	}
	return string(out)
}

func syncFile(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// syncFolder makes a new name last, where the system can.
func syncFolder(path string) error {
	d, err := os.Open(filepath.Dir(path))
	if err != nil {
		return err
	}
	_ = d.Sync() // some systems sync no folders
	return d.Close()
}
