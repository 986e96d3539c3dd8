package files

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/compare"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/housetest"
	"gnomon/core/sawing"
	"gnomon/demo"
)

// A change that is to change nothing is proved by comparing plans before and after: once
// with -same.write DIR on the old program, then with -same.against DIR on the new one. See
// CONTRIBUTING.md.
var (
	sameWrite   = flag.String("same.write", "", "write what is planned into a directory")
	sameAgainst = flag.String("same.against", "", "compare what is planned with a directory")
	sameRandom  = flag.Int("same.random", 60, "so many random jobs")
	sameJobs    = flag.String("same.jobs", "", "a directory of other job files to plan as well")
)

// Every plan of the demo, of the tests' job files and of random ones can be written, worked
// on and planned again; with the flags above they are kept, or compared byte for byte.
func TestSamePlans(t *testing.T) {
	jobs := map[string]job.Job{}
	add := func(name, file string) bool {
		j, err := ReadJob(strings.NewReader(file))
		if err == nil {
			jobs[name] = j
		}
		return err == nil
	}
	require.True(t, add("demo", string(demo.FerryHouse)))
	require.True(t, add("shed", shed(t)))
	if *sameJobs != "" {
		list, err := filepath.Glob(filepath.Join(*sameJobs, "*.json"))
		require.NoError(t, err)
		require.NotEmpty(t, list)
		for _, name := range list {
			b, err := os.ReadFile(name)
			require.NoError(t, err)
			add(filepath.Base(name), string(b))
		}
	}
	refused := 0
	for n := range uint64(*sameRandom) {
		name := fmt.Sprintf("random%04d", n)
		if n%4 == 3 { // a file of ours, changed in a few places
			r := rand.New(rand.NewPCG(n, 16))
			var v any
			require.NoError(t, json.Unmarshal([]byte([]string{string(demo.FerryHouse), shed(t)}[n/4%2]), &v))
			for range 1 + r.IntN(3) {
				v = mutated(r, v)
			}
			b, _ := json.Marshal(v)
			if !add(name, string(b)) {
				refused++
			}
			continue
		}
		j := housetest.Job(n)
		if j.Check() != nil {
			refused++
			continue
		}
		jobs[name] = j
	}
	assert.Less(t, refused, *sameRandom/3)
	t.Run("all", func(t *testing.T) {
		for name, j := range jobs {
			t.Run(name, func(t *testing.T) {
				t.Parallel()
				same(t, name, j)
			})
		}
	})
	t.Logf("%d jobs planned, worked on and planned again; %d were refused", len(jobs), refused)
}

// same plans a job, works on it and plans it again, and keeps or compares what came out.
func same(t *testing.T, name string, j job.Job) {
	var out bytes.Buffer
	first := writeAll(t, &out, j)
	laid, err := housetest.Fitted(j, &first, nil)
	require.NoError(t, err)
	next := housetest.WorkOn(uint64(len(name))+uint64(name[len(name)-1]), laid, &first)
	if err := next.Check(); err == nil {
		fmt.Fprintln(&out, "== worked on")
		again := writeAll(t, &out, next)
		for _, c := range compare.Changes(&first, &again, j.Unit) {
			fmt.Fprintln(&out, c)
		}
		fmt.Fprintln(&out, compare.ScoreOf(next, &again))
	}
	if *sameWrite != "" {
		require.NoError(t, os.MkdirAll(*sameWrite, 0o755))
		require.NoError(t, os.WriteFile(filepath.Join(*sameWrite, name+".txt"), out.Bytes(), 0o644))
	}
	if *sameAgainst != "" {
		was, err := os.ReadFile(filepath.Join(*sameAgainst, name+".txt"))
		require.NoError(t, err)
		if !bytes.Equal(was, out.Bytes()) {
			a, b := strings.Split(string(was), "\n"), strings.Split(out.String(), "\n")
			for i := range min(len(a), len(b)) {
				if a[i] != b[i] {
					t.Fatalf("line %d\nwas %s\nis  %s", i+1, a[i], b[i])
				}
			}
			t.Fatalf("had %d lines, has %d", len(a), len(b))
		}
	}
}

// writeAll plans a job and writes all that people and scripts read of it, as it is named
// where they read it and not as it is named here.
func writeAll(t *testing.T, w io.Writer, j job.Job) plan.Plan {
	p, err := plan.Build(j)
	require.NoError(t, err)
	require.NoError(t, WritePlanJSON(w, j, p))
	require.NoError(t, WritePlanCSV(w, j, p))
	require.NoError(t, WritePlanText(w, j, p))
	for _, q := range p.Pieces {
		fmt.Fprintln(w, "piece", q.ID, q.Back, q.Overall, q.From, q.Miscuts, q.Done, q.Of, q.Turns, q.Early, q.Late, q.How, q.Computed, q.LengthText(j.Unit),
			q.AllowanceText(j.Unit))
		from, to := q.Along()
		fmt.Fprintln(w, from, to, q.Remarks())
		for _, e := range []*piece.End{&q.Left, &q.Right} {
			fmt.Fprintln(w, e.Letter, e.Theta, e.Against, e.Pose, e.Fence, e.Plane, e.Slope, e.Rise, e.Lean, e.TopLong, e.Run, e.Short, e.Assumed, e.Mark, e.Scarf,
				e.Allowance, e.MitredFor, e.Chamfer, e.Template, e.PoseCode(), e.Remark(), e.CalibrationText())
			if e.Setting != nil && e.Dial != nil {
				fmt.Fprintln(w, *e.Setting, e.Dial.Mitre, e.Dial.Bevel)
			}
		}
	}
	for _, d := range p.Decisions() {
		fmt.Fprintln(w, "decision", d.Room, d.Run, d.Corner, d.Letter, d.Joint, d.Left, d.Right, d.Against, d.Overrides, d.Seen, d.Seam, tally(d.Now),
			tally(d.Instead))
	}
	for _, f := range p.Findings() {
		fmt.Fprintln(w, "finding", f.Code, f.Severity, f.Stop, f.Kind, f.ID, f.Room, f.Text, f.Why, f.Remedy, acts(f))
	}
	for _, c := range p.Cuts() {
		fmt.Fprintln(w, "cut", c.Piece, c.Hand, c.Number, c.Done, c.Check, c.Cautions, c.Stays, c.Batch)
	}
	for _, s := range p.Stops {
		fmt.Fprintln(w, "stop", s.ID, s.State, s.Text, s.Findings)
	}
	for _, s := range p.Supplies {
		fmt.Fprintln(w, "stock", s.Moulding, s.Pieces, s.Length, s.Laid, s.Valid, s.Cost, s.Count, s.Least, s.Bounded, s.Waste, s.Offcuts, s.Total, s.Lots(),
			s.Proved(), s.WasteCost(), s.WastePercent())
		for _, b := range s.Sticks {
			fmt.Fprintln(w, b.ID, b.Source, b.Length, b.Spoiled, b.Leftover, b.Finished, b.Started, b.Fits)
			for _, q := range b.On {
				fmt.Fprintln(w, q.Laid, q.Begun)
			}
		}
	}
	for _, s := range p.Surveys() {
		v := s.Verdict
		fmt.Fprintln(w, "survey", s.Room, s.Level, s.Whole, v.Redundancy, v.Omega, v.Limit, v.Closes, v.Points, v.Cleared, v.Seen, v.Untried, v.Unsolved, s.Helps)
		for _, x := range append(v.Suspects, v.Others...) {
			fmt.Fprintln(w, x.Ref, x.Off, x.Give, x.Fits)
		}
	}
	for _, l := range p.Lines() {
		fmt.Fprintln(w, "line", l.Room, l.Run, l.Members, l.Drop, l.Mark, l.Stop, l.Lowest)
	}
	for _, g := range p.Groups() {
		fmt.Fprintln(w, "group", g.ID, g.Room, g.Run, g.Pieces)
	}
	fmt.Fprintln(w, "orders", p.Orders(), p.Glue())
	for _, s := range p.Sights() {
		fmt.Fprintln(w, "sight", s.Room, s.Opening, s.Eye, s.Sees)
	}
	for _, c := range p.Chains() {
		fmt.Fprintln(w, "chain", c.Room, c.Runs, c.Order, c.Starts, c.First, c.Ring)
	}
	for _, by := range sawing.Ways {
		fmt.Fprintln(w, "reordered", by, sawing.Reorder(&j, p.Pieces, p.Supplies, by), nil)
	}
	return p
}

func tally(t *plan.Tally) string {
	if t == nil {
		return "-"
	}
	return fmt.Sprint(*t)
}

func acts(f finding.Finding) (out []string) {
	for _, a := range f.Acts {
		out = append(out, strings.Join([]string{a.Do, a.Kind, a.ID, a.To, a.Text}, " "))
	}
	return out
}
