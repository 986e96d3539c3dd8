package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"strings"
	"text/tabwriter"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
)

// recordsFile is what was seen, as scripts give it: settings with their sign, right positive; lengths as typed, bare numbers inches.
type recordsFile struct {
	Resolution *float64     `json:"resolution_deg"`
	At         []float64    `json:"at"`
	Records    []sawSeen    `json:"records"`
	Tape       []tapeSeen   `json:"tape"`
	TapeAt     []job.Entry  `json:"tape_at"`
	Times      []timedJoint `json:"times"`
}

// sawSeen is a test cut, a mitre or a cope, each with its own fields.
type sawSeen struct {
	Kind    string   `json:"kind"`
	Dialled *float64 `json:"dialled_deg"`
	Half    *float64 `json:"half_deg"`
	Error   *float64 `json:"error_deg"`
	Opening *float64 `json:"opening_deg"`
	Past    *float64 `json:"past_half_deg"`
	SD      *float64 `json:"sd_deg"`
	Gap     *float64 `json:"gap_sd_deg"`
	Reading *float64 `json:"reading_sd_deg"`
}

type tapeSeen struct {
	Off    *job.Entry `json:"off"`
	Length *job.Entry `json:"length"`
}

type timedJoint struct {
	Joint   string    `json:"joint"`
	Minutes []float64 `json:"minutes"`
	Default *float64  `json:"shop_default"`
}

type sawLearned struct {
	Dialled    float64 `json:"dialled_deg"`
	Error      float64 `json:"error_deg"`
	SD         float64 `json:"sd_deg"`
	Correction float64 `json:"correction_deg"`
}

type protractorLearned struct {
	Deg float64 `json:"deg"`
	SD  float64 `json:"sd_deg"`
}

type tapeLearned struct {
	Length float64 `json:"length_in"`
	Off    float64 `json:"off_in"`
	SD     float64 `json:"sd_in"`
}

type timeLearned struct {
	Joint   string  `json:"joint"`
	Minutes float64 `json:"minutes"`
	SD      float64 `json:"sd_minutes"`
}

type learnedView struct {
	Saw        []sawLearned      `json:"saw"`
	Protractor protractorLearned `json:"protractor"`
	Tape       []tapeLearned     `json:"tape"`
	Times      []timeLearned     `json:"times"`
}

func cmdLearn(args []string, in io.Reader, out io.Writer) error {
	f := flags("learn")
	file := f.String("file", "", "what was seen, as JSON")
	format := f.String("format", "text", "text or json")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if err := oneOf("learn", "format", *format, "text", "json"); err != nil {
		return err
	}
	if *file == "" {
		return errUsage{"learn: no --file; give the records as JSON, - for standard input"}
	}
	r, done, err := open(*file, in)
	if err != nil {
		return err
	}
	defer done()
	var records recordsFile
	if err := readOne(r, "object of records", &records); err != nil {
		return errUsage{"learn: " + err.Error()}
	}
	v, err := records.learn()
	if err != nil {
		return errUsage{"learn: " + err.Error()}
	}
	if *format == "json" {
		return json.NewEncoder(out).Encode(v)
	}
	return v.write(out)
}

// Bounds of what can be believed of a record at all.
const (
	mostSetting = 80.0
	mostMinutes = 1e5
)

// number reads a field that must be there, from and to its bounds.
func number(name string, v *float64, least, most float64) (float64, error) {
	switch {
	case v == nil:
		return 0, fmt.Errorf("%s is missing", name)
	case !(*v >= least && *v <= most):
		return 0, fmt.Errorf("%s %v: give a number from %v to %v", name, *v, least, most)
	}
	return *v, nil
}

// deviation reads one that must be there and positive.
func deviation(name string, v *float64) (float64, error) {
	if v != nil && !(*v > 0 && *v <= 90) {
		return 0, fmt.Errorf("%s %v: a deviation is positive, and 90 at most", name, *v)
	}
	return number(name, v, 0, 90)
}

// record is one of the saw, and an error that names the field that is wrong.
func (s sawSeen) record() (learn.SawRecord, error) {
	r := learn.SawRecord{Kind: s.Kind}
	type field struct {
		name        string
		from        *float64
		to          *float64
		least, most float64
	}
	var fields []field
	sd := map[string]*float64{}
	switch s.Kind {
	case learn.TestCut:
		fields = []field{{"dialled_deg", s.Dialled, &r.Setting, -mostSetting, mostSetting}, {"error_deg", s.Error, &r.Value, -90, 90}}
		sd["sd_deg"] = s.SD
	case learn.MitrePair:
		fields = []field{{"half_deg", s.Half, &r.Setting, 0, 90}, {"opening_deg", s.Opening, &r.Value, -180, 180}}
		sd["gap_sd_deg"] = s.Gap
	case learn.CopeCut:
		fields = []field{{"dialled_deg", s.Dialled, &r.Setting, -mostSetting, mostSetting}, {"past_half_deg", s.Past, &r.Value, -90, 90}}
		sd["gap_sd_deg"] = s.Gap
	default:
		return r, fmt.Errorf("kind %q is not known; use %s, %s or %s", s.Kind, learn.TestCut, learn.MitrePair, learn.CopeCut)
	}
	var err error
	for _, f := range fields {
		if *f.to, err = number(f.name, f.from, f.least, f.most); err != nil {
			return r, err
		}
	}
	for name, v := range sd {
		if r.SD, err = deviation(name, v); err != nil {
			return r, err
		}
	}
	if s.Kind == learn.CopeCut && r.Setting == 0 {
		return r, errors.New("dialled_deg 0: a cope follows a mitre; give its setting, left negative")
	}
	if s.Kind != learn.TestCut {
		if r.Reading, err = number("reading_sd_deg", s.Reading, 0, 90); err != nil {
			return r, err
		}
	}
	return r, nil
}

// signed reads a length that may be negative.
func signed(name string, e *job.Entry) (float64, error) {
	if e == nil {
		return 0, fmt.Errorf("%s is missing; give it as a length such as \"-1/16\"", name)
	}
	text, sign := strings.TrimSpace(e.Text), 1.0
	if rest, is := strings.CutPrefix(text, "-"); is {
		text, sign = rest, -1
	}
	l, err := measure.ParseLength(text, measure.UnitInch)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", name, err)
	}
	return sign * l.Inches(), nil
}

func (f *recordsFile) learn() (v learnedView, err error) {
	v = learnedView{Saw: []sawLearned{}, Tape: []tapeLearned{}, Times: []timeLearned{}}
	resolution := 0.0
	if len(f.At) > 0 {
		if resolution, err = deviation("resolution_deg", f.Resolution); err != nil {
			return v, err
		}
	}
	records := make([]learn.SawRecord, len(f.Records))
	for i, s := range f.Records {
		if records[i], err = s.record(); err != nil {
			return v, fmt.Errorf("records, number %d: %w", i+1, err)
		}
	}
	saw := learn.LearnSaw(records)
	for _, at := range f.At {
		if _, err = number("at", &at, -mostSetting, mostSetting); err != nil {
			return v, err
		}
		by, sd := saw.At(at)
		v.Saw = append(v.Saw, sawLearned{at, by, sd, learn.Correction(by, sd, resolution)})
	}
	v.Protractor.Deg, v.Protractor.SD = saw.Protractor(0)
	compared := make([]learn.Compared, len(f.Tape))
	for i, t := range f.Tape {
		c := &compared[i]
		if c.Off, err = signed("off", t.Off); err == nil {
			c.Length, err = signed("length", t.Length)
		}
		if err == nil && c.Length <= 0 {
			err = errors.New("length: it is not positive")
		}
		if err != nil {
			return v, fmt.Errorf("tape, number %d: %w", i+1, err)
		}
	}
	tape := learn.LearnTape(compared)
	for i := range f.TapeAt {
		l, err := signed("tape_at", &f.TapeAt[i])
		if err != nil {
			return v, err
		}
		off, sd := tape.At(l)
		v.Tape = append(v.Tape, tapeLearned{l, off, sd})
	}
	for _, t := range f.Times {
		believed, err := number("shop_default", t.Default, 0, mostMinutes)
		if err != nil {
			return v, fmt.Errorf("times, %s: %w", t.Joint, err)
		}
		sum := 0.0
		for _, m := range t.Minutes {
			if _, err := number("minutes", &m, 0, mostMinutes); err != nil {
				return v, fmt.Errorf("times, %s: %w", t.Joint, err)
			}
			sum += m
		}
		n := float64(len(t.Minutes))
		mean := learn.Mean(sum, n, believed, learn.TimesPrior)
		v.Times = append(v.Times, timeLearned{t.Joint, mean, learn.NextSD(mean, n, learn.TimesPrior, learn.CVWithin)})
	}
	return v, nil
}

// write tells what was learned to people.
func (v learnedView) write(out io.Writer) error {
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	for _, s := range v.Saw {
		take := "leave the dial as it is"
		if s.Correction != 0 {
			take = fmt.Sprintf("take %+.2f° off the dial", s.Correction)
		}
		fmt.Fprintf(w, "saw at %+.2f°\tcuts %+.2f° ± %.2f°\t%s\n", s.Dialled, s.Error, learn.Sure*s.SD, take)
	}
	fmt.Fprintf(w, "protractor\treads %+.2f° ± %.2f°\t\n", v.Protractor.Deg, learn.Sure*v.Protractor.SD)
	for _, t := range v.Tape {
		sign := ""
		if t.Off < 0 {
			sign = "-"
		}
		fmt.Fprintf(w, "tape at %s\treads %s%s ± %s too long\t\n", measure.FromInches(t.Length).InchesText(), sign,
			measure.FromInches(math.Abs(t.Off)).InchesText(), measure.FromInches(learn.Sure*t.SD).InchesText())
	}
	for _, t := range v.Times {
		fmt.Fprintf(w, "%s\t%.1f min, the next one ± %.1f\t\n", job.Plain(t.Joint), t.Minutes, learn.Sure*t.SD)
	}
	return w.Flush()
}
