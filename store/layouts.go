package store

import (
	"encoding/json"

	"gorm.io/gorm"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

type layoutRow struct {
	JobID      string `gorm:"primaryKey"`
	MouldingID string `gorm:"primaryKey"`
	Records    int
	Least      int64
	StandsFor  string
	Scarfs     string // JSON of job.Scarf
	Barred     string // JSON of job.Bar
}

func (layoutRow) TableName() string { return "layouts" }

type stickRow struct {
	JobID      string `gorm:"primaryKey"`
	MouldingID string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	Pos        int
	Source     string
	LengthNm   int64
	Price      int64
	Spoiled    string // JSON of job.Spoiled
	Locked     bool
	Bad        bool
	RackNm     int64
}

func (stickRow) TableName() string { return "layout_sticks" }

type laidRow struct {
	JobID      string `gorm:"primaryKey"`
	MouldingID string `gorm:"primaryKey"`
	StickID    string `gorm:"primaryKey"`
	Pos        int    `gorm:"primaryKey;autoIncrement:false"` // from 1: a zero is no key to GORM
	Piece      string
	FromNm     int64
	ToNm       int64
}

func (laidRow) TableName() string { return "layout_pieces" }

// laidOutRows are the rows of a job's layouts.
type laidOutRows struct {
	layouts []layoutRow
	sticks  []stickRow
	laid    []laidRow
}

func layoutRows(id string, j *job.Job) (r laidOutRows) {
	for _, l := range j.Layouts {
		r.layouts = append(r.layouts, layoutRow{id, l.Moulding, l.Records, int64(l.Least), l.For, jsonText(l.Scarfs), jsonText(l.Barred)})
		for i, s := range l.Sticks {
			r.sticks = append(r.sticks, stickRow{id, l.Moulding, s.ID, i, s.Source, int64(s.Length), int64(s.Price), jsonText(s.Spoiled), s.Locked, s.Bad,
				int64(s.Rack)})
			for k, p := range s.Pieces {
				r.laid = append(r.laid, laidRow{id, l.Moulding, s.ID, k + 1, p.Piece, int64(p.From), int64(p.To)})
			}
		}
	}
	return r
}

// loadLayouts reads a job's layouts.
func loadLayouts(tx *gorm.DB, id string) ([]job.Layout, error) {
	var r laidOutRows
	for _, q := range []struct {
		rows  any
		order string
	}{{&r.layouts, "moulding_id"}, {&r.sticks, "moulding_id, pos"}, {&r.laid, "moulding_id, stick_id, pos"}} {
		if err := tx.Where("job_id = ?", id).Order(q.order).Find(q.rows).Error; err != nil {
			return nil, err
		}
	}
	on := map[[2]string][]job.Laid{}
	for _, p := range r.laid {
		key := [2]string{p.MouldingID, p.StickID}
		on[key] = append(on[key], job.Laid{Piece: p.Piece, From: measure.Length(p.FromNm), To: measure.Length(p.ToNm)})
	}
	sticks := map[string][]job.LaidStick{}
	for _, s := range r.sticks {
		st := job.LaidStick{ID: s.ID, Source: s.Source, Length: measure.Length(s.LengthNm), Price: money.Cents(s.Price), Locked: s.Locked, Bad: s.Bad,
			Rack: measure.Length(s.RackNm), Pieces: on[[2]string{s.MouldingID, s.ID}]}
		if err := json.Unmarshal([]byte(s.Spoiled), &st.Spoiled); err != nil {
			return nil, err
		}
		sticks[s.MouldingID] = append(sticks[s.MouldingID], st)
	}
	var out []job.Layout
	for _, l := range r.layouts {
		next := job.Layout{Moulding: l.MouldingID, Records: l.Records, Least: money.Cents(l.Least), For: l.StandsFor, Sticks: sticks[l.MouldingID]}
		if err := json.Unmarshal([]byte(l.Scarfs), &next.Scarfs); err != nil {
			return nil, err
		}
		if err := json.Unmarshal([]byte(l.Barred), &next.Barred); err != nil {
			return nil, err
		}
		out = append(out, next)
	}
	return out, nil
}
