package store

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"gorm.io/gorm"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/sticks"
)

type rackRow struct {
	ID          string `gorm:"primaryKey"`
	Name        string
	Kind        string
	HeightNm    int64
	ThicknessNm int64
	LengthNm    int64
	LengthText  string
	Note        string
	JobID       string // the job and stick it is left of, where it is
	MouldingID  string
	StickID     string
	At          string
}

func (rackRow) TableName() string { return "rack" }

// Offcut is a length of moulding on the shop's rack, shared by all jobs.
type Offcut struct {
	ID                string
	Name, Kind        string
	Height, Thickness measure.Length
	Length            measure.Length
	Text              string // the length as typed, where it was
	Note              string
	From              string // the job that it was left over in; empty where it was put here by hand
	TakenBy           string // the job that has laid pieces out on it
}

// ErrNoOffcut is an offcut that is not on the rack.
var ErrNoOffcut = errors.New("no such offcut")

// OffcutTaken is an offcut that another job counts on. Job is that job's name; it is left out where
// whoever asks may learn of no other.
type OffcutTaken struct{ Name, Job string }

func (e *OffcutTaken) Error() string {
	in := "another job"
	if e.Job != "" {
		in = fmt.Sprintf("the job %q", e.Job)
	}
	return fmt.Sprintf("the offcut of %s is laid out in %s; fit that job's sticks again first", e.Name, in)
}

// Rack lists the offcuts, longest first for each moulding.
func (s *Store) Rack() ([]Offcut, error) {
	out := []Offcut{}
	err := s.db.Raw(`SELECT r.id, r.name, r.kind, r.height_nm AS height, r.thickness_nm AS thickness, r.length_nm AS length, r.length_text AS text, r.note, r.job_id AS "from",
		coalesce((SELECT max(l.job_id) FROM layout_sticks l WHERE l.source = ? || r.id), '') AS taken_by
		FROM rack r ORDER BY r.name, r.height_nm, r.length_nm DESC, r.id`, sticks.SourceRack).Scan(&out).Error
	return out, err
}

// RackFor lists the offcuts a job can cut a moulding from: those of the same name
// and section that no other job has taken.
func (s *Store) RackFor(id string, m *job.Moulding) ([]sticks.RackOffcut, error) {
	all, err := s.Rack()
	var out []sticks.RackOffcut
	for _, o := range all {
		if strings.EqualFold(o.Name, m.Name) && o.Kind == m.Kind && o.Height == m.Height.Length && o.Thickness == m.Thickness.Length &&
			(o.TakenBy == "" || o.TakenBy == id) {
			out = append(out, sticks.RackOffcut{ID: o.ID, Length: o.Length})
		}
	}
	return out, err
}

// PutOnRack puts an offcut of a moulding on the rack by hand.
func (s *Store) PutOnRack(m *job.Moulding, length job.Entry, note string) (id string, err error) {
	err = s.change(func(tx *gorm.DB) (err error) {
		id, err = s.rackRow(tx, m, length, note)
		return err
	})
	return id, err
}

func (s *Store) rackRow(tx *gorm.DB, m *job.Moulding, length job.Entry, note string) (string, error) {
	id := NewID("o")
	return id, tx.Create(&rackRow{ID: id, Name: m.Name, Kind: m.Kind, HeightNm: int64(m.Height.Length), ThicknessNm: int64(m.Thickness.Length),
		LengthNm: int64(length.Length), LengthText: length.Text, Note: note, At: s.now().Format(time.RFC3339)}).Error
}

// TakeFromRack takes an offcut off the rack, used up or thrown away. One that a
// job has laid pieces out on is refused with *Taken.
func (s *Store) TakeFromRack(id string) error {
	return s.change(func(tx *gorm.DB) error {
		var r rackRow
		if err := tx.Where("id = ?", id).Take(&r).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return ErrNoOffcut
			}
			return err
		}
		if err := free(tx, r); err != nil {
			return err
		}
		return tx.Delete(&r).Error
	})
}

// free refuses an offcut that some job has laid pieces out on.
func free(tx *gorm.DB, r rackRow) error { return laidOut(tx, sticks.SourceRack+r.ID, "", r.Name) }

// laidOut is a *Taken where a job other than the one given has laid pieces out on
// the source.
func laidOut(tx *gorm.DB, source, but, name string) error {
	var by string
	err := tx.Raw("SELECT coalesce(max(j.name), '') FROM layout_sticks l JOIN jobs j ON j.id = l.job_id WHERE l.source = ? AND l.job_id <> ?", source,
		but).Scan(&by).Error
	if err == nil && by != "" {
		err = &OffcutTaken{name, by}
	}
	return err
}

// syncRack puts what a change racked on the rack, and takes back what it took back.
func (s *Store) syncRack(tx *gorm.DB, id string, old, next job.Job) error {
	if next.SameLayouts(&old) {
		return nil
	}
	before := map[string]measure.Length{}
	for _, l := range old.Layouts {
		for _, st := range l.Sticks {
			before[l.Moulding+"/"+st.ID] = st.Rack
		}
	}
	if err := alone(tx, id, old, next); err != nil {
		return err
	}
	after := map[string]measure.Length{}
	for _, l := range next.Layouts {
		m := next.Moulding(l.Moulding)
		for _, st := range l.Sticks {
			key := l.Moulding + "/" + st.ID
			after[key] = st.Rack
			if st.Rack == 0 || st.Rack == before[key] {
				continue
			}
			r := rackRow{ID: rackID(id, key), Name: m.Name, Kind: m.Kind, HeightNm: int64(m.Height.Length), ThicknessNm: int64(m.Thickness.Length),
				LengthNm: int64(st.Rack), LengthText: st.Rack.String(), Note: "from " + next.Name, JobID: id, MouldingID: l.Moulding, StickID: st.ID,
				At: s.now().Format(time.RFC3339)}
			if err := tx.Save(&r).Error; err != nil {
				return err
			}
		}
	}
	for key, l := range before {
		if l == 0 || after[key] != 0 {
			continue
		}
		r := rackRow{ID: rackID(id, key), Name: "this moulding"}
		if err := free(tx, r); err != nil {
			return err
		}
		if err := tx.Delete(&r).Error; err != nil {
			return err
		}
	}
	return nil
}

// alone refuses an offcut that another job has laid pieces out on meanwhile.
func alone(tx *gorm.DB, id string, old, next job.Job) error {
	had := map[string]bool{}
	for _, l := range old.Layouts {
		for _, st := range l.Sticks {
			had[st.Source] = true
		}
	}
	for _, l := range next.Layouts {
		for _, st := range l.Sticks {
			if !strings.HasPrefix(st.Source, sticks.SourceRack) || had[st.Source] {
				continue
			}
			if err := laidOut(tx, st.Source, id, st.Length.FeetInches()); err != nil {
				return err
			}
		}
	}
	return nil
}

func rackID(id, key string) string { return id + "/" + key }
