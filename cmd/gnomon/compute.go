package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"math"
	"os"
	"strconv"

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
		return files.WritePlanJSON(out, p)
	case "csv":
		return files.WritePlanCSV(out, j, p)
	}
	return files.WritePlanText(out, j, p)
}

func cmdAngles(args []string, out io.Writer) error {
	f := flags("angles")
	kind := f.String("kind", "", "")
	readingText := f.String("reading", "", "")
	end := f.String("end", "", "")
	pose := f.String("pose", "upright", "")
	edge := f.String("edge", "top", "")
	springText := f.String("spring", "0", "")
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
	angle := func(flag, text string) (measure.Angle, error) {
		if f, err := strconv.ParseFloat(text, 64); err == nil && !math.IsInf(f, 0) && !math.IsNaN(f) {
			return measure.Angle(f), nil // as scripts print numbers: 9.15e1
		}
		a, err := measure.ParseAngle(text)
		if err != nil {
			return 0, errUsage{fmt.Sprintf("angles: --%s: %v", flag, err)}
		}
		return a, nil
	}
	n := joint.SquareEnd()
	if *kind != "square" {
		if *readingText == "" {
			return errUsage{"angles: no --reading; give the corner's own angle, such as --reading 91.5"}
		}
		reading, err := angle("reading", *readingText)
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
	if p.Lie == saw.Flat {
		spring, err := angle("spring", *springText)
		if err != nil {
			return err
		}
		if spring < 0 || spring > 90 {
			return errUsage{fmt.Sprintf("angles: --spring %s is no spring angle; give 0 to 90", spring.Text(6))}
		}
		p.Edge, p.Spring = saw.Edge(*edge), spring
	}
	s := saw.For(n.At(joint.Hand(*end)), p)
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

func cmdSchema(out io.Writer) error {
	_, err := out.Write(files.Schema)
	return err
}
