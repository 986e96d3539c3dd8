package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"
)

// stays is what a restore of a database that is served leaves as it is: devices that were turned away since the copy was made must
// not come in again, and where copies are kept is not a job's affair.
var stays = []string{"devices", "settings", "goose_db_version"}

// BringBack puts all jobs and the shop of a backup in the place of those here, while the database is served: in one transaction, so
// that killed at any moment it leaves the one or the other, and nobody who works on it must begin anew. A copy of what it replaces
// is kept first. The backup is checked job by job, and one of an older schema is upgraded in a copy; errors are *BadBackup, *Newer
// and *Unusable, and nothing is changed then.
func (s *Store) BringBack(file string) (Restored, error) {
	if s.Reading() {
		return Restored{}, ErrReading
	}
	src, err := OpenToRead(file)
	var damaged *Damaged
	if errors.As(err, &damaged) {
		return Restored{}, &BadBackup{file, damaged.Why}
	}
	if err != nil {
		return Restored{}, err
	}
	defer src.Close()
	out := Restored{}
	if out.Jobs, err = src.whole(); err != nil {
		if errors.As(err, &damaged) {
			err = &BadBackup{file, damaged.Why}
		}
		return Restored{}, err
	}
	kept, err := s.KeepCopy()
	if err != nil {
		return Restored{}, err
	}
	out.Kept = kept.Name
	var from string
	if err := src.sql.QueryRow("SELECT file FROM pragma_database_list WHERE name = 'main'").Scan(&from); err != nil {
		return Restored{}, err
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	defer s.changed()
	if err := s.replaceAll(from); err != nil {
		return Restored{}, full(s.path, err)
	}
	s.hand.Lock()
	s.atHand = map[string]loaded{}
	s.hand.Unlock()
	return out, nil
}

func (s *Store) replaceAll(from string) (err error) {
	ctx := context.Background()
	c, err := s.sql.Conn(ctx)
	if err != nil {
		return err
	}
	defer c.Close()
	if _, err := c.ExecContext(ctx, "ATTACH ? AS other", from); err != nil {
		return err
	}
	defer func() {
		_, gone := c.ExecContext(ctx, "DETACH other")
		err = errors.Join(err, gone)
	}()
	tx, err := c.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer func() {
		if err != nil {
			_ = tx.Rollback()
		}
	}()
	if _, err := tx.Exec("PRAGMA defer_foreign_keys = 1"); err != nil {
		return err
	}
	var last int64 // revisions go on from here: no page takes what it has for what is here now
	if err := tx.QueryRow("SELECT max(coalesce((SELECT max(seq) FROM main.sqlite_sequence WHERE name = 'changes'), 0), " +
		"coalesce((SELECT max(seq) FROM other.sqlite_sequence WHERE name = 'changes'), 0)) + 1").Scan(&last); err != nil {
		return err
	}
	tables, err := tablesOf(tx)
	if err != nil {
		return err
	}
	for _, t := range tables {
		if _, err := tx.Exec("DELETE FROM main." + t.name); err != nil {
			return err
		}
	}
	for _, t := range tables {
		if _, err := tx.Exec(fmt.Sprintf("INSERT INTO main.%s (%s) SELECT %[2]s FROM other.%[1]s", t.name, t.columns)); err != nil {
			return err
		}
	}
	if _, err := tx.Exec("UPDATE jobs SET revision = ?", last); err != nil {
		return err
	}
	for _, q := range []string{"DELETE FROM main.sqlite_sequence WHERE name = 'changes'",
		fmt.Sprintf("INSERT INTO main.sqlite_sequence (name, seq) VALUES ('changes', %d)", last)} {
		if _, err := tx.Exec(q); err != nil {
			return err
		}
	}
	return tx.Commit()
}

type tableOf struct{ name, columns string }

// tablesOf are the tables of ours that a restore replaces, with their columns.
func tablesOf(tx *sql.Tx) (out []tableOf, err error) {
	rows, err := tx.Query(`SELECT m.name, group_concat('"' || c.name || '"', ', ') FROM main.sqlite_master m, pragma_table_info(m.name) c
		WHERE m.type = 'table' AND m.name NOT LIKE 'sqlite_%' GROUP BY m.name ORDER BY m.name`)
	if err != nil {
		return nil, err
	}
	defer func() { err = errors.Join(err, rows.Close()) }()
	for rows.Next() {
		var t tableOf
		if err := rows.Scan(&t.name, &t.columns); err != nil {
			return nil, err
		}
		if !slices.Contains(stays, strings.ToLower(t.name)) {
			out = append(out, t)
		}
	}
	return out, rows.Err()
}
