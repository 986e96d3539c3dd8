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
	Saw       string // the one in use
	Saws      string // JSON of job.Saw, and so on
	Rules     string
	ByHand    string
	PutAway   string
	Cutting   string
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
	Facts         string // JSON of job.MouldingFacts
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
	Facts      string // JSON of job.RunFacts
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
	Pose     string
	ByDevice string
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
	Request string
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
	for _, v := range []job.Measured{&j.Cutting, &j.Prices, &j.Doors, &j.Tools, &j.Rules} {
		job.Settle(v, j.Unit)
	}
	for i := range j.Saws {
		job.Settle(&j.Saws[i], j.Unit)
	}
	for i := range j.ByHand {
		job.Settle(&j.ByHand[i], j.Unit)
	}
	r := rows{Job: []jobRow{{ID: id, Name: j.Name, Unit: string(j.Unit), Saw: j.Saw, Saws: jsonText(j.Saws), Rules: jsonText(j.Rules), ByHand: jsonText(j.ByHand),
		PutAway: jsonText(j.PutAway),
		Cutting: jsonText(j.Cutting), Prices: jsonText(j.Prices), Doors: jsonText(j.Doors), Quote: jsonText(j.Quote), Tools: jsonText(j.Tools), CreatedAt: created}}}
	for i, m := range j.Mouldings {
		job.SettleFacts(&j.Mouldings[i].MouldingFacts, j.Unit)
		sticks := make([]stickJSON, len(m.Sticks))
		for k, s := range m.Sticks {
			sticks[k] = stickJSON{int64(s.Length), s.Text, int64(s.Price), s.Available}
		}
		r.Mouldings = append(r.Mouldings, mouldingRow{JobID: id, ID: m.ID, Pos: i, Name: m.Name, Kind: m.Kind,
			HeightNm: int64(m.Height.Length), HeightText: m.Height.Text, ThicknessNm: int64(m.Thickness.Length), ThicknessText: m.Thickness.Text,
			Profiled: m.Profiled, Sticks: jsonText(sticks), Rate: int64(m.Rate), Spares: m.Spares, Buy: m.Buy, Facts: jsonText(j.Mouldings[i].MouldingFacts)})
	}
	for i := range j.Rooms {
		r.addRoom(id, i, &j.Rooms[i], j.Unit)
	}
	for i, m := range j.Marks {
		r.Marks = append(r.Marks, markRow{JobID: id, ID: m.ID, Pos: i, Kind: string(m.Kind), OfID: m.Of, Piece: m.Piece, Label: m.Label, Hand: m.End,
			CutNm: int64(m.Length), MitreDeg: float64(m.Mitre), BevelDeg: float64(m.Bevel), At: m.At, Pose: m.Pose, ByDevice: m.By})
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
	j := job.Job{Name: h.Name, Unit: measure.Unit(h.Unit), Saw: h.Saw}
	for v, text := range map[any]string{&j.Saws: h.Saws, &j.Rules: h.Rules, &j.ByHand: h.ByHand, &j.PutAway: h.PutAway, &j.Cutting: h.Cutting, &j.Prices: h.Prices,
		&j.Doors: h.Doors, &j.Quote: h.Quote, &j.Tools: h.Tools} {
		if err := json.Unmarshal([]byte(text), v); err != nil {
			return j, err
		}
	}
	if err := job.Resolve(&j, j.Unit); err != nil {
		return j, err
	}
	slices.SortFunc(r.Mouldings, func(a, b mouldingRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Mouldings {
		out := job.Moulding{ID: m.ID, Name: m.Name, Kind: m.Kind, Height: entry(m.HeightNm, m.HeightText), Thickness: entry(m.ThicknessNm, m.ThicknessText),
			Profiled: m.Profiled,
			Rate:     money.Cents(m.Rate), Spares: m.Spares, Buy: m.Buy}
		if err := readFacts(m.Facts, &out.MouldingFacts, j.Unit); err != nil {
			return j, err
		}
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
		room := job.Room{ID: m.ID, Name: m.Name, Storey: m.Storey, Closed: m.Closed, Entry: m.Entry, Wet: m.Wet,
			Look: job.Look{Inside: m.LookInside, Outside: m.LookOutside, Doors: m.LookDoors, Returns: m.LookReturns, Ceiling: mayBe(m.CeilingNm, m.CeilingText)}}
		if err := readFacts(m.Ends, &room.Ends, j.Unit); err != nil {
			return j, err
		}
		if err := json.Unmarshal([]byte(m.Overrides), &room.Overrides); err != nil {
			return j, err
		}
		j.Rooms = append(j.Rooms, room)
	}
	if err := r.measured(&j, at); err != nil {
		return j, err
	}
	for _, k := range r.Runs {
		m := &j.Rooms[at[k.RoomID]]
		run := job.Run{ID: k.ID, Moulding: k.MouldingID, Level: job.Level(k.Level)}
		if err := readFacts(k.Facts, &run.RunFacts, j.Unit); err != nil {
			return j, err
		}
		m.Runs = append(m.Runs, run)
	}
	slices.SortFunc(r.Marks, func(a, b markRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Marks {
		j.Marks = append(j.Marks, job.Mark{ID: m.ID, Kind: job.MarkKind(m.Kind), Of: m.OfID, Piece: m.Piece, Label: m.Label, End: m.Hand,
			Length: measure.Length(m.CutNm), Mitre: measure.Angle(m.MitreDeg), Bevel: measure.Angle(m.BevelDeg), At: m.At, Pose: m.Pose, By: m.ByDevice})
	}
	if err := r.layouts(&j); err != nil {
		return j, err
	}
	j.Normalise()
	return j, j.Check()
}
