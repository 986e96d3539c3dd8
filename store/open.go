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
	hand    sync.Mutex        // of what follows
	atHand  map[string]loaded // jobs as they were last read or written here
	uses    int64
	// How far back is kept, how many changes came to each job since what lies beyond was forgotten,
	// and whether that is being done.
	reach      Reach
	fresh      map[string]int
	forgetting bool
	background sync.WaitGroup
	now        func() time.Time
	idle       *time.Timer // moves what the log beside the file holds into it
	copied     string      // the folder of the copy that is read, where it is not the file itself
}

// ErrReading is a change to a database that was opened to be read only.
var ErrReading = errors.New("the database is only read here")

// Open opens a database file, creating it where there is none. An older one is
// copied beside itself and then upgraded, once no other program has it open. Errors are
// *Newer, *Unusable, *Damaged or *InUse, and the file is left alone then.
func Open(path string) (*Store, error) {
	return open(path, ours())
}

// ours are the migrations of this program.
func ours() fs.FS {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		panic(err) // they are built in
	}
	return sub
}

func open(path string, migrations fs.FS) (*Store, error) {
	if dir := filepath.Dir(path); dir != "." {
		if err := os.MkdirAll(dir, 0o700); err != nil {
			return nil, &Unusable{path, plainOS(err)}
		}
	}
	if err := reachable(path); err != nil {
		return nil, err
	}
	s, err := connect(path, forAll)
	if err != nil {
		return nil, err
	}
	if err := s.reads("quick_check(1)"); err != nil {
		s.sql.Close()
		return nil, err
	}
	_, has, know, err := s.versions(migrations)
	if err == nil && has < know {
		s.sql.Close()
		return upgraded(path, migrations)
	}
	if err == nil && has > know {
		err = &Newer{Path: path, Has: has, Know: know}
	}
	if err != nil {
		s.sql.Close()
		return nil, err
	}
	return s, nil
}

// upgraded brings a file up to this program's schema while no other program has it open, and
// opens it. Each step is made whole or not at all: one that is killed goes on at the next start.
func upgraded(path string, migrations fs.FS) (*Store, error) {
	s, err := connect(path, forOne)
	if err != nil {
		return nil, err
	}
	p, has, know, err := s.versions(migrations)
	if err == nil && has > 0 && has < know {
		copyTo := fmt.Sprintf("%s.schema%d-%s.bak", path, has, s.now().Format("20060102T150405.000000"))
		if err = s.copyTo(copyTo); err != nil {
			err = fmt.Errorf("database %s is older and could not be copied before the upgrade: %w", path, err)
		}
	}
	if err == nil {
		if _, err = p.Up(context.Background()); err != nil {
			err = fmt.Errorf("database %s could not be upgraded: %w; a copy of it lies beside it", path, full(path, err))
		}
	}
	if err := errors.Join(err, s.sql.Close()); err != nil {
		return nil, err
	}
	return connect(path, forAll)
}

// mostLines are how many ask a file at once; others wait their turn.
const mostLines = 6

// How a file is opened.
const (
	forAll = "&_pragma=busy_timeout(10000)&_pragma=foreign_keys(1)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)"
	// forOne takes the file for one connection: refused while any program has it open, and none
	// can open it meanwhile.
	forOne = "&_pragma=busy_timeout(300)&_pragma=locking_mode(EXCLUSIVE)&_pragma=foreign_keys(1)&_pragma=synchronous(FULL)"
	// toRead changes nothing of the file.
	toRead = "&mode=ro&_pragma=busy_timeout(10000)"
)

// connect opens a file as it is, or says in words why it cannot be.
func connect(path, how string) (*Store, error) {
	s, err := dial(path, how)
	if err != nil {
		return nil, unopened(path, err)
	}
	return s, nil
}

func dial(path, how string) (*Store, error) {
	abs, err := filepath.Abs(path)
	if err != nil {
		return nil, err
	}
	// The path is escaped: a ? or # in a folder's name is not a parameter.
	slashed := filepath.ToSlash(abs)
	if !strings.HasPrefix(slashed, "/") { // C:/… on Windows
		slashed = "/" + slashed
	}
	dsn := (&url.URL{Scheme: "file", Path: slashed}).String() + "?" + how[1:]
	db, err := gorm.Open(sqlite.Open(dsn), &gorm.Config{Logger: logger.Discard, SkipDefaultTransaction: true})
	if err != nil {
		return nil, err
	}
	raw, err := db.DB()
	if err != nil {
		return nil, err
	}
	s := &Store{db: db, sql: raw, path: path, atHand: map[string]loaded{}, reach: DefaultReach, fresh: map[string]int{},
		now: func() time.Time { return time.Now().UTC() }}
	// Each line to a file keeps some of its pages: a hundred devices that ask at once must not have one each.
	raw.SetMaxOpenConns(mostLines)
	raw.SetMaxIdleConns(mostLines)
	if how == forOne {
		raw.SetMaxOpenConns(1)
		if _, err := raw.Exec("BEGIN EXCLUSIVE; COMMIT"); err != nil {
			raw.Close()
			return nil, err
		}
	}
	return s, nil
}

// versions are the schema that a file has and the one that migrations make. A file that was
// never Gnomon's has 0.
func (s *Store) versions(migrations fs.FS) (p *goose.Provider, has, know int64, err error) {
	files, err := fs.ReadDir(migrations, ".")
	if err != nil {
		return nil, 0, 0, err
	}
	p, err = goose.NewProvider(database.DialectSQLite3, s.sql, migrations, goose.WithDisableGlobalRegistry(true), goose.WithGoMigrations(written(len(files))...))
	if err != nil {
		return nil, 0, 0, err
	}
	if has, know, err = p.GetVersions(context.Background()); err != nil {
		err = &Damaged{Path: s.path, Why: "it is not one of Gnomon's or its list of upgrades cannot be read", Copies: copiesOf(s.path)}
	}
	return p, has, know, err
}

// reachable asks the file itself whether it can be read and written: what SQLite says of a
// file that it may not open names neither. A new one is its owner's only.
func reachable(path string) error {
	if at, err := os.Stat(path); err == nil && at.IsDir() {
		return &Unusable{path, "it is a folder"}
	}
	f, err := os.OpenFile(path, os.O_RDWR|os.O_CREATE, 0o600)
	if err != nil {
		return &Unusable{path, plainOS(err)}
	}
	return f.Close()
}

// idleFor is how long after the last change what the log beside the file holds is moved into
// the file itself, so that the file alone is the whole.
const idleFor = 2 * time.Second

// changed begins the wait anew.
func (s *Store) changed() {
	if s.idle == nil {
		s.idle = time.AfterFunc(idleFor, s.settle)
		return
	}
	s.idle.Reset(idleFor)
}

// settle moves what the log beside the file holds into it. Where somebody reads at that very
// moment it is tried again.
func (s *Store) settle() {
	_ = s.forget() // what fails is tried at the next time
	s.writing.Lock()
	defer s.writing.Unlock()
	ctx := context.Background()
	c, err := s.sql.Conn(ctx)
	if err != nil {
		return // closed meanwhile
	}
	defer c.Close()
	if _, err := c.ExecContext(ctx, "PRAGMA busy_timeout = 0"); err != nil {
		return
	}
	busy, pages, moved := 0, 0, 0
	err = c.QueryRowContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)").Scan(&busy, &pages, &moved)
	if err == nil && busy != 0 {
		s.idle.Reset(idleFor)
	}
	_, _ = c.ExecContext(ctx, "PRAGMA busy_timeout = 10000")
}

// Close closes the database. The file alone is the whole then, unless another program has it
// open.
func (s *Store) Close() error {
	s.writing.Lock()
	if s.idle != nil {
		s.idle.Stop()
	}
	s.writing.Unlock()
	s.background.Wait()
	err := s.sql.Close()
	if s.copied != "" {
		err = errors.Join(err, os.RemoveAll(s.copied))
	}
	return err
}
