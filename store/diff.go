package store

import (
	"fmt"
	"reflect"

	"gorm.io/gorm"
)

// write makes the database hold next where it held old, touching only rows
// that differ. Foreign keys are deferred to the end of the transaction, so the
// order of tables does not matter.
func write(tx *gorm.DB, old, next rows) error {
	for _, step := range []error{
		table(tx, old.Job, next.Job, func(r jobRow) string { return r.ID }),
		table(tx, old.Mouldings, next.Mouldings, func(r mouldingRow) string { return r.ID }),
		table(tx, old.Rooms, next.Rooms, func(r roomRow) string { return r.ID }),
		table(tx, old.Walls, next.Walls, func(r wallRow) string { return r.ID }),
		table(tx, old.Lengths, next.Lengths, func(r lengthRow) string { return r.ID }),
		table(tx, old.Corners, next.Corners, func(r cornerRow) string { return r.ID }),
		table(tx, old.Readings, next.Readings, func(r readingRow) string { return r.ID }),
		table(tx, old.Diagonals, next.Diagonals, func(r diagonalRow) string { return r.ID }),
		table(tx, old.Spots, next.Spots, func(r spotRow) string { return r.ID }),
		table(tx, old.Openings, next.Openings, func(r openingRow) string { return r.ID }),
		table(tx, old.Runs, next.Runs, func(r runRow) string { return r.ID }),
		table(tx, old.Records, next.Records, func(r recordRow) string { return r.ID }),
		table(tx, old.Layouts, next.Layouts, func(r layoutRow) string { return r.MouldingID }),
		table(tx, old.Sticks, next.Sticks, func(r stickRow) string { return r.MouldingID + "/" + r.ID }),
		table(tx, old.Laid, next.Laid, func(r laidRow) string { return fmt.Sprint(r.MouldingID, "/", r.StickID, "/", r.Pos) }),
	} {
		if step != nil {
			return step
		}
	}
	return nil
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
	if len(fresh) == 0 {
		return nil
	}
	return tx.CreateInBatches(fresh, 200).Error
}
