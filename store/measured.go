package store

import (
	"cmp"
	"encoding/json"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

type roomRow struct {
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

func (roomRow) TableName() string { return "rooms" }

type wallRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	RoomID string
	Pos    int

	RoughNm   *int64
	RoughText string
	Joists    bool
	Facts     string // JSON of job.WallFacts, and so on
}

func (wallRow) TableName() string { return "walls" }

type lengthRow struct {
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

func (lengthRow) TableName() string { return "lengths" }

// stands are what a length was measured between.
type stands struct {
	Left  job.Stand  `json:"left,omitempty"`
	Right job.Stand  `json:"right,omitempty"`
	From  string     `json:"from,omitempty"`
	To    string     `json:"to,omitempty"`
	LeftF *stickJSON `json:"left_face,omitempty"`
	RighF *stickJSON `json:"right_face,omitempty"`
}

type cornerRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	WallID string
	Kind   string
	Facts  string
}

func (cornerRow) TableName() string { return "corners" }

type readingRow struct {
	JobID    string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	CornerID string
	Pos      int
	Level    string
	Degrees  float64
	Scale    string
	Kept     bool
}

func (readingRow) TableName() string { return "readings" }

type diagonalRow struct {
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

func (diagonalRow) TableName() string { return "diagonals" }

type openingRow struct {
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

func (openingRow) TableName() string { return "openings" }

type spotRow struct {
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

func (spotRow) TableName() string { return "spots" }

// addRoom takes a room apart.
func (r *rows) addRoom(id string, pos int, room *job.Room, unit measure.Unit) {
	job.SettleFacts(&room.Ends, unit) // kept as text, which must read back to the same lengths
	row := roomRow{JobID: id, ID: room.ID, Pos: pos, Ends: jsonText(room.Ends), Doc: roomDoc(*room, unit),
		LookInside: room.Look.Inside, LookOutside: room.Look.Outside, LookDoors: room.Look.Doors, LookReturns: room.Look.Returns}
	row.CeilingNm, row.CeilingText = maybe(room.Look.Ceiling)
	r.Rooms = append(r.Rooms, row)
	for i := range room.Walls {
		w, c := &room.Walls[i], &room.Corners[i]
		job.SettleFacts(&w.WallFacts, unit)
		row := wallRow{JobID: id, ID: w.ID, RoomID: room.ID, Pos: i, Joists: w.Joists, Facts: jsonText(w.WallFacts)}
		row.RoughNm, row.RoughText = maybe(w.Rough)
		r.Walls = append(r.Walls, row)
		for k, t := range w.Lengths {
			l := lengthRow{JobID: id, ID: t.ID, WallID: w.ID, Pos: k, Level: string(t.Level), Nm: int64(t.As.Length), Text: t.As.Text, Kept: t.Kept,
				Stands: jsonText(stands{t.Left, t.Right, t.From, t.To, face(t.Faces.Left), face(t.Faces.Right)})}
			l.BurnedNm, l.BurnedText = maybe(t.Burned)
			r.Lengths = append(r.Lengths, l)
		}
		job.SettleFacts(&c.CornerFacts, unit)
		r.Corners = append(r.Corners, cornerRow{id, c.ID, w.ID, string(c.Kind), jsonText(c.CornerFacts)})
		for k, rd := range c.Readings {
			r.Readings = append(r.Readings, readingRow{id, rd.ID, c.ID, k, string(rd.Level), float64(rd.Angle), string(rd.Scale), rd.Kept})
		}
	}
	for _, d := range room.Diagonals {
		row := diagonalRow{JobID: id, ID: d.ID, RoomID: room.ID, FromID: d.From, ToID: d.To, Level: string(d.Level), Nm: int64(d.As.Length), Text: d.As.Text,
			Kept: d.Kept}
		row.BurnedNm, row.BurnedText = maybe(d.Burned)
		r.Diagonals = append(r.Diagonals, row)
	}
	for i := range room.Openings {
		o := &room.Openings[i]
		job.SettleFacts(&o.OpeningFacts, unit)
		r.Openings = append(r.Openings, openingRow{id, o.ID, o.Wall, o.Kind, int64(o.From.Length), o.From.Text, int64(o.Width.Length), o.Width.Text,
			jsonText(o.OpeningFacts)})
	}
	for _, s := range room.Spots {
		row := spotRow{JobID: id, ID: s.ID, WallID: s.Wall, Kind: s.Kind, AtNm: int64(s.At.Length), AtText: s.At.Text, Stud: s.Stud}
		row.WidthNm, row.WidthText = maybe(s.Width)
		row.HeightNm, row.HeightText = maybe(s.Height)
		r.Spots = append(r.Spots, row)
	}
	for i, k := range room.Runs {
		r.Runs = append(r.Runs, runRow{id, k.ID, room.ID, i, k.Moulding, string(k.Level), jsonText(k.RunFacts)})
	}
}

// roomDoc is a room without what has rows and columns of its own.
func roomDoc(room job.Room, unit measure.Unit) string {
	room.Walls, room.Corners, room.Diagonals, room.Openings, room.Spots, room.Runs = nil, nil, nil, nil, nil, nil
	room.Look, room.Ends = job.Look{}, job.Ends{}
	job.Settle(&room, unit)
	return jsonText(room)
}

// room is a room with what stands in its own row.
func (m *roomRow) room(unit measure.Unit) (job.Room, error) {
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

func face(e *job.Entry) *stickJSON {
	if e == nil {
		return nil
	}
	return &stickJSON{NM: int64(e.Length), Text: e.Text}
}

func unface(s *stickJSON) *job.Entry {
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
func (r rows) measured(j *job.Job, at map[string]int) error {
	slices.SortFunc(r.Walls, func(a, b wallRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Lengths, func(a, b lengthRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Readings, func(a, b readingRow) int { return cmp.Compare(a.Pos, b.Pos) })
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
	corners := map[string]cornerRow{}
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
