package server

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/plan"
)

// JobView is a job with its plan: all that the screens need at once.
type JobView struct {
	ID        string         `json:"id"`
	Revision  int64          `json:"revision"`
	Name      string         `json:"name"`
	Unit      string         `json:"unit" enum:"in,mm"`
	Rules     job.Rules      `json:"rules"`
	Saw       SawView        `json:"saw"`
	Mouldings []MouldingView `json:"mouldings"`
	Rooms     []RoomView     `json:"rooms"`
	Pieces    []PieceView    `json:"pieces"`
	Decisions []DecisionView `json:"decisions"`
	Findings  []FindingView  `json:"findings"`
	Cuts      []CutView      `json:"cuts"`
	Stops     []StopView     `json:"stops"`
	Stock     []StockView    `json:"stock"`
	Cutting   CuttingView    `json:"cutting"`
	Doors     DoorsView      `json:"doors"`
	Prices    PricesView     `json:"prices"`
	Quote     job.Quote      `json:"quote"`
	Tools     ToolsView      `json:"tools"`
	CanUndo   bool           `json:"canUndo"`
	CanRedo   bool           `json:"canRedo"`
}

// SawView is the job's saw; angles without sign.
type SawView struct {
	Name       string    `json:"name"`
	MitreLeft  float64   `json:"mitreLeft"`
	MitreRight float64   `json:"mitreRight"`
	BevelLeft  float64   `json:"bevelLeft"`
	BevelRight float64   `json:"bevelRight"`
	Resolution float64   `json:"resolution"`
	Detents    []float64 `json:"detents"`
}

// MouldingView is a moulding.
type MouldingView struct {
	ID        string      `json:"id"`
	Name      string      `json:"name"`
	Kind      string      `json:"kind"`
	Height    EntryView   `json:"height"`
	Thickness EntryView   `json:"thickness"`
	Profiled  bool        `json:"profiled"`
	Sticks    []StickView `json:"sticks"`
	Rate      MoneyView   `json:"rate"`
	Spares    int         `json:"spares"`
	Buy       string      `json:"buy" enum:",share,fit"`
}

// PieceView is a piece.
type PieceView struct {
	ID       string     `json:"id"`
	Label    string     `json:"label"`
	Room     string     `json:"room"`
	Wall     string     `json:"wall"`
	WallText string     `json:"wallText"`
	Moulding string     `json:"moulding"`
	Length   LengthView `json:"length"`
	Cut      LengthView `json:"cut"`
	Left     EndView    `json:"left"`
	Right    EndView    `json:"right"`
	Miscuts  int        `json:"miscuts"`
	Done     bool       `json:"done"`
	Hang     int        `json:"hang" doc:"its place in the order to hang, from 1, in its room"`
	Of       string     `json:"of,omitempty" doc:"the whole that it is a part of"`
	Stick    string     `json:"stick,omitempty" doc:"the stick it is cut from, in words"`
}

// EndView is one end of a piece.
type EndView struct {
	Joint   string      `json:"joint" enum:"square,cope,mitre,butt,scarf"`
	Corner  string      `json:"corner,omitempty"`
	Letter  string      `json:"letter,omitempty"`
	Side    string      `json:"side,omitempty"`
	ToldTo  string      `json:"toldTo" enum:"end,long,short"`
	Meets   string      `json:"meets,omitempty"`
	Mitre   *AngleView  `json:"mitre,omitempty" doc:"the ideal setting"`
	Bevel   *AngleView  `json:"bevel,omitempty"`
	Keep    string      `json:"keep,omitempty"`
	Dial    *AngleView  `json:"dial,omitempty" doc:"the mitre to set on this saw"`
	Tilt    *AngleView  `json:"tilt,omitempty" doc:"the bevel to set on this saw"`
	Detent  string      `json:"detent,omitempty" doc:"where the dialled mitre stands to the detents, in words"`
	Lies    string      `json:"lies"`
	Slope   float64     `json:"slope"`
	Short   *LengthView `json:"short,omitempty" doc:"how far a square end stops short of the corner line"`
	Assumed bool        `json:"assumed,omitempty"`
	Mark    string      `json:"mark,omitempty"`
}

// DecisionView is a decision at a corner.
type DecisionView struct {
	Room     string `json:"room"`
	Corner   string `json:"corner"`
	Letter   string `json:"letter"`
	Joint    string `json:"joint"`
	Coped    string `json:"coped,omitempty"`
	Through  string `json:"through,omitempty"`
	Rule     string `json:"rule"`
	Reason   string `json:"reason"`
	RunnerUp string `json:"runnerUp"`
}

// FindingView is a finding.
type FindingView struct {
	Code     string    `json:"code"`
	Severity string    `json:"severity" enum:"stop,check,note"`
	Stop     string    `json:"stop"`
	Kind     string    `json:"kind"`
	ID       string    `json:"id"`
	Room     string    `json:"room,omitempty"`
	Text     string    `json:"text"`
	Why      string    `json:"why"`
	Remedy   string    `json:"remedy"`
	Acts     []ActView `json:"acts"`
}

// ActView is one thing to do about a finding at once.
type ActView struct {
	Do   string `json:"do" enum:"again,keep,twice,shoot"`
	Kind string `json:"kind"`
	ID   string `json:"id"`
	To   string `json:"to,omitempty" doc:"the other corner of a diagonal"`
	Text string `json:"text"`
}

// CutView is one cut. Mark is what to send back when it is made.
type CutView struct {
	Piece    string   `json:"piece"`
	Hand     string   `json:"hand" enum:"left,right"`
	Number   int      `json:"number"`
	Done     bool     `json:"done"`
	Check    string   `json:"check"`
	Cautions []string `json:"cautions"`
	Mark     job.Mark `json:"mark"`
}

// StopView is how far a stop of the work has come.
type StopView struct {
	ID       string `json:"id"`
	State    string `json:"state" enum:"untouched,in hand,settled"`
	Text     string `json:"text"`
	Findings int    `json:"findings"`
}

func some[T any](s []T) []T {
	if s == nil {
		return []T{}
	}
	return s
}

func degrees(as []measure.Angle) []float64 {
	out := make([]float64, len(as))
	for i, a := range as {
		out[i] = float64(a)
	}
	return out
}

// viewOf makes the view of a job and its plan.
func viewOf(id string, rev int64, j job.Job, p plan.Plan) JobView {
	u := j.Unit
	s := j.Saw
	v := JobView{ID: id, Revision: rev, Name: j.Name, Unit: string(u), Rules: j.Rules,
		Saw:       SawView{s.Name, float64(s.MitreLeft), float64(s.MitreRight), float64(s.BevelLeft), float64(s.BevelRight), float64(s.Resolution), degrees(s.Detents)},
		Mouldings: []MouldingView{}, Rooms: []RoomView{}, Pieces: []PieceView{}, Decisions: []DecisionView{}, Findings: []FindingView{},
		Cuts: []CutView{}, Stops: []StopView{}, Stock: stockViews(&j, p), Cutting: cuttingView(j.Cutting, u), Doors: DoorsView{entryView(j.Doors.Width, u), entryView(j.Doors.Height, u)},
		Prices: pricesView(j.Prices, u), Quote: j.Quote, Tools: toolsView(j.Tools, u)}
	for _, m := range j.Mouldings {
		mv := MouldingView{ID: m.ID, Name: m.Name, Kind: m.Kind, Height: entryView(m.Height, u), Thickness: entryView(m.Thickness, u), Profiled: m.Profiled, Sticks: []StickView{}, Rate: moneyView(m.Rate, j.Prices.Currency), Spares: m.Spares, Buy: m.Buy}
		for i, s := range m.Sticks {
			mv.Sticks = append(mv.Sticks, StickView{ID: fmt.Sprintf("%s/%d", m.ID, i), EntryView: entryView(s.Entry, u), Price: moneyView(s.Price, j.Prices.Currency), Available: s.Available})
		}
		v.Mouldings = append(v.Mouldings, mv)
	}
	wallText, codes := map[string]string{}, j.RoomCodes()
	for i := range j.Rooms {
		v.Rooms = append(v.Rooms, roomView(&j, &j.Rooms[i], p))
		v.Rooms[i].Code = codes[j.Rooms[i].ID]
		for k, w := range j.Rooms[i].Walls {
			wallText[w.ID] = job.WallNumber(k)
		}
	}
	at, sticks := map[string]plan.Piece{}, stickWords(p, u)
	for _, q := range p.Pieces {
		at[q.ID] = q
		v.Pieces = append(v.Pieces, PieceView{ID: q.ID, Label: q.Label, Room: q.Room, Wall: q.Wall, WallText: wallText[q.Wall], Moulding: q.Moulding,
			Length: lengthView(q.Length, u), Cut: lengthView(q.Cut, u), Left: endView(q.Left, u), Right: endView(q.Right, u), Miscuts: q.Miscuts, Done: q.Done, Hang: q.Hang, Of: q.Of, Stick: sticks[q.ID]})
	}
	for _, d := range p.Decisions {
		v.Decisions = append(v.Decisions, DecisionView{d.Room, d.Corner, d.Letter, d.Joint, d.Coped, d.Through, d.Rule, d.Reason, d.RunnerUp})
	}
	for _, f := range p.Findings {
		v.Findings = append(v.Findings, findingView(f))
	}
	for _, c := range p.Cuts {
		q := at[c.Piece]
		m := job.Mark{Piece: q.ID, Label: q.Label, End: string(c.Hand), Length: q.Cut}
		if st := q.End(c.Hand).Setting; st != nil {
			m.Mitre, m.Bevel = st.Mitre, st.Bevel
		}
		v.Cuts = append(v.Cuts, CutView{Piece: c.Piece, Hand: string(c.Hand), Number: c.Number, Done: c.Done, Check: c.Check, Cautions: some(c.Cautions), Mark: m})
	}
	for _, t := range p.Stops {
		v.Stops = append(v.Stops, StopView{t.ID, t.State, t.Text, t.Findings})
	}
	return v
}

func findingView(f plan.Finding) FindingView {
	v := FindingView{f.Code, string(f.Severity), f.Stop, f.Kind, f.ID, f.Room, f.Text, f.Why, f.Remedy, []ActView{}}
	for _, a := range f.Acts {
		v.Acts = append(v.Acts, ActView(a))
	}
	return v
}

func endView(e plan.End, u measure.Unit) EndView {
	v := EndView{Joint: string(e.Joint), Corner: e.Corner, Letter: e.Letter, Side: string(e.Side), ToldTo: string(e.ToldTo), Meets: e.Meets,
		Lies: picture.Lies(e.Pose), Slope: e.Slope, Assumed: e.Assumed, Mark: e.Mark}
	if l := lengthView(e.Short, u); l.Text != lengthView(0, u).Text { // what shows at all
		v.Short = &l
	}
	if s := e.Setting; s != nil {
		m, b := swingView(s.Mitre), tiltView(s.Bevel)
		v.Mitre, v.Bevel, v.Keep = &m, &b, string(s.Keep)
	}
	if d := e.Dial; d != nil {
		m, b := swingView(d.Mitre), tiltView(d.Bevel)
		v.Dial, v.Tilt, v.Detent = &m, &b, d.Text()
	}
	return v
}
