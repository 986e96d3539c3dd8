package store

import (
	"fmt"
	"reflect"

	"gorm.io/gorm"

	"gnomon/core/job"
)

// write makes the database hold next where it held old, touching only rows that differ. Foreign keys are deferred to the
// end of the transaction, so the order of tables does not matter.
func write(tx *gorm.DB, id string, old, next *job.Job) error {
	if a, b := head(old), head(next); old.Name != next.Name || old.Promised != next.Promised || !reflect.DeepEqual(&a, &b) {
		row := jobOf(id, "", next)
		if err := tx.Model(&jobRow{ID: id}).Select("name", "unit", "doc", "promised").Updates(&row).Error; err != nil {
			return err
		}
	}
	if err := writeListed(tx, old.Mouldings, next.Mouldings, func(m *job.Moulding) string { return m.ID },
		func(i int, m *job.Moulding) mouldingRow { return mouldingOf(id, i, m, next.Unit) }); err != nil {
		return err
	}
	if err := writeListed(tx, old.Saws, next.Saws, func(s *job.Saw) string { return s.ID },
		func(i int, s *job.Saw) sawRow { return sawOf(id, i, s, next.Unit) }); err != nil {
		return err
	}
	if err := writeRooms(tx, id, old, next); err != nil {
		return err
	}
	if err := writeRecords(tx, id, old, next); err != nil {
		return err
	}
	if next.SameLayouts(old) {
		return nil
	}
	was, is := layoutRows(id, old), layoutRows(id, next)
	for _, err := range []error{
		table(tx, was.layouts, is.layouts, func(r layoutRow) string { return r.MouldingID }),
		table(tx, was.sticks, is.sticks, func(r stickRow) string { return r.MouldingID + "/" + r.ID }),
		table(tx, was.laid, is.laid, func(r laidRow) string { return fmt.Sprint(r.MouldingID, "/", r.StickID, "/", r.Pos) }),
	} {
		if err != nil {
			return err
		}
	}
	return nil
}

// writeListed writes the things of a list that changed, each in a row of its own.
func writeListed[T, R any](tx *gorm.DB, old, next []T, id func(*T) string, row func(i int, v *T) R) error {
	there := map[string]bool{}
	for i := range next {
		v := &next[i]
		there[id(v)] = true
		if i < len(old) && reflect.DeepEqual(&old[i], v) {
			continue
		}
		r := row(i, v)
		if err := tx.Save(&r).Error; err != nil {
			return err
		}
	}
	for i := range old {
		if !there[id(&old[i])] {
			gone := row(i, &old[i])
			if err := tx.Delete(&gone).Error; err != nil {
				return err
			}
		}
	}
	return nil
}

// writeRooms writes the rooms that changed, and the places of those that moved.
func writeRooms(tx *gorm.DB, id string, old, next *job.Job) error {
	at := old.Places()
	for i, same := range next.Since(old) {
		r := &next.Rooms[i]
		was, had := at[r.ID]
		delete(at, r.ID)
		var err error
		switch {
		case same == nil:
			row := roomOf(id, i, r, next.Unit)
			err = tx.Save(&row).Error
		case !had || was != i:
			err = tx.Model(&roomRow{JobID: id, ID: r.ID}).Update("pos", i).Error
		}
		if err != nil {
			return err
		}
	}
	for gone := range at {
		if err := tx.Delete(&roomRow{JobID: id, ID: gone}).Error; err != nil {
			return err
		}
	}
	return nil
}

// writeRecords writes what came to the records. They are only ever added to; a job that is replaced whole may have others.
func writeRecords(tx *gorm.DB, id string, old, next *job.Job) error {
	n := next.CommonRecords(old)
	for i := range old.Records[n:] {
		if err := tx.Delete(&recordRow{JobID: id, ID: old.Records[n+i].ID}).Error; err != nil {
			return err
		}
	}
	for n < len(next.Records) { // there may be very many: only so many rows of them at a time
		rows := make([]recordRow, min(batch, len(next.Records)-n))
		for i := range rows {
			rows[i] = recordOf(id, n+i, &next.Records[n+i])
		}
		if err := create(tx, rows); err != nil {
			return err
		}
		n += len(rows)
	}
	return nil
}

// batch is how many rows are written by one statement.
const batch = 200

func create[R any](tx *gorm.DB, rows []R) error {
	if len(rows) == 0 {
		return nil
	}
	return tx.CreateInBatches(rows, batch).Error
}

// table writes one table's difference.
func table[R any](tx *gorm.DB, old, next []R, key func(R) string) error {
	was := make(map[string]R, len(old))
	for _, r := range old {
		was[key(r)] = r
	}
	var fresh []R
	for _, r := range next {
		o, had := was[key(r)]
		delete(was, key(r))
		switch {
		case !had:
			fresh = append(fresh, r)
		case !reflect.DeepEqual(o, r):
			if err := tx.Save(&r).Error; err != nil {
				return err
			}
		}
	}
	for _, r := range old {
		if gone, ok := was[key(r)]; ok {
			if err := tx.Delete(&gone).Error; err != nil {
				return err
			}
		}
	}
	return create(tx, fresh)
}

// createJob writes a job that is new.
func createJob(tx *gorm.DB, id, created string, j *job.Job) error {
	row := jobOf(id, created, j)
	if err := tx.Create(&row).Error; err != nil {
		return err
	}
	empty := *j
	empty.Mouldings, empty.Saws, empty.Rooms, empty.Records, empty.Layouts = nil, nil, nil, nil, nil
	return write(tx, id, &empty, j)
}
