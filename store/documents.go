package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"slices"

	"github.com/glebarez/sqlite"
	"github.com/pressly/goose/v3"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Schema 11: a room is a document of its own, and a moulding one. Until then every reading, corner and opening was a
// row; what is here reads those, to be written anew. Nothing else does.

// documents is the migration to schema 11.
const documents = 11

// written are the migrations that are written in Go and not in SQL: none for a program that is older than they are.
func written(older int) []*goose.Migration {
	if older < documents-1 {
		return nil
	}
	back := func(context.Context, *sql.Tx) error { return nil }
	return []*goose.Migration{
		goose.NewGoMigration(documents, &goose.GoFunc{RunTx: toDocuments}, &goose.GoFunc{RunTx: back}),
		goose.NewGoMigration(shops, &goose.GoFunc{RunTx: toShop}, &goose.GoFunc{RunTx: back}),
	}
}

// within opens the transaction of a migration.
func within(raw *sql.Tx) (*gorm.DB, error) {
	return gorm.Open(sqlite.Dialector{Conn: raw}, &gorm.Config{Logger: logger.Discard, SkipDefaultTransaction: true})
}

func toDocuments(ctx context.Context, raw *sql.Tx) error {
	tx, err := within(raw)
	if err != nil {
		return err
	}
	var heads []struct{ ID, Unit string }
	if err := tx.Table("jobs").Select("id", "unit").Order("id").Find(&heads).Error; err != nil {
		return err
	}
	var rooms []roomRow
	var mouldings []mouldingRow
	for _, h := range heads {
		j, err := loadOld(tx, h.ID, measure.Unit(h.Unit))
		if err != nil {
			return fmt.Errorf("job %s: %w", h.ID, err)
		}
		for i := range j.Rooms {
			rooms = append(rooms, roomOf(h.ID, i, &j.Rooms[i], j.Unit))
		}
		for i := range j.Mouldings {
			mouldings = append(mouldings, mouldingOf(h.ID, i, &j.Mouldings[i], j.Unit))
		}
	}
	for _, q := range toDocumentsSQL {
		if _, err := raw.ExecContext(ctx, q); err != nil {
			return fmt.Errorf("%s: %w", q, err)
		}
	}
	for i := range rooms {
		r := &rooms[i]
		if err := tx.Model(r).Select("unit", "doc").Updates(r).Error; err != nil {
			return err
		}
	}
	for i := range mouldings {
		m := &mouldings[i]
		if err := tx.Model(m).Select("unit", "doc").Updates(m).Error; err != nil {
			return err
		}
	}
	return nil
}

var toDocumentsSQL = []string{
	"DROP TABLE spots", "DROP TABLE openings", "DROP TABLE diagonals", "DROP TABLE readings", "DROP TABLE lengths", "DROP TABLE corners",
	"DROP TABLE runs", "DROP TABLE walls",
	"ALTER TABLE rooms DROP COLUMN ends", "ALTER TABLE rooms DROP COLUMN look_inside", "ALTER TABLE rooms DROP COLUMN look_outside",
	"ALTER TABLE rooms DROP COLUMN look_doors", "ALTER TABLE rooms DROP COLUMN look_returns", "ALTER TABLE rooms DROP COLUMN ceiling_nm",
	"ALTER TABLE rooms DROP COLUMN ceiling_text", "ALTER TABLE rooms ADD COLUMN unit TEXT NOT NULL DEFAULT 'in'",
	"ALTER TABLE mouldings DROP COLUMN height_nm", "ALTER TABLE mouldings DROP COLUMN height_text", "ALTER TABLE mouldings DROP COLUMN thickness_nm",
	"ALTER TABLE mouldings DROP COLUMN thickness_text", "ALTER TABLE mouldings DROP COLUMN profiled", "ALTER TABLE mouldings DROP COLUMN sticks",
	"ALTER TABLE mouldings DROP COLUMN rate", "ALTER TABLE mouldings DROP COLUMN spares", "ALTER TABLE mouldings DROP COLUMN buy",
	"ALTER TABLE mouldings DROP COLUMN facts", "ALTER TABLE mouldings ADD COLUMN unit TEXT NOT NULL DEFAULT 'in'",
	"ALTER TABLE mouldings ADD COLUMN doc TEXT NOT NULL DEFAULT '{}'",
	// The number of a job's last change stands in the job: the log is not kept for ever.
	"ALTER TABLE jobs ADD COLUMN revision INTEGER NOT NULL DEFAULT 0",
	"UPDATE jobs SET revision = (SELECT coalesce(max(seq), 0) FROM changes WHERE job_id = jobs.id)",
	"DROP INDEX changes_by_client",
	"CREATE INDEX changes_by_job ON changes (job_id, seq)",
	"CREATE INDEX changes_by_client ON changes (job_id, client, state, seq)",
	"CREATE INDEX changes_with_steps ON changes (job_id, seq) WHERE ops <> '[]'",
	"CREATE INDEX rooms_by_place ON rooms (job_id, pos)",
	"CREATE INDEX records_by_place ON records (job_id, pos)",
}

type oldMouldingRow struct {
	JobID         string `gorm:"primaryKey"`
	ID            string `gorm:"primaryKey"`
	Pos           int
	Name          string
	Kind          string
	HeightNm      int64
	HeightText    string
	ThicknessNm   int64
	ThicknessText string
	Profiled      bool
	Sticks        string // JSON of oldStick
	Rate          int64
	Spares        int
	Buy           string
	Facts         string // JSON of job.MouldingFacts
}

func (oldMouldingRow) TableName() string { return "mouldings" }

type oldStick struct {
	NM        int64  `json:"nm"`
	Text      string `json:"text"`
	Price     int64  `json:"price,omitempty"`
	Available *int   `json:"available,omitempty"`
}

type oldRunRow struct {
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	RoomID     string
	Pos        int
	MouldingID string
	Level      string
	Facts      string // JSON of job.RunFacts
}

func (oldRunRow) TableName() string { return "runs" }

type oldRoomRow struct {
	JobID string `gorm:"primaryKey"`
	ID    string `gorm:"primaryKey"`
	Pos   int
	Ends  string // JSON of job.Ends
	Doc   string // JSON of all of job.Room that has no row or column of its own

	LookInside  *int
	LookOutside *int
	LookDoors   int
	LookReturns int
	CeilingNm   *int64
	CeilingText string
}

func (oldRoomRow) TableName() string { return "rooms" }

type oldWallRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	RoomID string
	Pos    int

	RoughNm   *int64
	RoughText string
	Joists    bool
	Facts     string // JSON of job.WallFacts, and so on
}

func (oldWallRow) TableName() string { return "walls" }

type oldLengthRow struct {
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	WallID     string
	Pos        int
	Level      string
	Nm         int64
	Text       string
	BurnedNm   *int64
	BurnedText string
	Stands     string // JSON of stands
	Kept       bool
}

func (oldLengthRow) TableName() string { return "lengths" }

// stands are what a length was measured between.
type stands struct {
	Left  job.Stand `json:"left,omitempty"`
	Right job.Stand `json:"right,omitempty"`
	From  string    `json:"from,omitempty"`
	To    string    `json:"to,omitempty"`
	LeftF *oldStick `json:"left_face,omitempty"`
	RighF *oldStick `json:"right_face,omitempty"`
}

type oldCornerRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	WallID string
	Kind   string
	Facts  string
}

func (oldCornerRow) TableName() string { return "corners" }

type oldReadingRow struct {
	JobID    string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	CornerID string
	Pos      int
	Level    string
	Degrees  float64
	Scale    string
	Kept     bool
}

func (oldReadingRow) TableName() string { return "readings" }

type oldDiagonalRow struct {
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	RoomID     string
	FromID     string
	ToID       string
	Level      string
	Nm         int64
	Text       string
	BurnedNm   *int64
	BurnedText string
	Kept       bool
}

func (oldDiagonalRow) TableName() string { return "diagonals" }

type oldOpeningRow struct {
	JobID     string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	WallID    string
	Kind      string
	FromNm    int64
	FromText  string
	WidthNm   int64
	WidthText string
	Facts     string
}

func (oldOpeningRow) TableName() string { return "openings" }

type oldSpotRow struct {
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	WallID     string
	Kind       string
	AtNm       int64
	AtText     string
	WidthNm    *int64
	WidthText  string
	HeightNm   *int64
	HeightText string
	Stud       string
}

func (oldSpotRow) TableName() string { return "spots" }

// oldRows are a job's rooms and mouldings as their tables held them.
type oldRows struct {
	Mouldings []oldMouldingRow
	Rooms     []oldRoomRow
	Walls     []oldWallRow
	Lengths   []oldLengthRow
	Corners   []oldCornerRow
	Readings  []oldReadingRow
	Diagonals []oldDiagonalRow
	Openings  []oldOpeningRow
	Spots     []oldSpotRow
	Runs      []oldRunRow
}

// loadOld reads the rooms and mouldings of a job.
func loadOld(tx *gorm.DB, id string, unit measure.Unit) (job.Job, error) {
	var r oldRows
	j := job.Job{Unit: unit}
	for _, t := range []any{&r.Mouldings, &r.Rooms, &r.Walls, &r.Lengths, &r.Corners, &r.Readings, &r.Diagonals, &r.Openings, &r.Spots, &r.Runs} {
		if err := tx.Where("job_id = ?", id).Find(t).Error; err != nil {
			return j, err
		}
	}
	slices.SortFunc(r.Mouldings, func(a, b oldMouldingRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Mouldings {
		out := job.Moulding{ID: m.ID, Name: m.Name, Kind: m.Kind, Height: entry(m.HeightNm, m.HeightText), Thickness: entry(m.ThicknessNm, m.ThicknessText),
			Profiled: m.Profiled, Rate: money.Cents(m.Rate), Spares: m.Spares, Buy: m.Buy}
		if err := readFacts(m.Facts, &out.MouldingFacts, unit); err != nil {
			return j, err
		}
		var sticks []oldStick
		if err := json.Unmarshal([]byte(m.Sticks), &sticks); err != nil {
			return j, err
		}
		for _, s := range sticks {
			out.Sticks = append(out.Sticks, job.Stick{Entry: entry(s.NM, s.Text), Price: money.Cents(s.Price), Available: s.Available})
		}
		j.Mouldings = append(j.Mouldings, out)
	}
	slices.SortFunc(r.Rooms, func(a, b oldRoomRow) int { return cmp.Compare(a.Pos, b.Pos) })
	at := map[string]int{}
	for i, m := range r.Rooms {
		at[m.ID] = i
		room, err := m.room(unit)
		if err != nil {
			return j, err
		}
		j.Rooms = append(j.Rooms, room)
	}
	if err := r.measured(&j, at); err != nil {
		return j, err
	}
	slices.SortFunc(r.Runs, func(a, b oldRunRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, k := range r.Runs {
		m := &j.Rooms[at[k.RoomID]]
		run := job.Run{ID: k.ID, Moulding: k.MouldingID, Level: job.Level(k.Level)}
		if err := readFacts(k.Facts, &run.RunFacts, unit); err != nil {
			return j, err
		}
		m.Runs = append(m.Runs, run)
	}
	j.Normalise()
	return j, nil
}

// room is a room with what stands in its own row.
func (m *oldRoomRow) room(unit measure.Unit) (job.Room, error) {
	var room job.Room
	if err := json.Unmarshal([]byte(m.Doc), &room); err != nil {
		return room, err
	}
	if err := job.Resolve(&room, unit); err != nil {
		return room, err
	}
	room.ID = m.ID
	room.Look = job.Look{Inside: m.LookInside, Outside: m.LookOutside, Doors: m.LookDoors, Returns: m.LookReturns, Ceiling: mayBe(m.CeilingNm, m.CeilingText)}
	return room, readFacts(m.Ends, &room.Ends, unit)
}

func mayBe(nm *int64, text string) *job.Entry {
	if nm == nil {
		return nil
	}
	e := entry(*nm, text)
	return &e
}

func entry(nm int64, text string) job.Entry { return job.Entry{Length: measure.Length(nm), Text: text} }

func unface(s *oldStick) *job.Entry {
	if s == nil {
		return nil
	}
	e := entry(s.NM, s.Text)
	return &e
}

// readFacts reads facts kept as JSON.
func readFacts(text string, f any, unit measure.Unit) error {
	if err := json.Unmarshal([]byte(text), f); err != nil {
		return err
	}
	return job.ResolveFacts(f, unit)
}

// measured puts walls, corners and what belongs to them into their rooms.
func (r oldRows) measured(j *job.Job, at map[string]int) error {
	slices.SortFunc(r.Walls, func(a, b oldWallRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Lengths, func(a, b oldLengthRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Readings, func(a, b oldReadingRow) int { return cmp.Compare(a.Pos, b.Pos) })
	lengths, readings := map[string][]job.WallLength{}, map[string][]job.Reading{}
	for _, l := range r.Lengths {
		t := job.WallLength{ID: l.ID, As: entry(l.Nm, l.Text), Level: job.Level(l.Level), Burned: mayBe(l.BurnedNm, l.BurnedText), Kept: l.Kept}
		var s stands
		if err := json.Unmarshal([]byte(l.Stands), &s); err != nil {
			return err
		}
		t.Left, t.Right, t.From, t.To, t.Faces = s.Left, s.Right, s.From, s.To, job.Faces{Left: unface(s.LeftF), Right: unface(s.RighF)}
		lengths[l.WallID] = append(lengths[l.WallID], t)
	}
	for _, d := range r.Readings {
		readings[d.CornerID] = append(readings[d.CornerID], job.Reading{ID: d.ID, Angle: measure.Angle(d.Degrees), Scale: job.Scale(d.Scale),
			Level: job.Level(d.Level), Kept: d.Kept})
	}
	corners := map[string]oldCornerRow{}
	for _, c := range r.Corners {
		corners[c.WallID] = c
	}
	roomOf := map[string]int{}
	for _, w := range r.Walls {
		roomOf[w.ID] = at[w.RoomID]
		m := &j.Rooms[at[w.RoomID]]
		wall := job.Wall{ID: w.ID, Lengths: lengths[w.ID], Rough: mayBe(w.RoughNm, w.RoughText), Joists: w.Joists}
		if err := readFacts(w.Facts, &wall.WallFacts, j.Unit); err != nil {
			return err
		}
		k := corners[w.ID]
		c := job.Corner{ID: k.ID, Kind: job.CornerKind(k.Kind), Readings: readings[k.ID]}
		if k.ID != "" {
			if err := readFacts(k.Facts, &c.CornerFacts, j.Unit); err != nil {
				return err
			}
		}
		m.Walls, m.Corners = append(m.Walls, wall), append(m.Corners, c)
	}
	for _, d := range r.Diagonals {
		m := &j.Rooms[at[d.RoomID]]
		m.Diagonals = append(m.Diagonals, job.Diagonal{ID: d.ID, From: d.FromID, To: d.ToID, Level: job.Level(d.Level), As: entry(d.Nm, d.Text),
			Burned: mayBe(d.BurnedNm, d.BurnedText), Kept: d.Kept})
	}
	for _, o := range r.Openings {
		m := &j.Rooms[roomOf[o.WallID]]
		open := job.Opening{ID: o.ID, Wall: o.WallID, Kind: o.Kind, From: entry(o.FromNm, o.FromText), Width: entry(o.WidthNm, o.WidthText)}
		if err := readFacts(o.Facts, &open.OpeningFacts, j.Unit); err != nil {
			return err
		}
		m.Openings = append(m.Openings, open)
	}
	for _, s := range r.Spots {
		m := &j.Rooms[roomOf[s.WallID]]
		m.Spots = append(m.Spots, job.Spot{ID: s.ID, Wall: s.WallID, Kind: s.Kind, At: entry(s.AtNm, s.AtText), Width: mayBe(s.WidthNm, s.WidthText),
			Height: mayBe(s.HeightNm, s.HeightText), Stud: s.Stud})
	}
	return nil
}
