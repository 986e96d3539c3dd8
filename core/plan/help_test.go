package plan_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/plan"
)

// tester is a test, a benchmark or a property.
type tester interface {
	require.TestingT
	Helper()
}

// read makes a job from the text of a job file.
func read(t tester, text string) job.Job {
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

func build(t tester, j job.Job) plan.Plan {
	t.Helper()
	p, err := plan.Build(j)
	require.NoError(t, err)
	return p
}

// room writes a job of one room: walls as typed, corners as "90.4", "out 91" or
// "44.9 mitre", with a base 9/16 thick and 16 ft sticks. Where the rules do not say
// otherwise, copes keep to one hand so far as that can be hung.
func room(closed bool, rules, walls, corners string, openings ...string) string {
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

func piece(t tester, p plan.Plan, id string) plan.Piece {
	t.Helper()
	for _, q := range p.Pieces {
		if q.ID == id {
			return q
		}
	}
	require.Fail(t, "no piece "+id)
	return plan.Piece{}
}

// want is an end as a carpenter would write it down.
type want struct {
	joint plan.Joint
	told  plan.Point
	mitre float64
	keep  joint.Hand
}

func checkEnd(t *testing.T, name string, e plan.End, w want) {
	t.Helper()
	require.NotNil(t, e.Setting, name)
	if e.Joint != w.joint || e.ToldTo != w.told || e.Setting.Keep != w.keep {
		t.Errorf("%s: %s told to %s, keep %s; want %+v", name, e.Joint, e.ToldTo, e.Setting.Keep, w)
	}
	if d := float64(e.Setting.Mitre) - w.mitre; d > 0.01 || d < -0.01 {
		t.Errorf("%s: mitre %v, want %v", name, e.Setting.Mitre, w.mitre)
	}
	if e.Setting.Bevel != 0 {
		t.Errorf("%s: bevel %v", name, e.Setting.Bevel)
	}
}

// codes are those of all findings but what a closed room's check can see, which
// every measured room is told.
func codes(p plan.Plan) []string {
	out := []string{}
	for _, f := range p.Findings {
		if f.Code != "check_sees" {
			out = append(out, f.Code)
		}
	}
	return out
}

func finding(t tester, p plan.Plan, code string) plan.Finding {
	t.Helper()
	for _, f := range p.Findings {
		if f.Code == code {
			return f
		}
	}
	require.Fail(t, "no finding "+code, "%v", codes(p))
	return plan.Finding{}
}
