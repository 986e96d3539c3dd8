package store

import (
	"cmp"
	"encoding/json"
	"slices"

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

func (r *rows) addLayout(id string, l job.Layout) {
	r.Layouts = append(r.Layouts, layoutRow{id, l.Moulding, l.Records, int64(l.Least), l.For, jsonText(l.Scarfs), jsonText(l.Barred)})
	for i, s := range l.Sticks {
		r.Sticks = append(r.Sticks, stickRow{id, l.Moulding, s.ID, i, s.Source, int64(s.Length), int64(s.Price), jsonText(s.Spoiled), s.Locked, s.Bad, int64(s.Rack)})
		for k, p := range s.Pieces {
			r.Laid = append(r.Laid, laidRow{id, l.Moulding, s.ID, k + 1, p.Piece, int64(p.From), int64(p.To)})
		}
	}
}

// layouts puts the layouts together again.
func (r rows) layouts(j *job.Job) error {
	slices.SortFunc(r.Layouts, func(a, b layoutRow) int { return cmp.Compare(a.MouldingID, b.MouldingID) })
	slices.SortFunc(r.Sticks, func(a, b stickRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Laid, func(a, b laidRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, l := range r.Layouts {
		out := job.Layout{Moulding: l.MouldingID, Records: l.Records, Least: money.Cents(l.Least), For: l.StandsFor}
		if err := json.Unmarshal([]byte(l.Scarfs), &out.Scarfs); err != nil {
			return err
		}
		if err := json.Unmarshal([]byte(l.Barred), &out.Barred); err != nil {
			return err
		}
		for _, s := range r.Sticks {
			if s.MouldingID != l.MouldingID {
				continue
			}
			st := job.LaidStick{ID: s.ID, Source: s.Source, Length: measure.Length(s.LengthNm), Price: money.Cents(s.Price), Locked: s.Locked, Bad: s.Bad,
				Rack: measure.Length(s.RackNm)}
			if err := json.Unmarshal([]byte(s.Spoiled), &st.Spoiled); err != nil {
				return err
			}
			for _, p := range r.Laid {
				if p.MouldingID == l.MouldingID && p.StickID == s.ID {
					st.Pieces = append(st.Pieces, job.Laid{Piece: p.Piece, From: measure.Length(p.FromNm), To: measure.Length(p.ToNm)})
				}
			}
			out.Sticks = append(out.Sticks, st)
		}
		j.Layouts = append(j.Layouts, out)
	}
	return nil
}
