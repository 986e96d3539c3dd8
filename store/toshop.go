package store

import (
	"context"
	"database/sql"
	"fmt"
	"time"

	"gorm.io/gorm"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/shop"
)

// Schema 12: one shop for all jobs. Until then each job had its saws, mouldings and sheets to itself; what they had becomes the
// shop's, once where it is the same, and each job says which of the shop's things it uses.

// shops is the migration to schema 12.
const shops = 12

// ShopID is the shop's own name among the jobs: it is kept as a job without rooms is.
const ShopID = "shop"

var toShopSQL = []string{
	"ALTER TABLE jobs ADD COLUMN touched_at TEXT NOT NULL DEFAULT ''",
	"ALTER TABLE jobs ADD COLUMN promised TEXT NOT NULL DEFAULT ''",
	"ALTER TABLE jobs ADD COLUMN pinned BOOLEAN NOT NULL DEFAULT FALSE",
	"ALTER TABLE jobs ADD COLUMN archived_at TEXT NOT NULL DEFAULT ''",
	"ALTER TABLE jobs ADD COLUMN deleted_at TEXT NOT NULL DEFAULT ''",
	"ALTER TABLE jobs ADD COLUMN line TEXT NOT NULL DEFAULT ''",
	"ALTER TABLE jobs ADD COLUMN line_at INTEGER NOT NULL DEFAULT 0",
	"UPDATE jobs SET touched_at = coalesce((SELECT nullif(max(at), '') FROM changes WHERE job_id = jobs.id), created_at)",
	`CREATE TABLE saws (
		job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
		id TEXT NOT NULL, pos INTEGER NOT NULL, name TEXT NOT NULL, unit TEXT NOT NULL, doc TEXT NOT NULL,
		PRIMARY KEY (job_id, id))`,
	"CREATE TABLE settings (name TEXT PRIMARY KEY, value TEXT NOT NULL)",
}

func toShop(ctx context.Context, raw *sql.Tx) error {
	for _, q := range toShopSQL {
		if _, err := raw.ExecContext(ctx, q); err != nil {
			return fmt.Errorf("%s: %w", q, err)
		}
	}
	tx, err := within(raw)
	if err != nil {
		return err
	}
	var heads []jobRow
	if err := tx.Order("created_at DESC, id").Find(&heads).Error; err != nil { // the newest says what the shop has now
		return err
	}
	unit := measure.UnitInch
	if len(heads) > 0 {
		unit = measure.Unit(heads[0].Unit)
	}
	s := shop.New(unit)
	for i := range heads {
		if err := merge(tx, &heads[i], &s); err != nil {
			return fmt.Errorf("job %s: %w", heads[i].ID, err)
		}
	}
	if err := s.Check(); err != nil {
		return err
	}
	return createJob(tx, ShopID, time.Now().UTC().Format(time.RFC3339Nano), &s)
}

// merge takes what a job has into the shop. Only what changes in the job by that is written.
func merge(tx *gorm.DB, head *jobRow, s *job.Job) error {
	j, err := head.job()
	if err != nil {
		return err
	}
	if j.Mouldings, err = read(tx, head.ID, (*mouldingRow).moulding); err != nil {
		return err
	}
	j.Normalise()
	shop.Merge(s, &j)
	row := jobOf(head.ID, "", &j)
	if err := tx.Model(&jobRow{ID: head.ID}).Select("doc").Updates(&row).Error; err != nil {
		return err
	}
	for i := range j.Mouldings {
		m := mouldingOf(head.ID, i, &j.Mouldings[i], j.Unit)
		if err := tx.Save(&m).Error; err != nil {
			return err
		}
	}
	var saws []sawRow
	for i := range j.Saws {
		saws = append(saws, sawOf(head.ID, i, &j.Saws[i], j.Unit))
	}
	return create(tx, saws)
}
