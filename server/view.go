package server

import (
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/saw"
	"gnomon/core/sets"
	"gnomon/core/words"
)

// JobView is a job with its plan, whole.
type JobView struct {
	ID       string `json:"id"`
	Revision int64  `json:"revision"`
	HeadView
	ShopView
	Orders    []OrderView      `json:"orders" doc:"at the saw, to choose from"`
	Lines     []LayoutLineView `json:"lines" doc:"layout lines of what hangs from ceilings"`
	Groups    []BenchGroupView `json:"groups" doc:"glued up on the bench"`
	Glue      []GlueStepView   `json:"glue" doc:"joints to glue on the bench, in the order to do it"`
	Chains    []ChainView      `json:"chains" doc:"what shares corners"`
	Rooms     []RoomView       `json:"rooms"`
	Pieces    []PieceView      `json:"pieces"`
	Decisions []DecisionView   `json:"decisions"`
	Sets      []SetView        `json:"sets" doc:"what goes around openings"`
	Odds      []OddView        `json:"odds" doc:"odd places"`
	Findings  []FindingView    `json:"findings"`
	Cuts      []CutView        `json:"cuts"`
	Stock     []SupplyView     `json:"stock"`
}

// HeadView is what is told of a job at every look.
type HeadView struct {
	Name    string     `json:"name"`
	Unit    string     `json:"unit" enum:"in,mm"`
	Stops   []StopView `json:"stops"`
	CanUndo *bool      `json:"canUndo,omitempty" doc:"told to the one who asks for itself"`
	CanRedo *bool      `json:"canRedo,omitempty"`
}

// ShopView is what holds for every room.
type ShopView struct {
	Rules     RulesView      `json:"rules"`
	Saw       SawView        `json:"saw" doc:"the one in use"`
	Saws      []SawView      `json:"saws"`
	PutAway   []string       `json:"putAway" doc:"cautions put away for this job"`
	Kinds     []KindView     `json:"kinds" doc:"of moulding, to choose from"`
	Heads     []KindView     `json:"heads" doc:"how legs and head of an opening meet, to choose from"`
	Mouldings []MouldingView `json:"mouldings"`
	Cutting   CuttingView    `json:"cutting"`
	Doors     DoorsView      `json:"doors"`
	Prices    PricesView     `json:"prices"`
	Quote     job.Quote      `json:"quote"`
	Tools     ToolsView      `json:"tools"`
	People    []PersonView   `json:"people" doc:"who works on it, and what they measure with"`
	Nails     []NailView     `json:"nails"`
	Times     TimesView      `json:"times" doc:"how many minutes the work takes"`
	Day       DayView        `json:"day" doc:"when it is worked on, and by how many"`
	Promised  string         `json:"promised" doc:"the day it is promised for"`
}

// PieceView is a piece.
type PieceView struct {
	ID       string              `json:"id"`
	Label    string              `json:"label"`
	Room     string              `json:"room"`
	Run      string              `json:"run"`
	Wall     string              `json:"wall"`
	WallText string              `json:"wallText"`
	Moulding string              `json:"moulding"`
	Length   LengthView          `json:"length"`
	Cut      LengthView          `json:"cut"`
	Left     EndView             `json:"left"`
	Right    EndView             `json:"right"`
	Miscuts  int                 `json:"miscuts"`
	Done     bool                `json:"done"`
	Hung     bool                `json:"hung,omitempty" doc:"it hangs"`
	Hang     int                 `json:"hang" doc:"its place in the order to hang, from 1, in its room"`
	Of       string              `json:"of,omitempty" doc:"the whole that it is a part of"`
	Stick    string              `json:"stick,omitempty" doc:"the stick it is cut from, and where on it, in words"`
	Held     string              `json:"held,omitempty" doc:"why it is held back: not to be cut before that is settled"`
	NotAsIs  string              `json:"notAsIs,omitempty" doc:"what else is to be done to it on its wall"`
	Remarks  []string            `json:"remarks" doc:"what every list tells of it beside its figures"`
	Ends     []string            `json:"ends" doc:"what a list tells of its ends beside their joints"`
	Set      string              `json:"set,omitempty" doc:"the opening that it goes around"`
	Part     string              `json:"part,omitempty" doc:"which part of that it is"`
	Group    string              `json:"group,omitempty" doc:"what it is glued up with on the bench"`
	Odd      string              `json:"odd,omitempty" doc:"the odd place that made it"`
	Lying    *picture.LyingPiece `json:"lying,omitempty" doc:"face up, with what is cut out of it"`
	Cap      bool                `json:"cap,omitempty" doc:"a small piece, as of a return, from an offcut"`
	Early    int                 `json:"early" doc:"the first and the last place it could take"`
	Late     int                 `json:"late"`
	How      string              `json:"how" doc:"what to do with its ends when it goes up"`
	Allowed  string              `json:"allowed,omitempty" doc:"what the rules add or take off, end by end"`
	Hand     *HandView           `json:"hand,omitempty" doc:"its length was set by hand"`
}

// HandView is a length set by hand.
type HandView struct {
	InPlace  bool       `json:"inPlace" doc:"marked in place: no number counts"`
	By       string     `json:"by"`
	Why      string     `json:"why"`
	Computed LengthView `json:"computed" doc:"what it comes to as measured"`
}

// EndView is one end of a piece.
type EndView struct {
	Joint   string      `json:"joint" enum:"square,cope,mitre,butt,scarf"`
	Corner  string      `json:"corner,omitempty"`
	Letter  string      `json:"letter,omitempty"`
	Side    string      `json:"side,omitempty"`
	ToldTo  string      `json:"toldTo" enum:"end,long,short,tip"`
	Meets   string      `json:"meets,omitempty"`
	Stops   string      `json:"stops,omitempty" doc:"what else it ends against, in a word or two"`
	Chamfer string      `json:"chamfer,omitempty" doc:"how its face is taken away, in words"`
	Mitre   *AngleView  `json:"mitre,omitempty" doc:"the ideal setting"`
	Bevel   *AngleView  `json:"bevel,omitempty"`
	Keep    string      `json:"keep,omitempty"`
	Dial    *AngleView  `json:"dial,omitempty" doc:"the mitre to set on this saw"`
	Tilt    *AngleView  `json:"tilt,omitempty" doc:"the bevel to set on this saw"`
	Detent  string      `json:"detent,omitempty" doc:"where the dialled mitre stands to the detents, in words"`
	Lies    string      `json:"lies"`
	Pose    string      `json:"pose" doc:"how it lies, in a few words"`
	Fence   string      `json:"fence,omitempty" doc:"in words, where the piece lies along an added fence"`
	FenceDo string      `json:"fenceDo,omitempty" doc:"how it is laid along that"`
	Why     string      `json:"why,omitempty" doc:"why it does not lie as the house rule has it"`
	Error   string      `json:"error,omitempty" doc:"what of the dialled setting is the saw's own error"`
	TopLong string      `json:"topLong,omitempty" doc:"how the top stands to the bottom edge that the length is told to"`
	Slope   float64     `json:"slope"`
	Meeting string      `json:"meeting,omitempty" doc:"what it meets, beside the joint in a list"`
	Said    string      `json:"said" doc:"the joint as the one at the saw is told of it"`
	Set     string      `json:"set,omitempty" doc:"the same for ends for which the saw stands alike; none where it does not reach"`
	Note    string      `json:"note,omitempty" doc:"how it ends against an opening, or what else is done to it"`
	Short   *LengthView `json:"short,omitempty" doc:"how far a square end stops short of the corner line"`
	Assumed bool        `json:"assumed,omitempty"`
	Mark    string      `json:"mark,omitempty"`
	Coped   string      `json:"coped,omitempty" doc:"the mark that says it is coped"`
}

// DecisionView is a decision at a corner.
type DecisionView struct {
	Room      string     `json:"room"`
	Run       string     `json:"run"`
	Corner    string     `json:"corner"`
	Letter    string     `json:"letter"`
	Joint     string     `json:"joint" enum:"cope,mitre,butt,square,apart"`
	Coped     string     `json:"coped,omitempty" doc:"the piece that gives way, coped or butted"`
	Through   string     `json:"through,omitempty"`
	Left      string     `json:"left,omitempty"`
	Right     string     `json:"right,omitempty"`
	Stops     string     `json:"stops,omitempty" doc:"what else a single piece ends against there"`
	Rule      string     `json:"rule"`
	Title     string     `json:"title" doc:"what joint it is"`
	Why       string     `json:"why"`
	RunnerUp  string     `json:"runnerUp"`
	Overrides []string   `json:"overrides" doc:"what was decided by hand for this corner, to drop"`
	Other     *OtherView `json:"other,omitempty" doc:"the choice of the other piece"`
	Now       *TallyView `json:"now,omitempty"`
	Instead   *TallyView `json:"instead,omitempty"`
	Seen      bool       `json:"seen" doc:"from the way in"`
	Seam      float64    `json:"seam" doc:"how much of the seam shows from there, 0 to 1"`
	Fit       *JointFit  `json:"fit,omitempty" doc:"how it will close; none where that cannot be told"`
}

// JointFit is how a joint will close.
type JointFit struct {
	Word   string  `json:"word" enum:"closes,may show,likely shows,will not close"`
	Text   string  `json:"text"`
	Shows  float64 `json:"shows" doc:"how likely it shows, 0 to 1"`
	Closes bool    `json:"closes"`
}

// OtherView is what to send to let the other piece give way.
type OtherView struct {
	Text   string `json:"text"`
	Choice string `json:"choice" enum:"left,right"`
}

// TallyView is what choosing who is coped comes to over a run.
type TallyView struct {
	Cost    float64    `json:"cost"`
	Coped   LengthView `json:"coped"`
	Seams   []string   `json:"seams"`
	OffHand []string   `json:"offHand"`
	Double  []string   `json:"double"`
}

// ChainView is what shares corners, with the pieces that could go up first.
type ChainView struct {
	Room   string   `json:"room"`
	Runs   []string `json:"runs"`
	Starts []string `json:"starts"`
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
	Key      string    `json:"key" doc:"what others follow it by"`
	Follows  string    `json:"follows,omitempty" doc:"the key of the finding of its room that it follows from; it stands right after that"`
	Missing  bool      `json:"missing,omitempty" doc:"something is still to be done, and nothing is wrong"`
	Closing  bool      `json:"closing,omitempty" doc:"about whether the room's measurements go together"`
	AtCut    bool      `json:"atCut,omitempty" doc:"a caution says the same at the cut itself"`
}

// ActView is one thing to do about a finding at once.
type ActView struct {
	Do   string `json:"do" enum:"again,keep,twice,shoot,drop,take_back"`
	Kind string `json:"kind"`
	ID   string `json:"id"`
	To   string `json:"to,omitempty" doc:"the other corner of a diagonal"`
	Text string `json:"text"`
	Next string `json:"next" doc:"the same in a word or two, where it stands beside another of its kind"`
}

// CutView is one cut. Mark is what to send back when it is made.
type CutView struct {
	Piece    string        `json:"piece"`
	Hand     string        `json:"hand" enum:"left,right"`
	Step     string        `json:"step" enum:"cut,cope"`
	Number   int           `json:"number"`
	Done     bool          `json:"done"`
	Check    string        `json:"check"`
	Tries    string        `json:"tries,omitempty" doc:"of a cope: how often it can be begun anew in its stick"`
	Cautions []CautionView `json:"cautions"`
	Batch    int           `json:"batch" doc:"so many pieces are cut alike"`
	Mark     job.Record    `json:"mark"`
	First    string        `json:"first,omitempty" doc:"what is to be tried on a scrap before it"`
	Picture  string        `json:"picture,omitempty" doc:"what its picture is asked for by; none where its end has no setting"`
}

// CautionView is what can hurt at a cut.
type CautionView struct {
	Code string `json:"code"`
	Text string `json:"text"`
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

// viewOf makes the whole view of a job and its plan.
func viewOf(id string, rev int64, j *job.Job, p *plan.Plan) JobView {
	v := JobView{ID: id, Revision: rev, HeadView: headView(j, p), ShopView: shopView(j), Lines: []LayoutLineView{}, Groups: []BenchGroupView{},
		Glue:   []GlueStepView{},
		Chains: []ChainView{}, Orders: orderViews(p), Rooms: []RoomView{}, Pieces: []PieceView{}, Decisions: []DecisionView{}, Sets: []SetView{}, Odds: []OddView{},
		Findings: findingViews(p.Findings()),
		Cuts:     []CutView{}, Stock: stockViews(j, p)}
	codes, sticks := j.RoomCodes(), stickWords(p, j.Unit)
	for i := range j.Rooms {
		r := roomPart(j, &j.Rooms[i], p.Rooms[i], codes[j.Rooms[i].ID])
		for k := range r.Pieces {
			r.Pieces[k].Stick = sticks[r.Pieces[k].ID]
		}
		v.Lines, v.Groups, v.Chains, v.Rooms = append(v.Lines, r.Lines...), append(v.Groups, r.Groups...), append(v.Chains, r.Chains...), append(v.Rooms, r.Room)
		v.Pieces, v.Decisions, v.Sets = append(v.Pieces, r.Pieces...), append(v.Decisions, r.Decisions...), append(v.Sets, r.Sets...)
		v.Odds = append(v.Odds, r.Odds...)
	}
	for _, g := range p.Glue() {
		v.Glue = append(v.Glue, GlueStepView{g.Group, g.Text})
	}
	bench := benchOf(j, p.Pieces)
	for _, c := range p.Cuts() {
		v.Cuts = append(v.Cuts, bench.view(c))
	}
	return v
}

func headView(j *job.Job, p *plan.Plan) HeadView {
	v := HeadView{Name: j.Name, Unit: string(j.Unit), Stops: []StopView{}}
	for _, t := range p.Stops {
		v.Stops = append(v.Stops, StopView{t.ID, t.State, t.Text, t.Findings})
	}
	return v
}

func shopView(j *job.Job) ShopView {
	u := j.Unit
	v := ShopView{Rules: rulesView(&j.Rules, u), Saw: sawView(j, j.Machine()), Saws: []SawView{}, PutAway: some(j.PutAway), Kinds: []KindView{},
		Heads:     []KindView{},
		Mouldings: []MouldingView{}, Cutting: CuttingView{viewed(&j.Cutting, j)}, Doors: DoorsView{viewed(&j.Doors, j)}, Prices: pricesView(j.Prices, u),
		Quote: j.Quote, Tools: toolsView(j), People: peopleViews(j), Nails: nailViews(j), Times: timesView(j), Day: DayView{viewed(&j.Day, j)}, Promised: j.Promised}
	for _, s := range job.HeadSchools {
		v.Heads = append(v.Heads, KindView{s, sets.SchoolName(s)})
	}
	for _, k := range job.Kinds {
		v.Kinds = append(v.Kinds, KindView{k.Code, k.Title})
	}
	for i := range j.Mouldings {
		v.Mouldings = append(v.Mouldings, mouldingView(j, &j.Mouldings[i]))
	}
	for i := range j.Saws {
		v.Saws = append(v.Saws, sawView(j, &j.Saws[i]))
	}
	return v
}

func orderViews(p *plan.Plan) []OrderView {
	out := []OrderView{}
	for _, o := range p.Orders() {
		out = append(out, OrderView(o))
	}
	return out
}

// RoomPart is a room with its part of the plan.
type RoomPart struct {
	Room      RoomView         `json:"room"`
	Lines     []LayoutLineView `json:"lines"`
	Groups    []BenchGroupView `json:"groups"`
	Chains    []ChainView      `json:"chains"`
	Pieces    []PieceView      `json:"pieces"`
	Decisions []DecisionView   `json:"decisions"`
	Sets      []SetView        `json:"sets" doc:"what goes around its openings"`
	Odds      []OddView        `json:"odds" doc:"its odd places"`
	Findings  []FindingView    `json:"findings"`
}

// RoomWork is what is done with a room's pieces at the bench and the saw; what is done in other rooms
// has a say in it.
type RoomWork struct {
	Room   string            `json:"room"`
	Cuts   []CutView         `json:"cuts" doc:"in the order to make them"`
	Glue   []GlueStepView    `json:"glue" doc:"in the order to do it"`
	Sticks map[string]string `json:"sticks" doc:"of each piece that is laid out the stick it is cut from, and where on it, in words"`
}

func roomPart(j *job.Job, r *job.Room, p *plan.RoomPlan, code string) RoomPart {
	v := RoomPart{Room: roomView(j, r, p), Lines: layoutLines(j, r, p), Groups: []BenchGroupView{}, Chains: []ChainView{}, Pieces: []PieceView{},
		Sets:      []SetView{},
		Odds:      oddViews(j, r, p),
		Decisions: []DecisionView{}, Findings: findingViews(p.Findings)}
	v.Room.Code = code
	for _, g := range p.Groups {
		v.Groups = append(v.Groups, BenchGroupView{g.ID, g.Room, g.Pieces})
	}
	for _, c := range p.Chains {
		v.Chains = append(v.Chains, ChainView{c.Room, c.Runs, some(c.Starts)})
	}
	wallText := map[string]string{}
	for k, w := range r.Walls {
		wallText[w.ID] = job.WallNumber(k)
	}
	byID := piece.ByID(p.Pieces)
	for _, q := range p.Pieces {
		pv := pieceView(q, wallText[q.Wall], byID, j.Unit)
		pv.Lying = lying(j, q)
		v.Pieces = append(v.Pieces, pv)
	}
	for _, s := range p.Sets {
		v.Sets = append(v.Sets, setView(j, s))
	}
	for _, d := range p.Decisions {
		v.Decisions = append(v.Decisions, decisionView(j, *d, byID))
	}
	return v
}

func pieceView(q *piece.Piece, wall string, byID map[string]*piece.Piece, u measure.Unit) PieceView {
	v := PieceView{ID: q.ID, Label: q.Label, Room: q.Room, Run: q.Run, Wall: q.Wall, WallText: wall, Moulding: q.Moulding,
		Length: lengthView(q.Length, u), Cut: lengthView(q.Cut, u), Left: endView(&q.Left, byID, u), Right: endView(&q.Right, byID, u),
		Miscuts: q.Miscuts, Done: q.Done, Hung: q.Hung != "", Hang: q.Hang, Of: q.Of, Held: q.Held, NotAsIs: q.NotAsIs, Remarks: some(q.Remarks()),
		Ends: some(q.EndRemarks(u)), Set: q.Set, Part: q.Part, Odd: q.Odd, Group: q.Group, Cap: q.Cap, Early: q.Early, Late: q.Late, How: q.How,
		Allowed: q.AllowanceText(u)}
	if h := q.Hand; h != nil {
		v.Hand = &HandView{h.InPlace, h.By, h.Why, lengthView(q.Computed, u)}
	}
	return v
}

func findingViews(of finding.List) []FindingView {
	out := []FindingView{}
	for _, f := range of {
		out = append(out, findingView(f))
	}
	return out
}

func findingView(f finding.Finding) FindingView {
	form := f.Form()
	v := FindingView{f.Code, string(f.Severity), f.Stop, f.Kind, f.ID, f.Room, f.Text, f.Why, f.Remedy, []ActView{}, f.Key(), f.Follows, form.Missing,
		form.Closing, form.AtCut}
	for _, a := range f.Acts {
		v.Acts = append(v.Acts, ActView(a))
	}
	return v
}

func endView(e *piece.End, byID map[string]*piece.Piece, u measure.Unit) EndView {
	v := EndView{Joint: string(e.Joint), Corner: e.Corner, Letter: e.Letter, Side: string(e.Side), ToldTo: string(e.ToldTo), Meets: e.Meets, Stops: e.Against,
		Chamfer: e.ChamferText(u),
		Lies:    picture.Lies(e.Pose), Slope: e.Slant(), Assumed: e.Assumed, Mark: e.Mark, Coped: e.Coped, Pose: e.Pose.Name(), Fence: saw.FenceText(e.Fence),
		FenceDo: saw.FenceDo(e.Fence), Why: strings.Join(e.Why, " "), Error: e.CalibrationText(), Note: e.Remark(), Meeting: e.MeetingText(byID[e.Meets], u),
		Said: e.JointText(), Set: e.SettingKey()}
	if long := e.TopLong.Abs(); long >= measure.Inch/64 && !e.Faced { // of what lies flat it is told after the cut
		v.TopLong = "top edge " + long.In(u) + " short of the bottom"
		if e.TopLong > 0 {
			v.TopLong = "top edge " + long.In(u) + " longer than the bottom"
		}
	}
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

func decisionView(j *job.Job, d plan.Decision, byID map[string]*piece.Piece) DecisionView {
	v := DecisionView{Room: d.Room, Run: d.Run, Corner: d.Corner, Letter: d.Letter, Joint: d.Joint, Coped: d.Coped, Through: d.Through, Left: d.Left,
		Right: d.Right,
		Stops: d.Against, Rule: d.Rule, Title: d.Title, Why: d.Why, RunnerUp: d.RunnerUp, Overrides: some(d.Overrides), Now: tallyView(d.Now, j.Unit),
		Instead: tallyView(d.Instead, j.Unit), Seen: d.Seen, Seam: d.Seam}
	if d.Fit != nil {
		v.Fit = &JointFit{d.Fit.Word(), d.Fit.Text(j.Unit) + ".", d.Fit.Shows, d.Fit.Closes()}
	}
	if d.Instead != nil || d.Joint == "cope" && len(d.Overrides) > 0 {
		v.Other = &OtherView{Choice: job.HandLeft}
		if d.Coped == d.Left {
			v.Other.Choice = job.HandRight
		}
		verb := "Cope "
		if d.Joint == "butt" {
			verb = "Butt "
		}
		v.Other.Text = verb + words.Small(labelOf(byID, d.Through)) + " instead"
	}
	return v
}

func tallyView(t *plan.Tally, u measure.Unit) *TallyView {
	if t == nil {
		return nil
	}
	return &TallyView{t.Cost, lengthView(t.Coped, u), some(t.Seams), some(t.OffHand), some(t.Double)}
}

func labelOf(byID map[string]*piece.Piece, id string) string {
	if p := byID[id]; p != nil {
		return p.Label
	}
	return ""
}
