package store

import (
	"encoding/json"
	"time"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// What is looked up, shared or counted is rows and columns. What only ever lives inside one
// of them is JSON in its column doc, as a job file has it, its bare numbers meant in the row's own unit.

type jobRow struct {
	ID        string `gorm:"primaryKey"`
	Name      string
	Unit      string
	Doc       string // of all of job.Job that has no row or column of its own
	CreatedAt string
	Revision  int64 // the number of its last change
	TouchedAt string
	Promised  string // the day it is promised for

	// What stands in no job file: what becomes of a job here.
	Pinned     bool
	ArchivedAt string // none where it is worked on
	DeletedAt  string // none where it is there
	Line       string // of progress, as it was worked out at a revision
	LineAt     int64
}

func (jobRow) TableName() string { return "jobs" }

type mouldingRow struct {
	JobID string `gorm:"primaryKey"`
	ID    string `gorm:"primaryKey"`
	Pos   int
	Name  string
	Kind  string
	Unit  string
	Doc   string
}

func (mouldingRow) TableName() string { return "mouldings" }

type sawRow struct {
	JobID string `gorm:"primaryKey"`
	ID    string `gorm:"primaryKey"`
	Pos   int
	Name  string
	Unit  string
	Doc   string
}

func (sawRow) TableName() string { return "saws" }

type roomRow struct {
	JobID string `gorm:"primaryKey"`
	ID    string `gorm:"primaryKey"`
	Pos   int
	Unit  string
	Doc   string
}

func (roomRow) TableName() string { return "rooms" }

type recordRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	Pos    int
	Kind   string
	OfID   string
	Piece  string
	Label  string
	Hand   string
	At     string
	ByWho  string
	Device string
	Body   string // JSON of job.Bodies
}

func (recordRow) TableName() string { return "records" }

type changeRow struct {
	Seq     int64 `gorm:"primaryKey;autoIncrement"`
	JobID   string
	Client  string
	Kind    string
	State   string
	Ops     string
	Inverse string
	At      string
	Request string
}

func (changeRow) TableName() string { return "changes" }

func jsonText(v any) string { return string(edit.Raw(v)) }

// head is a job without what has rows of its own.
func head(j *job.Job) job.Job {
	h := *j
	h.Name, h.Promised, h.Mouldings, h.Saws, h.Rooms, h.Layouts, h.Records = "", "", nil, nil, nil, nil, nil
	return h
}

func jobOf(id, created string, j *job.Job) jobRow {
	h := head(j).Clone()
	job.Exactly(&h, j.Unit)
	return jobRow{ID: id, Name: j.Name, Unit: string(j.Unit), Doc: jsonText(h), CreatedAt: created, TouchedAt: touchedAt(created), Promised: j.Promised}
}

func touchedAt(created string) string {
	if at, err := time.Parse(time.RFC3339Nano, created); err == nil {
		return at.Format(touched)
	}
	return created
}

func (r *jobRow) job() (job.Job, error) {
	var j job.Job
	if err := json.Unmarshal([]byte(r.Doc), &j); err != nil {
		return j, err
	}
	j.Name, j.Unit, j.Promised = r.Name, measure.Unit(r.Unit), r.Promised
	return j, job.ResolveExactly(&j, j.Unit)
}

func mouldingOf(id string, pos int, m *job.Moulding, unit measure.Unit) mouldingRow {
	own := job.Job{Mouldings: []job.Moulding{*m}}.Clone().Mouldings[0]
	job.Exactly(&own, unit)
	return mouldingRow{JobID: id, ID: m.ID, Pos: pos, Name: m.Name, Kind: m.Kind, Unit: string(unit), Doc: jsonText(own)}
}

func (r *mouldingRow) moulding() (job.Moulding, error) {
	var m job.Moulding
	if err := json.Unmarshal([]byte(r.Doc), &m); err != nil {
		return m, err
	}
	return m, job.ResolveExactly(&m, measure.Unit(r.Unit))
}

func sawOf(id string, pos int, s *job.Saw, unit measure.Unit) sawRow {
	own := job.Job{Saws: []job.Saw{*s}}.Clone().Saws[0]
	job.Exactly(&own, unit)
	return sawRow{JobID: id, ID: s.ID, Pos: pos, Name: s.Name, Unit: string(unit), Doc: jsonText(own)}
}

func (r *sawRow) saw() (job.Saw, error) {
	var s job.Saw
	if err := json.Unmarshal([]byte(r.Doc), &s); err != nil {
		return s, err
	}
	return s, job.ResolveExactly(&s, measure.Unit(r.Unit))
}

func roomOf(id string, pos int, room *job.Room, unit measure.Unit) roomRow {
	own := room.Clone()
	job.Exactly(&own, unit)
	return roomRow{JobID: id, ID: room.ID, Pos: pos, Unit: string(unit), Doc: jsonText(own)}
}

func (r *roomRow) room() (job.Room, error) {
	var room job.Room
	if err := json.Unmarshal([]byte(r.Doc), &room); err != nil {
		return room, err
	}
	return room, job.ResolveExactly(&room, measure.Unit(r.Unit))
}

func recordOf(id string, pos int, m *job.Record) recordRow {
	return recordRow{JobID: id, ID: m.ID, Pos: pos, Kind: string(m.Kind), OfID: m.Of, Piece: m.Piece, Label: m.Label, Hand: m.End, At: m.At, ByWho: m.By,
		Device: m.Device, Body: jsonText(m.Bodies)}
}

func (r *recordRow) record() (job.Record, error) {
	m := job.Record{ID: r.ID, Kind: job.RecordKind(r.Kind), Of: r.OfID, On: job.On{Piece: r.Piece, Label: r.Label, End: r.Hand}, At: r.At, By: r.ByWho,
		Device: r.Device}
	err := json.Unmarshal([]byte(r.Body), &m.Bodies)
	m.Renew()
	return m, err
}
