package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"time"

	"github.com/glebarez/sqlite"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/database"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open database. It is safe for use by many goroutines.
type Store struct {
	db   *gorm.DB
	sql  *sql.DB
	path string
	// writing lets one change through at a time; readers never wait for it.
	writing sync.Mutex
	now     func() time.Time
}

// Newer is a database that a newer program wrote.
type Newer struct {
	Path      string
	Has, Know int64
}

func (e *Newer) Error() string {
	return fmt.Sprintf("database %s has schema %d and this program knows %d; open it with the newer Gnomon that wrote it, or give another --db", e.Path, e.Has, e.Know)
}

// Open opens a database file, creating it where there is none. An older one is
// copied beside itself and then upgraded; a newer one is refused with *Newer
// and left alone.
func Open(path string) (*Store, error) {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return open(path, sub)
}

func open(path string, migrations fs.FS) (*Store, error) {
	if dir := filepath.Dir(path); dir != "." {
		if err := os.MkdirAll(dir, 0o755); err != nil {
			return nil, &Unusable{path, plainOS(err)}
		}
	}
	abs, err := filepath.Abs(path)
	if err != nil {
		return nil, err
	}
	// The path is escaped: a ? or # in a folder's name is not a parameter.
	slashed := filepath.ToSlash(abs)
	if !strings.HasPrefix(slashed, "/") { // C:/… on Windows
		slashed = "/" + slashed
	}
	dsn := (&url.URL{Scheme: "file", Path: slashed}).String() +
		"?_pragma=busy_timeout(10000)&_pragma=foreign_keys(1)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)"
	if err := reachable(path); err != nil {
		return nil, err
	}
	db, err := gorm.Open(sqlite.Open(dsn), &gorm.Config{Logger: logger.Discard, SkipDefaultTransaction: true})
	if err != nil {
		return nil, &Unusable{path, sqliteCode.ReplaceAllString(err.Error(), "")}
	}
	raw, err := db.DB()
	if err != nil {
		return nil, err
	}
	s := &Store{db: db, sql: raw, path: path, now: func() time.Time { return time.Now().UTC() }}
	if err := s.upgrade(migrations); err != nil {
		raw.Close()
		return nil, err
	}
	return s, nil
}

// Unusable is a database that cannot be opened, with why.
type Unusable struct{ Path, Why string }

func (e *Unusable) Error() string {
	return fmt.Sprintf("database %s cannot be opened: %s; give another --db, or put that right", e.Path, e.Why)
}

// sqliteCode is the number that the driver puts behind its reasons.
var sqliteCode = regexp.MustCompile(` \(\d+\)$`)

// reachable asks the file itself whether it can be read and written: what SQLite says of a
// file that it may not open names neither.
func reachable(path string) error {
	if at, err := os.Stat(path); err == nil && at.IsDir() {
		return &Unusable{path, "it is a folder"}
	}
	f, err := os.OpenFile(path, os.O_RDWR|os.O_CREATE, 0o644)
	if err != nil {
		return &Unusable{path, plainOS(err)}
	}
	return f.Close()
}

// plainOS is what the system said, without the call it said it to.
func plainOS(err error) string {
	var p *fs.PathError
	if errors.As(err, &p) {
		return p.Err.Error()
	}
	return err.Error()
}

func (s *Store) upgrade(migrations fs.FS) error {
	ctx := context.Background()
	p, err := goose.NewProvider(database.DialectSQLite3, s.sql, migrations, goose.WithDisableGlobalRegistry(true))
	if err != nil {
		return err
	}
	has, know, err := p.GetVersions(ctx)
	if err != nil {
		return fmt.Errorf("database %s is not one of Gnomon's or is damaged: %w; give another --db, or the latest backup", s.path, err)
	}
	if has > know {
		return &Newer{Path: s.path, Has: has, Know: know}
	}
	if has > 0 && has < know {
		copyTo := fmt.Sprintf("%s.schema%d-%s.bak", s.path, has, s.now().Format("20060102T150405"))
		if err := s.Backup(copyTo); err != nil {
			return fmt.Errorf("database %s is older and could not be copied before the upgrade: %w", s.path, err)
		}
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("database %s could not be upgraded: %w; a copy of it lies beside it", s.path, err)
	}
	return nil
}

// Backup writes a whole, consistent copy to a new file, also while others write.
func (s *Store) Backup(path string) error {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("backup: %s is there already; give a new name", path)
	} else if !errors.Is(err, os.ErrNotExist) {
		return fmt.Errorf("backup: %w", err)
	}
	if _, err := s.sql.Exec("VACUUM INTO ?", path); err != nil {
		return fmt.Errorf("backup: %s cannot be written: %w", path, err)
	}
	return nil
}

// Close closes the database.
func (s *Store) Close() error { return s.sql.Close() }
