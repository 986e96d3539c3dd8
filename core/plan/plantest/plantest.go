// Package plantest is what the tests of planning share: small jobs to plan, and what is asked of plans.
package plantest

import (
	"context"
	"encoding/json"
	"fmt"
	"github.com/stretchr/testify/require"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/sticks"
	"math/rand/v2"
	"slices"
	"strings"
)

const Square4 = "120, 96, 120, 96"

// T is a test, a benchmark or a property.
type T interface {
	require.TestingT
	Helper()
}

// Read makes a job from the text of a job file.
func Read(t T, text string) job.Job {
	t.Helper()
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(text), &j))
	if j.Unit == "" {
		j.Unit = "in"
	}
	require.NoError(t, job.Resolve(&j, j.Unit))
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

func Build(t T, j job.Job) plan.Plan {
	t.Helper()
	p, err := plan.Build(j)
	require.NoError(t, err)
	return p
}

// Room writes a job of one room: walls as typed, corners as "90.4", "out 91" or
// "44.9 mitre", with a base 9/16 thick and 16 ft sticks. Where the rules do not say
// otherwise, copes keep to one hand so far as that can be hung.
func Room(closed bool, rules, walls, corners string, openings ...string) string {
	var w, c []string
	for i, l := range strings.Split(walls, ", ") {
		v := fmt.Sprintf("%q", l)
		if l == "?" {
			v = "null"
		}
		w = append(w, fmt.Sprintf(`{"id":"w%d","length":%s}`, i+1, v))
	}
	for i, k := range strings.Split(corners, ", ") {
		kind, scale := "inside", "corner"
		f := strings.Fields(k)
		if f[0] == "out" {
			kind, f = "outside", f[1:]
		}
		if len(f) == 2 {
			scale = f[1]
		}
		v := f[0]
		if v == "?" {
			v = "null"
		}
		c = append(c, fmt.Sprintf(`{"id":"c%d","kind":%q,"reading":%s,"scale":%q}`, i+1, kind, v, scale))
	}
	if rules == "" {
		rules = `"inside":"cope","cope_hand":"right"`
	}
	if !strings.Contains(rules, "weights") {
		rules += `,"weights":{"short":10,"hidden":0,"hand":100,"double":0}`
	}
	return fmt.Sprintf(`{"gnomon":1,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]}],
		"saw":{"mitre_left":50,"mitre_right":50,"bevel_left":45,"bevel_right":0,"resolution":0.5,"detents":[0,15,22.5,30,45]},
		"rules":{%s},"rooms":[{"id":"r","closed":%v,"walls":[%s],"corners":[%s],"openings":[%s],"runs":[{"id":"k","moulding":"b"}]}]}`,
		rules, closed, strings.Join(w, ","), strings.Join(c, ","), strings.Join(openings, ","))
}

func Piece(t T, p plan.Plan, id string) *piece.Piece {
	t.Helper()
	for i := range p.Pieces {
		if p.Pieces[i].ID == id {
			return p.Pieces[i]
		}
	}
	require.Fail(t, "no piece "+id)
	return nil
}

// Codes are those of all findings but what a closed room's check can see, which
// every measured room is told.
func Codes(p plan.Plan) []string {
	out := []string{}
	for _, f := range p.Findings() {
		if f.Code != "check_sees" {
			out = append(out, f.Code)
		}
	}
	return out
}

func Finding(t T, p plan.Plan, code string) finding.Finding {
	t.Helper()
	for _, f := range p.Findings() {
		if f.Code == code {
			return f
		}
	}
	require.Fail(t, "no finding "+code, "%v", Codes(p))
	return finding.Finding{}
}

// Hall is a room with a chimney breast, its walls at the ceiling, a door and a cabinet up
// to the ceiling; crown is the job's crown, base its base.
func Hall(t T) job.Job {
	return Read(t, `{"gnomon":3,"mouldings":[
		{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]},
		{"id":"c","kind":"crown","height":"3 7/8","thickness":"3 1/8","wall_foot":"1/2","ceiling_foot":"1/2","profiled":true,"sticks":["16'","12'"]},
		{"id":"f","kind":"flat","height":"4 1/2","thickness":"3/4","sticks":["16'"]}],
	"saws":[{"id":"big","mitre_left":55,"mitre_right":55,"bevel_left":48,"bevel_right":48,"resolution":0.1,"detents":[0,45]},
		{"id":"small","mitre_left":50,"mitre_right":50,"bevel_left":46,"bevel_right":0,"resolution":0.5,
			"nested_height":"3 1/2","nested_depth":"3 1/2","flat":"7","flat_45":"5 1/8"}],"saw":"big",
	"rules":{"layout":"1/16","bench":"16"},
	"rooms":[{"id":"r","closed":true,"walls":[{"id":"w1","length":"15'"},{"id":"w2","length":"10'"},{"id":"w3","length":"5'"},{"id":"w4","length":"14"},
		{"id":"w5","length":"5'"},{"id":"w6","length":"14"},{"id":"w7","length":"5'"},{"id":"w8","length":"10'"}],
		"corners":[{"id":"ca","reading":90},{"id":"cb","reading":90},{"id":"cc","reading":90},{"id":"cd","kind":"outside","reading":90},
			{"id":"ce","kind":"outside","reading":90},{"id":"cf","reading":90},{"id":"cg","reading":90},{"id":"ch","reading":90}],
		"openings":[{"id":"door","wall":"w1","from":"5'","width":"36"},{"id":"cab","wall":"w8","kind":"cabinet","from":"0","width":"30","head":"96"}],
		"look":{"ceiling":"8"},
		"runs":[{"id":"kb","moulding":"b"},{"id":"kc","moulding":"c","level":"ceiling"}]}]}`)
}

func Typed(s string) *job.Entry {
	e, err := job.Typed(s, "in")
	if err != nil {
		panic(err)
	}
	return &e
}

// House is a job of n rooms of 12 walls and doors that close, the same for the
// same n; open ones have their last wall a foot too long.
func House(n int, open bool) string {
	rnd := rand.New(rand.NewPCG(1, 2))
	var rooms []string
	for i := range n {
		var walls, corners, openings []string
		var l [12]int // in sixteenths
		for k := range l {
			l[k] = 16*(20+rnd.IntN(17)) + 1 + 2*rnd.IntN(8)
			if k == 1 || k == 5 || k == 9 {
				l[k] += 80 * 16
			}
		}
		l[0] = l[2] + l[4] + l[6] + l[8] + l[10]
		l[11] = l[1] - l[3] + l[5] - l[7] + l[9]
		if open {
			l[11] += 12 * 16
		}
		for k := range 12 {
			kind := "inside"
			if k == 3 || k == 4 || k == 7 || k == 8 {
				kind = "outside"
			}
			walls = append(walls, fmt.Sprintf(`{"id":"r%dw%d","length":"%d %d/16"}`, i, k, l[k]/16, l[k]%16))
			corners = append(corners, fmt.Sprintf(`{"id":"r%dc%d","kind":%q,"reading":%.1f}`, i, k, kind, 89.7+0.6*rnd.Float64()))
		}
		for k := range 2 {
			openings = append(openings, fmt.Sprintf(`{"id":"r%do%d","wall":"r%dw%d","from":"4","width":"12"}`, i, k, i, 5*k))
		}
		rooms = append(rooms, fmt.Sprintf(`{"id":"r%d","closed":true,"walls":[%s],"corners":[%s],"openings":[%s],"runs":[{"id":"k%d","moulding":"b"}]}`,
			i, strings.Join(walls, ","), strings.Join(corners, ","), strings.Join(openings, ","), i))
	}
	return `{"gnomon":1,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["40'"]}],"rooms":[` + strings.Join(rooms, ",") + `]}`
}

// Mark makes the mark that the screen of this plan would send.
func Mark(t T, j *job.Job, kind job.RecordKind, id string, hand joint.Hand) {
	t.Helper()
	q := Piece(t, Build(t, *j), id)
	c := job.Cut{Length: q.Cut}
	if s := q.End(hand).Setting; s != nil {
		c.Mitre, c.Bevel = s.Mitre, s.Bevel
	}
	j.Records = append(j.Records, Record(j, kind, id, q.Label, string(hand), c))
}

// Find is the first finding of a code, where there is one.
func Find(p plan.Plan, code string) (finding.Finding, bool) {
	for _, f := range p.Findings() {
		if f.Code == code {
			return f, true
		}
	}
	return finding.Finding{}, false
}

// Run is a run of the first room.
func Run(j *job.Job, id string) *job.Run {
	r := &j.Rooms[0]
	return &r.Runs[slices.IndexFunc(r.Runs, func(k job.Run) bool { return k.ID == id })]
}

// OfRun are the pieces of one run.
func OfRun(p plan.Plan, run string) (out []piece.Piece) {
	for _, q := range p.Pieces {
		if q.Run == run {
			out = append(out, *q)
		}
	}
	return out
}

// Record is the next record of a job, of an end cut or spoiled.
func Record(j *job.Job, kind job.RecordKind, piece, label, end string, c job.Cut) job.Record {
	return job.Record{ID: fmt.Sprintf("m%d", len(j.Records)+1), Kind: kind, On: job.On{Piece: piece, Label: label, End: end}, Bodies: job.Bodies{Cut: &c}}
}

// All is all that a finding says.
func All(f finding.Finding) string { return f.Text + " " + f.Why + " " + f.Remedy }

// Fitted fits a job's base into sticks and accepts what is found.
func Fitted(t T, j job.Job, rack ...sticks.RackOffcut) (job.Job, plan.Plan) {
	t.Helper()
	j = j.Clone()
	p := Build(t, j)
	f, err := sticks.NewFitting(&j, p.Pieces, "b", rack)
	require.NoError(t, err)
	l, err := nest.Search(context.Background(), f.Problem, nest.Effort{Work: nest.Second / 20})
	require.NoError(t, err)
	require.NoError(t, f.Problem.Verify(l))
	out := f.Layout(l, func(n int) string { return fmt.Sprintf("s%d", n) })
	if old := j.Layout("b"); old != nil {
		*old = out
	} else {
		j.Layouts = append(j.Layouts, out)
	}
	require.NoError(t, j.Check())
	return j, Build(t, j)
}

// SticksOf gives the job's base these stick lengths, in feet, at 2 a foot.
func SticksOf(j job.Job, feet ...int64) job.Job {
	j = j.Clone()
	j.Mouldings[0].Sticks = nil
	for _, f := range feet {
		l := measure.Length(f) * measure.Foot
		j.Mouldings[0].Sticks = append(j.Mouldings[0].Sticks, job.Stick{Entry: job.Entry{Length: l, Text: l.String()}, Price: 200 * job.Count(f)})
	}
	return j
}

func Marked(j job.Job, kind job.RecordKind, piece string, ends ...string) job.Job {
	j = j.Clone()
	p, err := plan.Build(j)
	if err != nil {
		panic(err)
	}
	for _, end := range ends {
		for _, q := range p.Pieces {
			if q.ID == piece {
				j.Records = append(j.Records, Record(&j, kind, piece, q.Label, end, job.Cut{Length: q.Cut}))
			}
		}
	}
	return j
}
