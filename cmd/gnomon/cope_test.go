package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const quayCSV = `u_in,z_in,bow_in
0,0,0
0.28125,0.03125,0
0.59375,0.296875,-0.12
1.34375,1.46875,0
1.53125,1.578125,0.18
2.578125,2.65625,-0.05
2.921875,3.265625,0
3.109375,3.375,0
3.125,3.875,0
2.625,3.875,0
0,0.5,0
`

const foldedCSV = `u_in,z_in,bow_in
0,0,0
0.75,0,0
0.75,5,0
0.5,5.1875,0
0.5,5.4375,0
0.6875,5.3125,0.21
0.5625,5.8125,0
0.25,6,0
0,6,0
`

func sections(t testing.TB, texts ...string) []string {
	t.Helper()
	var out []string
	for i, text := range texts {
		name := filepath.Join(t.TempDir(), fmt.Sprint("s", i, ".csv"))
		require.NoError(t, os.WriteFile(name, []byte(text), 0o600))
		out = append(out, name)
	}
	return out
}

func TestCopeOfTwoSections(t *testing.T) {
	s := sections(t, quayCSV, "0,0\n.75,0\n.75,3.5\n0,3.5\n")
	text, err := gnomon("", "cope", "--section-a", s[0], "--section-b", s[0], "--reading", "92", "--back-cut-over", "5", "--format", "json")
	require.NoError(t, err)
	var v struct {
		Line []struct {
			Along  float64 `json:"along_in"`
			Around float64 `json:"around_in"`
			U      float64 `json:"u_in"`
			Z      float64 `json:"z_in"`
		}
		Back  float64 `json:"back_cut_deg"`
		Extra float64 `json:"extra_in"`
		Off   float64 `json:"off_mitre_in"`
	}
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	assert.InDelta(t, 2, v.Back, 1e-9)
	assert.Zero(t, v.Extra)
	assert.InDelta(t, 0, v.Off, 1e-9)
	for i, m := range v.Line {
		assert.InDelta(t, m.U/1.0355303, m.Along, 1e-6, "the mitre's own edge, u·cot 46")
		if i > 0 {
			assert.LessOrEqual(t, m.Around-v.Line[i-1].Around, 1.0/32+1e-12)
		}
	}
	text, err = gnomon("", "cope", "--section-a", s[1], "--section-b", s[0], "--reading", "110", "--format", "json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	assert.Greater(t, v.Extra, 0.5, "the crown stands out past the plank in a wide corner")
	assert.Greater(t, v.Off, 0.5)
}

func TestFitOfTwoSections(t *testing.T) {
	s := sections(t, quayCSV)
	type answer struct {
		Gap   float64 `json:"gap_in"`
		Home  float64 `json:"home_in"`
		Touch string  `json:"first_touch"`
		Held  struct {
			Gap  float64 `json:"gap_in"`
			Roll float64 `json:"roll_deg"`
		}
	}
	for _, c := range []struct {
		joint     string
		gap, held float64
	}{{"cope", .1072, .0317}, {"mitre", .1543, .0457}} {
		text, err := gnomon("", "fit", "--section-a", s[0], "--section-b", s[0], "--reading", "92", "--joint", c.joint, "--made-for", "90", "--back-cut",
			"15", "--format", "json")
		require.NoError(t, err)
		var v answer
		require.NoError(t, json.Unmarshal([]byte(text), &v))
		assert.InDelta(t, c.gap, v.Gap, 1e-4)
		assert.InDelta(t, c.held, v.Held.Gap, 2.5e-4)
		assert.Greater(t, v.Held.Roll, 1.0)
		assert.Equal(t, "edge", v.Touch)
	}
	text, err := gnomon("", "fit", "--section-a", s[0], "--section-b", s[0], "--reading", "92", "--made-for", "92")
	require.NoError(t, err)
	assert.Contains(t, text, "0.0000 in open")
}

// Unusable input ends with 2 and one line.
func TestCopeAndFitRefuse(t *testing.T) {
	s := sections(t, quayCSV, foldedCSV, "0,0\n1,1\n", "u,z\n0,0\n1,nan\n0,1\n", "0,0\n.75,0\n.75,3.5\n0,3.5\n")
	for _, c := range []struct{ args, says string }{
		{"cope --section-a Q --section-b Q --reading 176", "not coped"},
		{"cope --section-a Q --section-b Q --reading 40", "not coped"},
		{"cope --section-a Q --section-b Q --reading straight", "reading"},
		{"cope --section-a F --section-b Q --reading 90", "falls back"},
		{"cope --section-a Q --section-b L --reading 90", "three points"},
		{"cope --section-a Q --section-b N --reading 90", "no extent"},
		{"cope --section-a Q --section-b /no/such --reading 90", "no such file"},
		{"cope --section-a Q --reading 90", "no --section-b"},
		{"cope --section-a - --section-b - --reading 90", "only one"},
		{"cope --section-a Q --section-b Q", "no --reading"},
		{"cope --section-a Q --section-b Q --reading 90 --back-cut-over 80", "no clearance"},
		{"fit --section-a Q --section-b P --reading 90 --joint mitre", "do not mitre"},
		{"fit --section-a Q --section-b Q --reading 90 --made-for 190", "made-for"},
		{"fit --section-a Q --section-b Q --reading 90 --joint butt", "joint"},
		{"fit --section-a F --section-b Q --reading 90", "falls back"},
		{"fit --section-a Q --section-b Q --reading 90 --back-cut 90", "no lean"},
		{"cope --file ../../demo/ferry-house.json --piece none --end left", "not in the plan"},
		{"cope --file ../../demo/ferry-house.json --piece wh-base.wh2 --end left", "not coped"},
		{"cope --file ../../demo/ferry-house.json --piece wh-base.wh2 --end up", "end"},
		{"cope --file ../../demo/ferry-house.json --end left", "no --piece"},
	} {
		args := strings.Fields(strings.NewReplacer(" Q", " "+s[0], " F", " "+s[1], " L", " "+s[2], " N", " "+s[3], " P", " "+s[4]).Replace(c.args))
		_, err := gnomon("", args...)
		var u errUsage
		require.True(t, errors.As(err, &u), "%s: %v", c.args, err)
		assert.Contains(t, u.Error(), c.says, c.args)
		assert.NotContains(t, u.Error(), "\n", c.args)
	}
}

func TestCopeAndFitOfAJob(t *testing.T) {
	for format, says := range map[string]string{"json": `"line":[`, "svg": "<svg", "dxf": "AC1009", "pdf": "%PDF", "text": "darken it"} {
		text, err := gnomon("", "cope", "--file", "../../demo/ferry-house.json", "--piece", "wh-crown.wh7", "--end", "right", "--format", format)
		require.NoError(t, err, format)
		assert.Contains(t, text, says)
	}
	text, err := gnomon("", "fit", "--file", "../../demo/ferry-house.json", "--format", "json")
	require.NoError(t, err)
	var v struct{ Joints []jointView }
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	kinds := map[string]int{}
	for _, j := range v.Joints {
		kinds[j.Joint]++
		assert.NotEmpty(t, j.Word)
		assert.True(t, j.Shows >= 0 && j.Shows <= 1)
	}
	for _, k := range []string{"cope", "mitre", "scarf"} {
		assert.Positive(t, kinds[k], k)
	}
}

// Whatever comes in, a line comes out or one line that says why not.
func FuzzCope(f *testing.F) {
	f.Add(quayCSV, "0,0\n.75,0\n.75,3.5\n0,3.5\n", "92", "5", "cope")
	f.Add(foldedCSV, quayCSV, "120", "0", "mitre")
	f.Add("", "u,z\n1e308,0\n0,0\n", "1e-300", "-5", "cope")
	f.Fuzz(func(t *testing.T, a, b, reading, over, joint string) {
		s := sections(t, a, b)
		for _, args := range [][]string{{"cope", "--back-cut-over", over}, {"fit", "--joint", joint, "--made-for", over}} {
			text, err := gnomon("", append(args, "--section-a", s[0], "--section-b", s[1], "--reading", reading, "--format", "json")...)
			if err != nil {
				var u errUsage
				if !errors.As(err, &u) && !errors.Is(err, errHelp) {
					t.Fatalf("%v", err)
				}
				continue
			}
			if !json.Valid([]byte(text)) {
				t.Fatalf("no JSON: %s", text)
			}
		}
	})
}
