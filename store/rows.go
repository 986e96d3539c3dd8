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
	Tools     string
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
	Diagonals []diagonalRow
	Openings  []openingRow
	Spots     []spotRow
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
	job.Settle(&j.Tools, j.Unit)
	r := rows{Job: []jobRow{{ID: id, Name: j.Name, Unit: string(j.Unit), Saw: jsonText(j.Saw), Inside: j.Rules.Inside, CopeHand: j.Rules.CopeHand, Scarf: float64(j.Rules.Scarf),
		Cutting: jsonText(j.Cutting), Prices: jsonText(j.Prices), Doors: jsonText(j.Doors), Quote: jsonText(j.Quote), Tools: jsonText(j.Tools), CreatedAt: created}}}
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
		r.addRoom(id, i, &j.Rooms[i], j.Unit)
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
	for v, text := range map[any]string{&j.Saw: h.Saw, &j.Cutting: h.Cutting, &j.Prices: h.Prices, &j.Doors: h.Doors, &j.Quote: h.Quote, &j.Tools: h.Tools} {
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
	slices.SortFunc(r.Runs, func(a, b runRow) int { return cmp.Compare(a.Pos, b.Pos) })
	at := map[string]int{}
	for i, m := range r.Rooms {
		at[m.ID] = i
		room := job.Room{ID: m.ID, Name: m.Name, Storey: m.Storey, Closed: m.Closed,
			Look: job.Look{Inside: m.LookInside, Outside: m.LookOutside, Doors: m.LookDoors, Returns: m.LookReturns, Ceiling: mayBe(m.CeilingNm, m.CeilingText)}}
		if err := readFacts(m.Ends, &room.Ends, j.Unit); err != nil {
			return j, err
		}
		j.Rooms = append(j.Rooms, room)
	}
	if err := r.measured(&j, at); err != nil {
		return j, err
	}
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
