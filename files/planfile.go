package files

import (
	"cmp"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"text/tabwriter"
	"unicode"
	"unicode/utf8"

	"gnomon/core/day"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/saw"
)

// PlanFile is the plan as scripts read it. Angles are degrees with the signs
// of docs/geometry.md; lengths are nanometres and inches to a millionth.
type PlanFile struct {
	Pieces    []PlanPiece    `json:"pieces"`
	Decisions []PlanDecision `json:"decisions"`
	HangOrder []string       `json:"hang_order"`
	Nails     []PlanNail     `json:"nails"`
	Backing   []PlanStrip    `json:"backing"`
	Tasks     []PlanTask     `json:"tasks"`
	Findings  []PlanFinding  `json:"findings"`
}

// PlanNail is one nail: along its piece from the back of its left end, where it enters the face above the bottom edge, of what goes around
// an opening above its inner edge.
type PlanNail struct {
	Piece    string  `json:"piece"`
	At       float64 `json:"at_in"`
	Height   float64 `json:"height_in"`
	Length   float64 `json:"length_in"`
	Into     string  `json:"into"`
	Jamb     bool    `json:"jamb,omitempty"` // of an opening, the jamb and not the framing
	Toward   float64 `json:"toward_deg"`     // off square along the piece, to the right where positive
	Up       float64 `json:"up_deg,omitempty"`
	Kind     string  `json:"kind"`
	Row      string  `json:"row"`
	Supposed bool    `json:"supposed,omitempty"` // nobody found what it holds in
	Covered  bool    `json:"covered,omitempty"`  // the next piece stands before it
}

// PlanStrip is a strip of backing or furring, fixed before the trim.
type PlanStrip struct {
	Kind  string  `json:"kind"`
	Room  string  `json:"room"`
	Run   string  `json:"run"`
	Wall  string  `json:"wall"`
	From  float64 `json:"from_in"`
	To    float64 `json:"to_in"`
	Thick float64 `json:"thick_in"`
	Wide  float64 `json:"wide_in"` // out from the wall, of furring its height
}

// PlanTask is one thing to do, and when. Times are by the clock; where the job has no first day they count from a Monday of long ago.
type PlanTask struct {
	ID      string   `json:"id"`
	What    string   `json:"what"`
	Room    string   `json:"room,omitempty"`
	Minutes int      `json:"minutes"`
	After   []string `json:"after"`
	Waits   int      `json:"waits_minutes"` // after it, before what comes after it may begin
	Start   string   `json:"start"`
	End     string   `json:"end"`
	Who     string   `json:"who"` // none for what takes nobody, or is done
	Done    bool     `json:"done,omitempty"`
}

// PlanDecision is what was decided at a corner of a run. Gives is the piece that is coped
// or butted, Through the one that runs past it.
type PlanDecision struct {
	Run       string `json:"run"`
	Corner    string `json:"corner"`
	Joint     string `json:"joint"`
	Gives     string `json:"gives,omitempty"`
	Through   string `json:"through,omitempty"`
	Rule      string `json:"rule"`
	Reason    string `json:"reason"`
	RunnerUp  string `json:"runner_up,omitempty"`
	Overruled bool   `json:"overruled,omitempty"`
}

// PlanPiece is one piece.
type PlanPiece struct {
	ID       string  `json:"id"`
	Label    string  `json:"label"`
	Room     string  `json:"room"`
	Run      string  `json:"run"`
	Wall     string  `json:"wall"`
	Moulding string  `json:"moulding"`
	LengthNM int64   `json:"length_nm"`
	LengthIn float64 `json:"length_in"`
	CutNM    int64   `json:"cut_nm"`
	CutIn    float64 `json:"cut_in"`
	Left     PlanEnd `json:"left"`
	Right    PlanEnd `json:"right"`
	Group    string  `json:"bench_group,omitempty"`
	Cap      bool    `json:"cap,omitempty"`
	InPlace  bool    `json:"in_place,omitempty"`
	Held     string  `json:"held,omitempty"`      // why it is held back: it is not to be cut yet
	NotAsIs  string  `json:"not_as_is,omitempty"` // what else is to be done to it on its wall
	Hangs    int     `json:"hangs"`               // its place in the order to hang, 0 where it cannot be hung
}

// PlanEnd is one end of a piece. The setting is null where no reading allows
// one, the dial where this job's saw cannot reach it.
type PlanEnd struct {
	Joint  string   `json:"joint"`
	Corner *string  `json:"corner"`
	Side   *string  `json:"side"`
	ToldTo string   `json:"told_to"`
	Meets  *string  `json:"meets"`
	Pose   string   `json:"pose"`
	Mitre  *float64 `json:"mitre_deg"`
	Bevel  *float64 `json:"bevel_deg"`
	Keep   *string  `json:"keep"`
	Dial   *float64 `json:"dial_deg"`
	Detent *float64 `json:"detent"`
	// Tilt is the bevel dialled; Edge the one to the fence, lying flat; Fence tells of an
	// added one, square to the saw's own: mitre, dial and keep are then those of the piece
	// along it, coming toward the one who saws.
	Tilt      *float64 `json:"dial_bevel_deg,omitempty"`
	Edge      string   `json:"edge,omitempty"`
	Fence     bool     `json:"added_fence,omitempty"`
	FenceSide string   `json:"fence_side,omitempty"` // of the piece, on which it stands
	Why       []string `json:"pose_why,omitempty"`
	Lean      float64  `json:"lean_deg,omitempty"`
	// Chamfer is how far back of the end its face is taken away at 45.
	ChamferNM int64   `json:"chamfer_nm,omitempty"`
	ChamferIn float64 `json:"chamfer_in,omitempty"`
	Note      string  `json:"note,omitempty"`
}

// PlanFinding is one finding.
type PlanFinding struct {
	Code     string `json:"code"`
	Severity string `json:"severity"`
	About    string `json:"about"`
	Text     string `json:"text"`
	Remedy   string `json:"remedy"`
	Follows  string `json:"follows,omitempty"` // the code and about of the finding that it follows from, which stands before it
}

func optional(s string) *string {
	if s == "" {
		return nil
	}
	return &s
}

func planEnd(e piece.End) PlanEnd {
	out := PlanEnd{Joint: string(e.Joint), Corner: optional(e.Corner), Side: optional(string(e.Side)), ToldTo: string(e.ToldTo),
		Meets: optional(e.Meets), Pose: string(e.Pose.Lie), Fence: e.Fence != "", FenceSide: string(e.Fence), Why: e.Why, Lean: float64(e.Lean),
		ChamferNM: int64(e.Chamfer), ChamferIn: micro(e.Chamfer), Note: e.Remark()}
	if e.Pose.Lie == saw.Flat {
		out.Edge = string(e.Pose.Edge)
	}
	if s := e.Setting; s != nil {
		m, b := float64(s.Mitre), float64(s.Bevel)
		out.Mitre, out.Bevel, out.Keep = &m, &b, optional(string(s.Keep))
	}
	if d := e.Dial; d != nil {
		m := float64(d.Mitre)
		out.Dial = &m
		if e.Setting.Bevel != 0 {
			b := float64(d.Bevel)
			out.Tilt = &b
		}
		if d.Detent != nil {
			t := float64(*d.Detent)
			out.Detent = &t
		}
	}
	return out
}

func micro(l measure.Length) float64 { return math.Round(l.Inches()*1e6) / 1e6 }

// NewPlanFile makes the script's view of a plan.
func NewPlanFile(j job.Job, p plan.Plan) PlanFile {
	out := PlanFile{Pieces: []PlanPiece{}, Decisions: []PlanDecision{}, HangOrder: []string{}, Nails: []PlanNail{}, Backing: []PlanStrip{},
		Tasks: []PlanTask{}, Findings: []PlanFinding{}}
	for _, c := range p.Pieces {
		out.Pieces = append(out.Pieces, PlanPiece{ID: c.ID, Label: c.Label, Room: c.Room, Run: c.Run, Wall: c.Wall, Moulding: c.Moulding, Group: c.Group, Cap: c.Cap,
			InPlace: c.Hand != nil && c.Hand.InPlace, Hangs: c.Hang, Held: c.Held, NotAsIs: c.NotAsIs,
			LengthNM: int64(max(0, c.Length)), LengthIn: micro(max(0, c.Length)), CutNM: int64(max(0, c.Cut)), CutIn: micro(max(0, c.Cut)),
			Left: planEnd(c.Left), Right: planEnd(c.Right)})
	}
	for _, d := range p.Decisions() {
		out.Decisions = append(out.Decisions, PlanDecision{d.Run, d.Corner, d.Joint, d.Coped, d.Through, d.Rule, d.Reason, d.RunnerUp, len(d.Overrides) > 0})
	}
	out.HangOrder = append(out.HangOrder, p.HangOrder()...)
	for _, r := range p.Rooms {
		for _, n := range r.Fixing.Nails {
			out.Nails = append(out.Nails, PlanNail{n.Piece, micro(n.At), micro(n.Height), micro(n.Length), string(n.Into), n.Jamb, float64(n.Toward),
				float64(n.Up), n.Kind,
				n.Row, n.Supposed, n.Covered})
		}
		for _, s := range r.Fixing.Strips {
			out.Backing = append(out.Backing, PlanStrip{string(s.Kind), r.Room, s.Run, s.Wall, micro(s.From), micro(s.To), micro(s.Thick), micro(s.Reach)})
		}
	}
	days := day.Make(&j, &p)
	for i, t := range days.Tasks {
		at := days.Placed[i]
		out.Tasks = append(out.Tasks, PlanTask{ID: t.ID, What: t.What, Room: t.Room, Minutes: t.Minutes, After: append([]string{}, t.After...), Waits: t.Dries,
			Start: days.At(at.Start).Format(job.LocalTime), End: days.At(at.End).Format(job.LocalTime), Who: j.Worker(at.Who), Done: t.Done})
	}
	for _, f := range slices.Concat(p.Findings(), p.AtTheWall(), days.Findings) {
		out.Findings = append(out.Findings, PlanFinding{Code: f.Code, Severity: string(f.Severity), About: f.About(), Text: f.Text + " " + f.Why, Remedy: f.Remedy,
			Follows: f.Follows})
	}
	return out
}

// WritePlanJSON writes the plan as JSON, the same bytes for the same plan.
func WritePlanJSON(w io.Writer, j job.Job, p plan.Plan) error {
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	return enc.Encode(NewPlanFile(j, p))
}

// WritePlanCSV writes the cut list, one line a piece, as RFC 4180 has it. Text
// that a spreadsheet would take for a formula is kept from being one.
func WritePlanCSV(w io.Writer, j job.Job, p plan.Plan) error {
	c := csv.NewWriter(w)
	head := []string{"piece", "room", "wall", "measured", "cut", "cut_in", "cut_mm"}
	for _, side := range []string{"left", "right"} {
		for _, f := range []string{"joint", "told_to", "meets", "mitre", "bevel", "keep", "dial", "detent"} {
			head = append(head, side+"_"+f)
		}
	}
	head = append(head, "left_lies", "left_dial_bevel", "right_lies", "right_dial_bevel", "moulding", "hangs", "bench", "left_note", "right_note", "allowed",
		"left_chamfer", "right_chamfer", "held", "not_as_is", "nails", "hung")
	if err := c.Write(head); err != nil {
		return err
	}
	labels := labels(p)
	for _, q := range p.Pieces {
		row := []string{q.Label, j.Room(q.Room).Title(), wallLabel(j, *q), q.Length.In(j.Unit), q.Cut.In(j.Unit), decimal(micro(q.Cut)), q.Cut.MM(2)}
		if q.Length < 0 { // nothing is left of its wall
			row[3] = ""
		}
		if q.Cut <= 0 {
			row[4], row[5], row[6] = "", "", ""
		}
		if q.Held != "" { // no figure that a saw's stop could be sent to
			row[4], row[5], row[6] = q.LengthText(j.Unit), "", ""
		}
		for _, e := range []piece.End{q.Left, q.Right} {
			f := planEnd(e)
			row = append(row, f.Joint, f.ToldTo, labels[e.Meets], number(f.Mitre), number(f.Bevel), text(f.Keep), number(f.Dial), number(f.Detent))
		}
		up := ""
		if q.Hung != "" {
			up = "yes"
		}
		for _, e := range []piece.End{q.Left, q.Right} {
			row = append(row, saw.Lying(e.Pose, e.Fence), number(planEnd(e).Tilt))
		}
		row = append(row, j.Moulding(q.Moulding).Title(), fmt.Sprint(q.Hang), labels[q.Group], q.Left.Remark(), q.Right.Remark(), q.AllowanceText(j.Unit),
			chamfered(q.Left, j.Unit), chamfered(q.Right, j.Unit), q.Held, q.NotAsIs, p.NailText(q, j.Unit), up)
		if err := c.Write(cells(row...)); err != nil {
			return err
		}
	}
	c.Flush()
	return c.Error()
}

func chamfered(e piece.End, unit measure.Unit) string {
	if e.Chamfer <= 0 {
		return ""
	}
	return e.Chamfer.In(unit)
}

// unformula puts a quote before a text that a spreadsheet would calculate, wherever blanks or
// signs that are not seen stand before it, and in the wide letters that some take for the
// narrow ones. Numbers with a sign stay numbers.
func unformula(s string) string {
	seen := strings.TrimLeftFunc(s, func(r rune) bool { return !unicode.IsGraphic(r) || unicode.IsSpace(r) })
	if first, _ := utf8.DecodeRuneInString(seen); !strings.ContainsRune("=+-@＝＋－＠", first) || seen == "" {
		return s
	}
	if _, err := strconv.ParseFloat(s, 64); err == nil {
		return s
	}
	return "'" + s
}

// cells are a line of a table as a spreadsheet may read it.
func cells(row ...string) []string {
	for i := range row {
		row[i] = unformula(row[i])
	}
	return row
}

func decimal(f float64) string { return strconv.FormatFloat(f, 'f', -1, 64) }

func number(f *float64) string {
	if f == nil {
		return ""
	}
	return decimal(math.Round(*f*1e6) / 1e6)
}

func text(s *string) string {
	if s == nil {
		return ""
	}
	return *s
}

func labels(p plan.Plan) map[string]string {
	m := make(map[string]string, len(p.Pieces))
	for _, q := range p.Pieces {
		m[q.ID] = q.Label
	}
	return m
}

func wallLabel(j job.Job, q piece.Piece) string {
	return cmp.Or(j.Room(q.Room).WallTitle(q.Wall), q.Wall)
}

// WritePlanText writes the cut list and the findings for a terminal.
func WritePlanText(w io.Writer, j job.Job, p plan.Plan) error {
	for i := range j.Rooms {
		r := &j.Rooms[i]
		if _, err := fmt.Fprintf(w, "%s\n", r.Title()); err != nil {
			return err
		}
		t := tabwriter.NewWriter(w, 2, 4, 2, ' ', 0)
		for _, q := range p.Pieces {
			if q.Room == r.ID {
				length := q.LengthText(j.Unit)
				if m := q.MeasuredText(j.Unit); m != "" {
					length += ", measured " + m
				}
				fmt.Fprintf(t, "  %s\t%s\t%s\t%s\t%s\n", q.Label, wallLabel(j, *q), length, endText(joint.Left, q.Left, j.Unit), endText(joint.Right, q.Right, j.Unit))
			}
		}
		if err := t.Flush(); err != nil {
			return err
		}
		for _, q := range p.Pieces {
			for _, s := range q.Remarks() {
				if q.Room == r.ID {
					fmt.Fprintf(w, "  %s: %s\n", q.Label, s)
				}
			}
		}
	}
	for _, f := range p.Findings() {
		before := ""
		if f.Follows != "" {
			before = "  from this follows, "
		}
		if _, err := fmt.Fprintf(w, "%s%s: %s %s %s\n", before, f.Severity, f.Text, f.Why, f.Remedy); err != nil {
			return err
		}
	}
	return nil
}

// endText tells an end in a line.
func endText(h joint.Hand, e piece.End, unit measure.Unit) string {
	s := fmt.Sprintf("%s %s", h, e.Joint)
	if e.ToldTo != piece.ToEnd {
		s += ", " + string(e.ToldTo) + " point"
	}
	if c := e.ChamferText(unit); c != "" {
		s += ", " + c
	}
	if e.Setting == nil {
		return s + ", no setting"
	}
	if e.Dial == nil {
		return s + fmt.Sprintf(", mitre %s is past what this saw does", e.Setting.Mitre)
	}
	if e.Pose.Lie != saw.Upright {
		s += ", " + e.Pose.Name()
	}
	if e.Fence != "" {
		s += ", " + saw.FenceText(e.Fence)
	}
	if e.Dial.Mitre == 0 && e.Dial.Bevel == 0 {
		return s
	}
	s += ", dial " + saw.SwingText(e.Dial.Mitre)
	if e.Dial.Bevel != 0 {
		s += ", bevel " + saw.TiltText(e.Dial.Bevel)
	}
	return s + fmt.Sprintf(", keep %s", e.Setting.Keep)
}
