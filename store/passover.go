package store

import (
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"time"

	"gorm.io/gorm"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// PassedOver is a change that can be undone or made again no more. It is given up, so that
// the next undo goes on to the one before it.
type PassedOver struct {
	Kind string // undo or redo
	Why  error
}

func (e *PassedOver) Error() string {
	if e.Kind == kindRedo {
		return "that change cannot be made again and is passed over: " + e.Why.Error()
	}
	return "that change cannot be undone and is passed over: " + e.Why.Error()
}

func (e *PassedOver) Unwrap() error { return e.Why }

// mayNot is a step that who makes it has no right to, now or later.
type mayNot struct{ error }

func (e *mayNot) Unwrap() error { return e.error }

// Later is a refusal that will not be one for ever: what it refuses is not given up.
type Later struct{ Why error }

func (e *Later) Error() string { return e.Why.Error() }
func (e *Later) Unwrap() error { return e.Why }

// hinders tells whether an error will be there at every other try too: it comes from what
// the job holds or from who asks, not from the disk.
func hinders(err error) bool {
	var conflict *edit.Conflict
	var missing *edit.Missing
	var since *edit.Since
	var invalid *job.Invalid
	var taken *OffcutTaken
	var no *mayNot
	return errors.As(err, &conflict) || errors.As(err, &missing) || errors.As(err, &since) || errors.As(err, &invalid) || errors.As(err, &taken) ||
		errors.As(err, &no)
}

// passOver gives a change up, and keeps under the request's name that it was: the same request
// sent again must not undo the change before.
func (s *Store) passOver(id string, by By, from, kind string, seq int64, why error) error {
	err := s.change(func(tx *gorm.DB) error {
		done := tx.Model(&changeRow{}).Where("seq = ? AND state = ?", seq, from).Update("state", spent)
		if done.Error != nil || done.RowsAffected == 0 {
			return done.Error
		}
		var since *edit.Since
		if errors.As(why, &since) {
			var err error
			if since.Who, err = whoSince(tx, id, by.Client, seq, since.IDs); err != nil {
				return err
			}
		}
		_, err := s.log(tx, &changeRow{JobID: id, Client: by.Client, Request: by.Once, Kind: kind, State: spent, Ops: "[]", Inverse: "[]",
			At: s.now().Format(time.RFC3339)})
		return err
	})
	if err != nil {
		return err
	}
	return &PassedOver{kind, why}
}

// whoSince names those but the client who made steps about any of the things since a change.
func whoSince(tx *gorm.DB, id, client string, seq int64, things []string) (string, error) {
	var rows []changeRow
	if err := tx.Where("job_id = ? AND seq > ? AND client <> ?", id, seq, client).Order("seq").Find(&rows).Error; err != nil {
		return "", err
	}
	var who []string
	for _, r := range rows {
		if !about(r.Ops, things) {
			continue
		}
		name := "the desk"
		if device, _, ok := strings.Cut(r.Client, "/"); ok {
			var d deviceRow
			if err := tx.Where("id = ?", device).Limit(1).Find(&d).Error; err != nil {
				return "", err
			}
			if name = d.Name; name == "" {
				name = "another device"
			}
		}
		if !slices.Contains(who, name) {
			who = append(who, name)
		}
	}
	return strings.Join(who, " and "), nil
}

// about tells whether steps speak of any of the things.
func about(ops string, things []string) bool {
	var all []edit.Op
	if json.Unmarshal([]byte(ops), &all) != nil {
		return false
	}
	return slices.ContainsFunc(all, func(o edit.Op) bool {
		return slices.ContainsFunc(things, func(id string) bool { return o.ID == id || strings.Contains(string(o.Value), `"`+id+`"`) })
	})
}
