package store

import (
	"errors"
	"time"

	"gorm.io/gorm"
)

// ErrNoDevice is a device that was never let in, or no longer is.
var ErrNoDevice = errors.New("no such device")

// Device is a phone or tablet that was let in. Job is the one job it is for, empty for the
// whole shop; Token is the hash of what it shows to be known again.
type Device struct {
	ID, Name, Rights, Job string
	Token                 string
	Made, Until, Seen     time.Time
	Revoked               bool
}

// deviceRow keeps times as text that sorts as they do.
type deviceRow struct {
	ID      string `gorm:"primaryKey"`
	Name    string
	Rights  string
	JobID   string
	Token   string
	Made    string
	Until   string
	Seen    string
	Revoked bool
}

func (deviceRow) TableName() string { return "devices" }

// when is a time as it is kept.
func when(t time.Time) string { return t.UTC().Format(time.RFC3339) }

func (r deviceRow) device() Device {
	at := func(s string) time.Time { t, _ := time.Parse(time.RFC3339, s); return t }
	return Device{r.ID, r.Name, r.Rights, r.JobID, r.Token, at(r.Made), at(r.Until), at(r.Seen), r.Revoked}
}

// AddDevice keeps a device that was let in.
func (s *Store) AddDevice(d Device) error {
	return s.change(func(tx *gorm.DB) error {
		return tx.Create(&deviceRow{d.ID, d.Name, d.Rights, d.Job, d.Token, when(d.Made), when(d.Until), when(d.Seen), d.Revoked}).Error
	})
}

// DeviceOf finds the device of a token's hash, or ErrNoDevice.
func (s *Store) DeviceOf(token string) (Device, error) {
	var r deviceRow
	err := s.db.Where("token = ?", token).Take(&r).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		err = ErrNoDevice
	}
	return r.device(), err
}

// Devices lists those that were let in and not turned away again, the newest first. Those
// whose time is over are left out.
func (s *Store) Devices() ([]Device, error) {
	var rows []deviceRow
	err := s.db.Where("NOT revoked AND until > ?", when(s.now())).Order("made DESC, id").Find(&rows).Error
	out := []Device{}
	for _, r := range rows {
		out = append(out, r.device())
	}
	return out, err
}

// KnowsDevice tells whether a device was ever let in, be it turned away since.
func (s *Store) KnowsDevice(id string) (bool, error) {
	var n int64
	err := s.db.Model(&deviceRow{}).Where("id = ?", id).Count(&n).Error
	return n > 0, err
}

// RevokeDevice turns a device away.
func (s *Store) RevokeDevice(id string) error {
	return s.change(func(tx *gorm.DB) error {
		r := tx.Model(&deviceRow{}).Where("id = ?", id).Update("revoked", true)
		if r.Error == nil && r.RowsAffected == 0 {
			return ErrNoDevice
		}
		return r.Error
	})
}

// SawDevice notes when a device was last heard of.
func (s *Store) SawDevice(id string, at time.Time) error {
	return s.change(func(tx *gorm.DB) error {
		return tx.Model(&deviceRow{}).Where("id = ?", id).Update("seen", when(at)).Error
	})
}
