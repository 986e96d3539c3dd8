package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/saw"
	"gnomon/core/survey"
	"gnomon/files"
)

// flags makes a flag set that says what is wrong in one line.
func flags(name string) *flag.FlagSet {
	f := flag.NewFlagSet(name, flag.ContinueOnError)
	f.SetOutput(io.Discard)
	return f
}

// parse reads flags before, between and after at most so many other words.
func parse(f *flag.FlagSet, args []string, most int) ([]string, error) {
	var words []string
	for {
		err := f.Parse(args)
		if errors.Is(err, flag.ErrHelp) {
			return nil, errHelp
		}
		if err != nil {
			return nil, errUsage{fmt.Sprintf("%s: %v; gnomon help shows how it is called", f.Name(), err)}
		}
		if f.NArg() == 0 {
			break
		}
		words, args = append(words, f.Arg(0)), f.Args()[1:]
	}
	if len(words) > most {
		return nil, errUsage{fmt.Sprintf("%s: %q is one too many; gnomon help shows how it is called", f.Name(), words[most])}
	}
	return words, nil
}

func oneOf(cmd, flag, v string, allowed ...string) error {
	for _, a := range allowed {
		if v == a {
			return nil
		}
	}
	return errUsage{fmt.Sprintf("%s: --%s %q is not known; use one of %v", cmd, flag, v, allowed)}
}

// open gives the named file, or standard input for "-".
func open(name string, in io.Reader) (io.Reader, func(), error) {
	if name == "-" {
		return in, func() {}, nil
	}
	f, err := os.Open(name)
	if err != nil {
		return nil, nil, errUsage{err.Error()}
	}
	return f, func() { f.Close() }, nil
}

// mostSmall is more than any set of a casing or fields of an odd place take to tell.
const mostSmall = 64 << 10

// readOne reads the one small thing that a file holds as JSON.
func readOne(r io.Reader, what string, into any) error {
	dec := json.NewDecoder(io.LimitReader(r, mostSmall))
	dec.DisallowUnknownFields()
	if err := dec.Decode(into); err != nil {
		if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
			return fmt.Errorf("the %s is not JSON to its end; give one as gnomon help has it", what)
		}
		words, _ := job.JSONWords(err)
		return errors.New(words)
	}
	if dec.More() {
		return fmt.Errorf("more than one %s in the file; give one", what)
	}
	return nil
}

func readJob(name string, in io.Reader) (job.Job, error) {
	r, done, err := open(name, in)
	if err != nil {
		return job.Job{}, err
	}
	defer done()
	j, err := files.ReadJob(r)
	if err != nil {
		return j, errUsage{err.Error()}
	}
	return j, nil
}

func cmdPlan(args []string, in io.Reader, out io.Writer) error {
	f := flags("plan")
	file := f.String("file", "", "")
	format := f.String("format", "text", "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *file == "" {
		return errUsage{"plan: no job; say --file JOB.json, or --file - for standard input"}
	}
	if err := oneOf("plan", "format", *format, "json", "csv", "text"); err != nil {
		return err
	}
	j, err := readJob(*file, in)
	if err != nil {
		return err
	}
	p, err := plan.Build(j)
	if err != nil {
		return errUsage{err.Error()}
	}
	switch *format {
	case "json":
		return files.WritePlanJSON(out, j, p)
	case "csv":
		return files.WritePlanCSV(out, j, p)
	}
	return files.WritePlanText(out, j, p)
}

func cmdAngles(args []string, in io.Reader, out io.Writer) error {
	f := flags("angles")
	kind := f.String("kind", "", "")
	readingText := f.String("reading", "", "")
	end := f.String("end", "", "")
	pose := f.String("pose", "upright", "")
	edge := f.String("edge", "top", "")
	springText := f.String("spring", "0", "")
	sawFile := f.String("saw", "", "")
	format := f.String("format", "text", "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	for _, c := range []struct {
		flag, v string
		allowed []string
	}{
		{"kind", *kind, []string{"inside", "outside", "square"}}, {"end", *end, []string{"left", "right"}},
		{"pose", *pose, []string{"upright", "nested", "flat"}}, {"edge", *edge, []string{"top", "bottom"}},
		{"format", *format, []string{"json", "text"}},
	} {
		if err := oneOf("angles", c.flag, c.v, c.allowed...); err != nil {
			return err
		}
	}
	n := joint.SquareEnd()
	if *kind != "square" {
		if *readingText == "" {
			return errUsage{"angles: no --reading; give the corner's own angle, such as --reading 91.5"}
		}
		reading, err := angle("angles", "reading", *readingText)
		if err != nil {
			return err
		}
		theta, ok := survey.Theta(reading, job.ScaleCorner)
		if !ok {
			return errUsage{fmt.Sprintf("angles: --reading %s is no corner; give its own angle, more than 0 and less than 180", reading.Text(6))}
		}
		n = joint.InsideEnd(theta)
		if *kind == "outside" {
			n = joint.OutsideEnd(theta)
		}
	}
	p := saw.Pose{Lie: saw.Lie(*pose)}
	if p.Lie != saw.Upright {
		spring, err := angle("angles", "spring", *springText)
		if err != nil {
			return err
		}
		if spring < 0 || spring > 90 {
			return errUsage{fmt.Sprintf("angles: --spring %s is no spring angle; give 0 to 90", spring.Text(6))}
		}
		p.Spring = spring
	}
	if p.Lie == saw.Flat {
		p.Edge = saw.Edge(*edge)
	}
	n = n.At(joint.Hand(*end))
	s := saw.For(n, p)
	if *sawFile != "" {
		m, err := readSaw(*sawFile, in)
		if err != nil {
			return err
		}
		return writeDialled(out, n, s, p, m, *format)
	}
	if *format == "json" {
		return json.NewEncoder(out).Encode(struct {
			Mitre float64 `json:"mitre_deg"`
			Bevel float64 `json:"bevel_deg"`
			Keep  string  `json:"keep"`
		}{float64(s.Mitre), float64(s.Bevel), string(s.Keep)})
	}
	_, err := fmt.Fprintf(out, "mitre %s, bevel %s, keep the piece on the %s\n", saw.SwingText(s.Mitre), saw.TiltText(s.Bevel), s.Keep)
	return err
}

// readSaw reads a saw as the job file holds one.
func readSaw(name string, in io.Reader) (*job.Saw, error) {
	r, done, err := open(name, in)
	if err != nil {
		return nil, err
	}
	defer done()
	dec := json.NewDecoder(io.LimitReader(r, 1<<20))
	dec.DisallowUnknownFields()
	var s job.Saw
	if err := dec.Decode(&s); err != nil {
		words, _ := job.JSONWords(err)
		return nil, errUsage{fmt.Sprintf("angles: --saw %s: %s; give a saw as the job file holds one", name, words)}
	}
	j := job.Job{Saws: []job.Saw{s}}
	if s.ID == "" {
		j.Saws[0].ID = job.DefaultSaw().ID
	}
	if err := job.Resolve(&j, measure.UnitInch); err != nil {
		return nil, errUsage{fmt.Sprintf("angles: --saw %s: %v", name, err)}
	}
	j.Normalise()
	if err := j.Saws[0].Check(); err != nil {
		return nil, errUsage{fmt.Sprintf("angles: --saw %s: %v", name, err)}
	}
	return &j.Saws[0], nil
}

// writeDialled tells what a saw would dial for an end: in the pose asked for, or in the
// one it falls back to, and why. No moulding is known, so none is held against the saw's
// sizes.
func writeDialled(out io.Writer, n joint.Normal, asked saw.Setting, p saw.Pose, m *job.Saw, format string) error {
	way := saw.ChooseFrom(n, p, saw.Moulding{Spring: p.Spring, Crown: p.Lie == saw.Nested || p.Spring > 0, Unit: measure.UnitInch}, m)
	type dial struct {
		Mitre  float64  `json:"dial_deg"`
		Bevel  float64  `json:"dial_bevel_deg"`
		Keep   string   `json:"dial_keep"`
		Detent *float64 `json:"detent"`
	}
	v := struct {
		Mitre   float64  `json:"mitre_deg"`
		Bevel   float64  `json:"bevel_deg"`
		Keep    string   `json:"keep"`
		Pose    string   `json:"pose"`
		Edge    string   `json:"edge,omitempty"`
		Fence   bool     `json:"added_fence"`
		Side    string   `json:"fence_side,omitempty"`
		Reached bool     `json:"reached"`
		Why     []string `json:"why"`
		Error   string   `json:"saw_error,omitempty"`
		*dial
	}{float64(asked.Mitre), float64(asked.Bevel), string(asked.Keep), string(way.Pose.Lie), "", way.Fence != "", string(way.Fence), way.Reached,
		append([]string{}, way.Why...), "", nil}
	if way.Pose.Lie == saw.Flat {
		v.Edge = string(way.Pose.Edge)
	}
	text := fmt.Sprintf("mitre %s, bevel %s, keep the piece on the %s\n", saw.SwingText(asked.Mitre), saw.TiltText(asked.Bevel), asked.Keep)
	if way.Reached {
		d := saw.On(way.Setting, m)
		v.dial = &dial{Mitre: float64(d.Mitre), Bevel: float64(d.Bevel), Keep: string(way.Setting.Keep)}
		if d.Detent != nil {
			t := float64(*d.Detent)
			v.dial.Detent = &t
		}
		v.Error = d.OffText()
		text += fmt.Sprintf("on this saw, %s: dial mitre %s (%s), bevel %s, keep the piece on the %s\n", saw.Lying(way.Pose, way.Fence), saw.SwingText(d.Mitre),
			d.Text(), saw.TiltText(d.Bevel), way.Setting.Keep)
		if v.Error != "" {
			text += v.Error + "\n"
		}
	} else {
		text += "this saw cannot cut it\n"
	}
	for _, w := range way.Why {
		text += w + "\n"
	}
	if way.Fence != "" {
		text += fmt.Sprintf("A fence square to the saw's own is added on the %s of the piece, which comes toward you: clamp fence and piece, and keep your hands "+
			"out of the blade's line.\n", way.Fence)
	}
	if format == "json" {
		return json.NewEncoder(out).Encode(v)
	}
	_, err := io.WriteString(out, text)
	return err
}

func cmdSchema(out io.Writer) error {
	_, err := out.Write(files.Schema())
	return err
}
