package main

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const recordsJSON = `{"resolution_deg":0.1,"at":[45,-45,22.5],"records":[
	{"kind":"test","dialled_deg":45,"error_deg":0.3,"sd_deg":0.1},
	{"kind":"mitre","half_deg":45,"opening_deg":0.6,"gap_sd_deg":0.2,"reading_sd_deg":0.5},
	{"kind":"cope","dialled_deg":45,"past_half_deg":0.4,"gap_sd_deg":0.2,"reading_sd_deg":0.5}],
	"tape":[{"off":"1/16","length":"120"},{"off":"-1/32","length":60},{"off":0,"length":"30"}],"tape_at":["144"],
	"times":[{"joint":"cope","minutes":[26,31,22],"shop_default":20},{"joint":"scarf","minutes":[],"shop_default":12}]}`

// learnedBy solves the normal equations of rows by elimination: another way than the program's.
func learnedBy(rows [][]float64, priors []float64, want []float64) (value, sd float64) {
	n := len(priors)
	m := make([][]float64, n)
	for i := range m {
		m[i] = make([]float64, n+2)
		m[i][i] = 1 / (priors[i] * priors[i])
		m[i][n+1] = want[i]
	}
	for _, r := range rows { // coefficients, value, deviation
		w := 1 / (r[n+1] * r[n+1])
		for i := range n {
			m[i][n] += w * r[i] * r[n]
			for j := range n {
				m[i][j] += w * r[i] * r[j]
			}
		}
	}
	for p := range n {
		for i := range n {
			if f := m[i][p] / m[p][p]; i != p {
				for k := range m[i] {
					m[i][k] -= f * m[p][k]
				}
			}
		}
	}
	v := 0.0
	for i := range n {
		value += want[i] * m[i][n] / m[i][i]
		v += want[i] * m[i][n+1] / m[i][i]
	}
	return value, math.Sqrt(v)
}

func TestLearn(t *testing.T) {
	text, err := gnomon(recordsJSON, "learn", "--file", "-", "--format", "json")
	require.NoError(t, err)
	var v learnedView
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	rows := [][]float64{{1, 1, 0, .3, .1}, {0, 2, -1, .6, math.Hypot(.2, .5)}, {1, 1, -.5, .4, math.Hypot(.2, .25)}}
	for i, at := range []float64{45, -45, 22.5} {
		by, sd := learnedBy(rows, []float64{.15, .15, .2}, []float64{1, at / 45, 0})
		assert.Equal(t, at, v.Saw[i].Dialled)
		assert.InDelta(t, by, v.Saw[i].Error, 1e-9)
		assert.InDelta(t, sd, v.Saw[i].SD, 1e-9)
	}
	assert.Zero(t, v.Saw[0].Correction)
	by, sd := learnedBy(rows, []float64{.15, .15, .2}, []float64{0, 0, 1})
	assert.InDelta(t, by, v.Protractor.Deg, 1e-9)
	assert.InDelta(t, sd, v.Protractor.SD, 1e-9)
	off, sd := learnedBy([][]float64{{1, 120, 1. / 16, 1. / 32}, {1, 60, -1. / 32, 1. / 32}, {1, 30, 0, 1. / 32}}, []float64{1. / 32, .0003}, []float64{1, 144})
	assert.InDelta(t, off, v.Tape[0].Off, 1e-9)
	assert.InDelta(t, sd, v.Tape[0].SD, 1e-9)
	assert.InDelta(t, 23.8462, v.Times[0].Minutes, 5e-5)
	assert.InDelta(t, 10.4594, v.Times[0].SD, 5e-5)
	assert.InDelta(t, 12, v.Times[1].Minutes, 1e-12, "a new kind begins with the shop's own")

	text, err = gnomon(recordsJSON, "learn", "--file", "-")
	require.NoError(t, err)
	assert.Contains(t, text, "leave the dial as it is")
	assert.Contains(t, text, "cope")
}

// Nothing seen, and records that all say the same.
func TestLearnOnNothingAndOnMuch(t *testing.T) {
	text, err := gnomon(`{}`, "learn", "--file", "-", "--format", "json")
	require.NoError(t, err)
	assert.JSONEq(t, `{"saw":[],"protractor":{"deg":0,"sd_deg":0.2},"tape":[],"times":[]}`, text)
	many := strings.Repeat(`{"kind":"test","dialled_deg":45,"error_deg":0.3,"sd_deg":0.1},`, 20)
	text, err = gnomon(`{"resolution_deg":0.1,"at":[45],"records":[`+strings.TrimSuffix(many, ",")+`]}`, "learn", "--file", "-", "--format", "json")
	require.NoError(t, err)
	assert.Contains(t, text, `"correction_deg":0.3`)
}

func TestLearnRefuses(t *testing.T) {
	for in, says := range map[string]string{
		`[]`:                                "a list where an object belongs",
		`{"at":[45]}`:                       "resolution_deg is missing",
		`{"at":[145]}`:                      "resolution_deg",
		`{"resolution_deg":0,"at":[45]}`:    "positive",
		`{"resolution_deg":0.1,"at":[145]}`: "from -80 to 80",
		`{"records":[{"kind":"guess"}]}`:    `number 1: kind "guess" is not known`,
		`{"records":[{"kind":"test","dialled_deg":45,"error_deg":0.3,"sd_deg":0}]}`:                               "sd_deg 0",
		`{"records":[{"kind":"test","dialled_deg":45,"sd_deg":0.1}]}`:                                             "error_deg is missing",
		`{"records":[{"kind":"mitre","half_deg":-45,"opening_deg":0.6,"gap_sd_deg":0.2,"reading_sd_deg":0.5}]}`:   "half_deg",
		`{"records":[{"kind":"cope","dialled_deg":0,"past_half_deg":0.6,"gap_sd_deg":0.2,"reading_sd_deg":0.5}]}`: "cope follows a mitre",
		`{"records":[{"kind":"cope","dialled_deg":9,"past_half_deg":0.6,"gap_sd_deg":0.2}]}`:                      "reading_sd_deg is missing",
		`{"tape":[{"off":"1/16"}]}`:                                     "length is missing",
		`{"tape":[{"off":"x","length":"20"}]}`:                          "off",
		`{"tape":[{"off":"1/16","length":"-20"}]}`:                      "not positive",
		`{"times":[{"joint":"cope","minutes":[-2],"shop_default":20}]}`: "minutes -2",
		`{"times":[{"joint":"cope","minutes":[2]}]}`:                    "shop_default is missing",
	} {
		_, err := gnomon(in, "learn", "--file", "-")
		var usage errUsage
		require.True(t, errors.As(err, &usage), in)
		assert.Contains(t, err.Error(), says, in)
	}
}
