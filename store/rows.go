package store

import (
	"cmp"
	"encoding/json"
	"slices"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

type jobRow struct {
	ID        string `gorm:"primaryKey"`
	Name      string
	Unit      string
	Saw       string // JSON of job.Saw
	Inside    string
	CopeHand  string
	Scarf     float64
	Cutting   string // JSON of job.Cutting, and so on
	Prices    string
	Doors     string
	Quote     string
	CreatedAt string
}

func (jobRow) TableName() string { return "jobs" }

type mouldingRow struct {
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
	Sticks        string // JSON of stickJSON
	Rate          int64
	Spares        int
	Buy           string
}

func (mouldingRow) TableName() string { return "mouldings" }

type stickJSON struct {
	NM        int64  `json:"nm"`
	Text      string `json:"text"`
	Price     int64  `json:"price,omitempty"`
	Available *int   `json:"available,omitempty"`
}

type roomRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	Pos    int
	Name   string
	Closed bool

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
}

func (wallRow) TableName() string { return "walls" }

type lengthRow struct {
	JobID  string `gorm:"primaryKey"`
	WallID string `gorm:"primaryKey"`
	Level  string `gorm:"primaryKey"`
	Nm     int64
	Text   string
}

func (lengthRow) TableName() string { return "wall_lengths" }

type cornerRow struct {
	JobID  string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	WallID string
	Kind   string
}

func (cornerRow) TableName() string { return "corners" }

type readingRow struct {
	JobID    string `gorm:"primaryKey"`
	CornerID string `gorm:"primaryKey"`
	Level    string `gorm:"primaryKey"`
	Degrees  *float64
	Scale    string
}

func (readingRow) TableName() string { return "corner_readings" }

type openingRow struct {
	JobID     string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	WallID    string
	FromNm    int64
	FromText  string
	WidthNm   int64
	WidthText string
}

func (openingRow) TableName() string { return "openings" }

type runRow struct {
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	RoomID     string
	Pos        int
	MouldingID string
	Level      string
}

func (runRow) TableName() string { return "runs" }

type markRow struct {
	JobID    string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	Pos      int
	Kind     string
	OfID     string
	Piece    string
	Label    string
	Hand     string
	CutNm    int64
	MitreDeg float64
	BevelDeg float64
	At       string
}

func (markRow) TableName() string { return "marks" }

type changeRow struct {
	Seq     int64 `gorm:"primaryKey;autoIncrement"`
	JobID   string
	Client  string
	Kind    string
	State   string
	Ops     string
	Inverse string
	At      string
}

func (changeRow) TableName() string { return "changes" }

// rows is a job as its tables hold it.
type rows struct {
	Job       []jobRow
	Mouldings []mouldingRow
	Rooms     []roomRow
	Walls     []wallRow
	Lengths   []lengthRow
	Corners   []cornerRow
	Readings  []readingRow
	Openings  []openingRow
	Runs      []runRow
	Marks     []markRow
	Layouts   []layoutRow
	Sticks    []stickRow
	Laid      []laidRow
}

func jsonText(v any) string { return string(edit.Raw(v)) }

// toRows takes a job apart.
func toRows(id, created string, j job.Job) rows {
	j = j.Clone()
	// Kept as text, which must read back to the same lengths.
	job.Settle(&j.Cutting, j.Unit)
	job.Settle(&j.Prices, j.Unit)
	job.Settle(&j.Doors, j.Unit)
	r := rows{Job: []jobRow{{ID: id, Name: j.Name, Unit: string(j.Unit), Saw: jsonText(j.Saw), Inside: j.Rules.Inside, CopeHand: j.Rules.CopeHand, Scarf: float64(j.Rules.Scarf),
		Cutting: jsonText(j.Cutting), Prices: jsonText(j.Prices), Doors: jsonText(j.Doors), Quote: jsonText(j.Quote), CreatedAt: created}}}
	for i, m := range j.Mouldings {
		sticks := make([]stickJSON, len(m.Sticks))
		for k, s := range m.Sticks {
			sticks[k] = stickJSON{int64(s.Length), s.Text, int64(s.Price), s.Available}
		}
		r.Mouldings = append(r.Mouldings, mouldingRow{JobID: id, ID: m.ID, Pos: i, Name: m.Name, Kind: m.Kind,
			HeightNm: int64(m.Height.Length), HeightText: m.Height.Text, ThicknessNm: int64(m.Thickness.Length), ThicknessText: m.Thickness.Text,
			Profiled: m.Profiled, Sticks: jsonText(sticks), Rate: int64(m.Rate), Spares: m.Spares, Buy: m.Buy})
	}
	for i := range j.Rooms {
		r.addRoom(id, i, &j.Rooms[i])
	}
	for i, m := range j.Marks {
		r.Marks = append(r.Marks, markRow{JobID: id, ID: m.ID, Pos: i, Kind: string(m.Kind), OfID: m.Of, Piece: m.Piece, Label: m.Label, Hand: m.End,
			CutNm: int64(m.Length), MitreDeg: float64(m.Mitre), BevelDeg: float64(m.Bevel), At: m.At})
	}
	for _, l := range j.Layouts {
		r.addLayout(id, l)
	}
	return r
}

func (r *rows) addRoom(id string, pos int, room *job.Room) {
	row := roomRow{JobID: id, ID: room.ID, Pos: pos, Name: room.Name, Closed: room.Closed,
		LookInside: room.Look.Inside, LookOutside: room.Look.Outside, LookDoors: room.Look.Doors, LookReturns: room.Look.Returns}
	row.CeilingNm, row.CeilingText = maybe(room.Look.Ceiling)
	r.Rooms = append(r.Rooms, row)
	length := func(wall string, l job.Level, e *job.Entry) {
		if e != nil {
			r.Lengths = append(r.Lengths, lengthRow{id, wall, string(l), int64(e.Length), e.Text})
		}
	}
	reading := func(corner string, l job.Level, rd job.Reading) {
		r.Readings = append(r.Readings, readingRow{id, corner, string(l), (*float64)(rd.Angle), string(rd.Scale)})
	}
	for i, w := range room.Walls {
		row := wallRow{JobID: id, ID: w.ID, RoomID: room.ID, Pos: i, Joists: w.Joists}
		row.RoughNm, row.RoughText = maybe(w.Rough)
		r.Walls = append(r.Walls, row)
		length(w.ID, job.Floor, w.Length)
		for _, l := range []job.Level{job.Rail, job.Ceiling} {
			length(w.ID, l, w.Lengths[l])
		}
		c := room.Corners[i]
		r.Corners = append(r.Corners, cornerRow{id, c.ID, w.ID, string(c.Kind)})
		reading(c.ID, job.Floor, c.Reading)
		for _, l := range []job.Level{job.Rail, job.Ceiling} {
			if rd := c.Readings[l]; rd != nil {
				reading(c.ID, l, *rd)
			}
		}
	}
	for _, o := range room.Openings {
		r.Openings = append(r.Openings, openingRow{id, o.ID, o.Wall, int64(o.From.Length), o.From.Text, int64(o.Width.Length), o.Width.Text})
	}
	for i, k := range room.Runs {
		r.Runs = append(r.Runs, runRow{id, k.ID, room.ID, i, k.Moulding, string(k.Level)})
	}
}

// maybe takes apart a length that may be missing.
func maybe(e *job.Entry) (*int64, string) {
	if e == nil {
		return nil, ""
	}
	nm := int64(e.Length)
	return &nm, e.Text
}

func mayBe(nm *int64, text string) *job.Entry {
	if nm == nil {
		return nil
	}
	e := entry(*nm, text)
	return &e
}

func entry(nm int64, text string) job.Entry { return job.Entry{Length: measure.Length(nm), Text: text} }

// toJob puts a job together again.
func (r rows) toJob() (job.Job, error) {
	h := r.Job[0]
	j := job.Job{Name: h.Name, Unit: measure.Unit(h.Unit), Rules: job.Rules{Inside: h.Inside, CopeHand: h.CopeHand, Scarf: measure.Angle(h.Scarf)}}
	for v, text := range map[any]string{&j.Saw: h.Saw, &j.Cutting: h.Cutting, &j.Prices: h.Prices, &j.Doors: h.Doors, &j.Quote: h.Quote} {
		if err := json.Unmarshal([]byte(text), v); err != nil {
			return j, err
		}
	}
	if err := job.Resolve(&j, j.Unit); err != nil {
		return j, err
	}
	slices.SortFunc(r.Mouldings, func(a, b mouldingRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Mouldings {
		out := job.Moulding{ID: m.ID, Name: m.Name, Kind: m.Kind, Height: entry(m.HeightNm, m.HeightText), Thickness: entry(m.ThicknessNm, m.ThicknessText), Profiled: m.Profiled,
			Rate: money.Cents(m.Rate), Spares: m.Spares, Buy: m.Buy}
		var sticks []stickJSON
		if err := json.Unmarshal([]byte(m.Sticks), &sticks); err != nil {
			return j, err
		}
		for _, s := range sticks {
			out.Sticks = append(out.Sticks, job.Stick{Entry: entry(s.NM, s.Text), Price: money.Cents(s.Price), Available: s.Available})
		}
		j.Mouldings = append(j.Mouldings, out)
	}
	slices.SortFunc(r.Rooms, func(a, b roomRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Walls, func(a, b wallRow) int { return cmp.Compare(a.Pos, b.Pos) })
	slices.SortFunc(r.Runs, func(a, b runRow) int { return cmp.Compare(a.Pos, b.Pos) })
	at := map[string]int{}
	for i, m := range r.Rooms {
		at[m.ID] = i
		j.Rooms = append(j.Rooms, job.Room{ID: m.ID, Name: m.Name, Closed: m.Closed,
			Look: job.Look{Inside: m.LookInside, Outside: m.LookOutside, Doors: m.LookDoors, Returns: m.LookReturns, Ceiling: mayBe(m.CeilingNm, m.CeilingText)}})
	}
	r.faces(&j, at)
	for _, k := range r.Runs {
		m := &j.Rooms[at[k.RoomID]]
		m.Runs = append(m.Runs, job.Run{ID: k.ID, Moulding: k.MouldingID, Level: job.Level(k.Level)})
	}
	slices.SortFunc(r.Marks, func(a, b markRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Marks {
		j.Marks = append(j.Marks, job.Mark{ID: m.ID, Kind: job.MarkKind(m.Kind), Of: m.OfID, Piece: m.Piece, Label: m.Label, End: m.Hand,
			Length: measure.Length(m.CutNm), Mitre: measure.Angle(m.MitreDeg), Bevel: measure.Angle(m.BevelDeg), At: m.At})
	}
	if err := r.layouts(&j); err != nil {
		return j, err
	}
	j.Normalise()
	return j, j.Check()
}

// faces puts walls, corners and openings into their rooms.
func (r rows) faces(j *job.Job, at map[string]int) {
	lengths := map[string][]lengthRow{}
	for _, l := range r.Lengths {
		lengths[l.WallID] = append(lengths[l.WallID], l)
	}
	readings := map[string][]readingRow{}
	for _, d := range r.Readings {
		readings[d.CornerID] = append(readings[d.CornerID], d)
	}
	corners := map[string]cornerRow{}
	for _, c := range r.Corners {
		corners[c.WallID] = c
	}
	roomOf := map[string]int{}
	for _, w := range r.Walls {
		roomOf[w.ID] = at[w.RoomID]
		m := &j.Rooms[at[w.RoomID]]
		wall := job.Wall{ID: w.ID, Rough: mayBe(w.RoughNm, w.RoughText), Joists: w.Joists}
		for _, l := range lengths[w.ID] {
			e := entry(l.Nm, l.Text)
			if job.Level(l.Level) == job.Floor {
				wall.Length = &e
				continue
			}
			if wall.Lengths == nil {
				wall.Lengths = map[job.Level]*job.Entry{}
			}
			wall.Lengths[job.Level(l.Level)] = &e
		}
		c := job.Corner{ID: corners[w.ID].ID, Kind: job.CornerKind(corners[w.ID].Kind)}
		for _, d := range readings[c.ID] {
			rd := job.Reading{Angle: (*measure.Angle)(d.Degrees), Scale: job.Scale(d.Scale)}
			if job.Level(d.Level) == job.Floor {
				c.Reading = rd
				continue
			}
			if c.Readings == nil {
				c.Readings = map[job.Level]*job.Reading{}
			}
			c.Readings[job.Level(d.Level)] = &rd
		}
		m.Walls, m.Corners = append(m.Walls, wall), append(m.Corners, c)
	}
	for _, o := range r.Openings {
		m := &j.Rooms[roomOf[o.WallID]]
		m.Openings = append(m.Openings, job.Opening{ID: o.ID, Wall: o.WallID, From: entry(o.FromNm, o.FromText), Width: entry(o.WidthNm, o.WidthText)})
	}
}
