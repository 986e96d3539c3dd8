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
	Doc       string // JSON of all of job.Job that has no row or column of its own
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
	Records   []recordRow
	Layouts   []layoutRow
	Sticks    []stickRow
	Laid      []laidRow
}

func jsonText(v any) string { return string(edit.Raw(v)) }

// toRows takes a job apart.
func toRows(id, created string, j job.Job) rows {
	j = j.Clone()
	r := rows{Job: []jobRow{{ID: id, Name: j.Name, Unit: string(j.Unit), Doc: jobDoc(j), CreatedAt: created}}}
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
	for i, m := range j.Records {
		r.Records = append(r.Records, recordRow{JobID: id, ID: m.ID, Pos: i, Kind: string(m.Kind), OfID: m.Of, Piece: m.Piece, Label: m.Label, Hand: m.End,
			At: m.At, ByWho: m.By, Device: m.Device, Body: jsonText(m.Bodies)})
	}
	for _, l := range j.Layouts {
		r.addLayout(id, l)
	}
	return r
}

// jobDoc is a job without what has rows and columns of its own. It is kept as text, which must
// read back to the same lengths; what of it is in lists is settled where it stands.
func jobDoc(j job.Job) string {
	j.Name, j.Mouldings, j.Rooms, j.Layouts, j.Records = "", nil, nil, nil, nil
	job.Settle(&j, j.Unit)
	return jsonText(j)
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
	var j job.Job
	if err := json.Unmarshal([]byte(h.Doc), &j); err != nil {
		return j, err
	}
	j.Name, j.Unit = h.Name, measure.Unit(h.Unit)
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
		room, err := m.room(j.Unit)
		if err != nil {
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
	slices.SortFunc(r.Records, func(a, b recordRow) int { return cmp.Compare(a.Pos, b.Pos) })
	for _, m := range r.Records {
		out := job.Record{ID: m.ID, Kind: job.RecordKind(m.Kind), Of: m.OfID, On: job.On{Piece: m.Piece, Label: m.Label, End: m.Hand}, At: m.At, By: m.ByWho,
			Device: m.Device}
		if err := json.Unmarshal([]byte(m.Body), &out.Bodies); err != nil {
			return j, err
		}
		j.Records = append(j.Records, out)
	}
	if err := r.layouts(&j); err != nil {
		return j, err
	}
	j.Normalise()
	return j, j.Check()
}
