package store

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"syscall"

	gosqlite "github.com/glebarez/go-sqlite"
)

// Newer is a database that a newer program wrote.
type Newer struct {
	Path      string
	Has, Know int64
}

func (e *Newer) Error() string {
	return fmt.Sprintf("database %s has schema %d and this program knows %d; open it with the newer Gnomon that wrote it, or give another --db", e.Path, e.Has,
		e.Know)
}

// Unusable is a database that cannot be opened, with why.
type Unusable struct{ Path, Why string }

func (e *Unusable) Error() string {
	return fmt.Sprintf("database %s cannot be opened: %s; give another --db, or put that right", e.Path, e.Why)
}

// Damaged is a database in which something does not read. Copies are those that lie beside it,
// the latest first.
type Damaged struct {
	Path, Why string
	Copies    []string
}

func (e *Damaged) Error() string {
	s := fmt.Sprintf("database %s is damaged or none of Gnomon's (%s) and was left as it is; bring a backup back with gnomon restore FILE --db %s", e.Path, e.Why,
		e.Path)
	if len(e.Copies) > 0 {
		s += "; beside it lie " + strings.Join(e.Copies, ", ")
	}
	return s
}

// BadBackup is a backup that does not read. Nothing was changed.
type BadBackup struct{ Path, Why string }

func (e *BadBackup) Error() string {
	return fmt.Sprintf("the backup %s does not read (%s), and nothing was changed; take another one", e.Path, e.Why)
}

// InUse is a database that another program has open.
type InUse struct{ Path string }

func (e *InUse) Error() string {
	return fmt.Sprintf("another program has %s open; stop it first", e.Path)
}

// Full is a change that was not kept since the disk is full. What was kept before is whole.
type Full struct{ Path string }

func (e *Full) Error() string {
	return fmt.Sprintf("the disk that holds %s is full: this was not kept, and what was kept before is whole; make room and do it again", e.Path)
}

// SQLite's primary result codes.
const (
	codeBusy      = 5
	codeLocked    = 6
	codeReadOnly  = 8
	codeIO        = 10
	codeCorrupt   = 11
	codeFull      = 13
	codeCantOpen  = 14
	codeNotADB    = 26
	primaryOfCode = 0xff
)

func codeOf(err error) int {
	var e *gosqlite.Error
	if errors.As(err, &e) {
		return e.Code() & primaryOfCode
	}
	return 0
}

// sqliteCode is the number that the driver puts behind its reasons.
var sqliteCode = regexp.MustCompile(` \(\d+\)( \(SQLITE_[A-Z_]+\))?$`)

// unopened says why a database was not opened.
func unopened(path string, err error) error {
	switch codeOf(err) {
	case codeBusy, codeLocked:
		return &InUse{path}
	case codeCorrupt, codeNotADB:
		return &Damaged{path, plainSQL(err), copiesOf(path)}
	}
	return &Unusable{path, plainSQL(full(path, err))}
}

func plainSQL(err error) string { return sqliteCode.ReplaceAllString(err.Error(), "") }

// full tells a write that failed because the disk is full from every other.
func full(path string, err error) error {
	switch codeOf(err) {
	case codeFull:
		return &Full{path}
	case codeIO, codeCantOpen: // what lies beside the file could not grow: ask the disk itself
		if !roomBeside(path) {
			return &Full{path}
		}
	}
	return err
}

// roomBeside tries whether a page can be written beside a file.
func roomBeside(path string) bool {
	f, err := os.CreateTemp(filepath.Dir(path), ".room-*")
	if err != nil {
		return !errors.Is(err, syscall.ENOSPC)
	}
	defer os.Remove(f.Name())
	_, err = f.Write(make([]byte, 64<<10))
	if err == nil {
		err = f.Sync()
	}
	f.Close()
	return !errors.Is(err, syscall.ENOSPC)
}

// copiesOf are the copies that lie beside a database, the latest first.
func copiesOf(path string) []string {
	var out []string
	for _, end := range []string{".*.bak", ".replaced-*"} {
		found, _ := filepath.Glob(path + end)
		out = append(out, found...)
	}
	out = slices.DeleteFunc(out, func(f string) bool { return strings.HasSuffix(f, "-wal") || strings.HasSuffix(f, "-shm") })
	slices.SortFunc(out, func(a, b string) int { return modified(b).Compare(modified(a)) })
	return out
}

// plainOS is what the system said, without the call it said it to.
func plainOS(err error) string {
	var p *fs.PathError
	if errors.As(err, &p) {
		return p.Err.Error()
	}
	return err.Error()
}
