package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"

	"gnomon/core/cope"
	"gnomon/core/fit"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/files"
)

// angle reads an angle as people write it, or as scripts print numbers: 9.15e1.
func angle(cmd, flag, text string) (measure.Angle, error) {
	if f, err := strconv.ParseFloat(text, 64); err == nil && !math.IsInf(f, 0) && !math.IsNaN(f) {
		return measure.Angle(f), nil
	}
	a, err := measure.ParseAngle(text)
	if err != nil {
		return 0, errUsage{fmt.Sprintf("%s: --%s: %v", cmd, flag, err)}
	}
	return a, nil
}

// section reads a section as the documented CSV has it, in inches.
func section(cmd, flag, name string, in io.Reader) (*profile.Section, error) {
	if name == "" {
		return nil, errUsage{fmt.Sprintf("%s: no --%s; give a file of u_in,z_in,bow_in", cmd, flag)}
	}
	r, done, err := open(name, in)
	if err != nil {
		return nil, err
	}
	defer done()
	text, err := io.ReadAll(io.LimitReader(r, files.MostSection+1))
	if err != nil {
		return nil, errUsage{fmt.Sprintf("%s: --%s %s: %v", cmd, flag, name, err)}
	}
	o, err := files.ReadSection(string(text), files.SectionCSV, measure.UnitInch, false)
	if err == nil {
		var s *profile.Section
		if s, err = profile.New(o); err == nil {
			return s, nil
		}
	}
	return nil, errUsage{fmt.Sprintf("%s: --%s %s: %v", cmd, flag, name, err)}
}

// twoSections are the flags of a joint without a job.
type twoSections struct{ a, b, reading *string }

// meet reads the two sections and the corner that they meet in.
func (t twoSections) meet(cmd string, in io.Reader) (a, b *profile.Section, theta measure.Angle, err error) {
	if *t.a == "-" && *t.b == "-" {
		return nil, nil, 0, errUsage{cmd + ": only one section can come from standard input"}
	}
	if a, err = section(cmd, "section-a", *t.a, in); err != nil {
		return nil, nil, 0, err
	}
	if b, err = section(cmd, "section-b", *t.b, in); err != nil {
		return nil, nil, 0, err
	}
	if *t.reading == "" {
		return nil, nil, 0, errUsage{cmd + ": no --reading; give the corner's own angle, such as --reading 92"}
	}
	theta, err = angle(cmd, "reading", *t.reading)
	return a, b, theta, err
}

// unfit makes what no cope closes unusable input.
func unfit(cmd string, err error) error {
	var u *cope.Unfit
	if errors.As(err, &u) {
		return errUsage{cmd + ": " + u.Error()}
	}
	return err
}

// closeApart is how far apart marks of a line stand for scripts, at most.
const closeApart = 1.0 / 32

func cmdCope(args []string, in io.Reader, out io.Writer) error {
	f := flags("cope")
	t := twoSections{f.String("section-a", "", ""), f.String("section-b", "", ""), f.String("reading", "", "")}
	over := f.String("back-cut-over", "5", "")
	format := f.String("format", "text", "")
	file, id, hand, paper := f.String("file", "", ""), f.String("piece", "", ""), f.String("end", "", ""), f.String("paper", files.PaperLetter, "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if *file != "" {
		return copeOfJob(*file, *id, *hand, *format, *paper, in, out)
	}
	if err := oneOf("cope", "format", *format, "json", "text"); err != nil {
		return err
	}
	a, b, theta, err := t.meet("cope", in)
	if err != nil {
		return err
	}
	more, err := angle("cope", "back-cut-over", *over)
	if err != nil {
		return err
	}
	if !(more >= 0 && more <= 60) {
		return errUsage{fmt.Sprintf("cope: --back-cut-over %s is no clearance; give 0 to 60 degrees", more.Text(6))}
	}
	if err := cope.Check(a, theta); err != nil {
		return unfit("cope", err)
	}
	j := cope.Joint{Through: a.Hung(profile.Pose{}), Coped: b.Hung(profile.Pose{}), Theta: theta}
	line := j.Line()
	lean := cope.BackCut(theta) + more
	v := copeViewOf(line, cope.BackCut(theta), lean, j.OffMitre(line), j.Feathers(line, lean, cope.Tip, cope.Wide))
	if *format == "json" {
		return json.NewEncoder(out).Encode(v)
	}
	text := fmt.Sprintf("back-cut %s at least, lean %s; %.4f in more than the corner line; %.4f in off the mitre's edge at most\n", measure.Angle(v.Back),
		measure.Angle(v.Lean), v.Extra, v.Off)
	for _, m := range v.Line {
		text += fmt.Sprintf("%9.4f around %9.4f along\n", m.Around, m.Along)
	}
	_, err = io.WriteString(out, text)
	return err
}

// copeView is a cope as scripts read it.
type copeView struct {
	Line     []copeMark    `json:"line"`
	Back     float64       `json:"back_cut_deg"`
	Lean     float64       `json:"lean_deg"`
	Extra    float64       `json:"extra_in"`
	Off      float64       `json:"off_mitre_in"`
	Feathers []copeFeather `json:"feathers"`
}

func copeViewOf(line []cope.Mark, back, lean measure.Angle, off float64, feathers []cope.Feather) copeView {
	v := copeView{Back: float64(back), Lean: float64(lean), Extra: cope.Extra(line), Off: off, Feathers: []copeFeather{}}
	for _, m := range cope.Close(line, closeApart) {
		v.Line = append(v.Line, copeMark{m.Along, m.Around, m.Own.U, m.Own.Z})
	}
	for _, k := range feathers {
		v.Feathers = append(v.Feathers, copeFeather{k.From, k.To, k.Gap})
	}
	return v
}

// copeMark is a place of the line: back from the corner line, around the face from its bottom front edge, and on the section.
type copeMark struct {
	Along  float64 `json:"along_in"`
	Around float64 `json:"around_in"`
	U      float64 `json:"u_in"`
	Z      float64 `json:"z_in"`
}

// copeFeather is a stretch to square off, and the gap that it leaves.
type copeFeather struct {
	From float64 `json:"from_in"`
	To   float64 `json:"to_in"`
	Gap  float64 `json:"gap_in"`
}

func cmdFit(args []string, in io.Reader, out io.Writer) error {
	f := flags("fit")
	t := twoSections{f.String("section-a", "", ""), f.String("section-b", "", ""), f.String("reading", "", "")}
	kind := f.String("joint", "cope", "")
	madeText := f.String("made-for", "90", "")
	backText := f.String("back-cut", "", "")
	format := f.String("format", "text", "")
	file := f.String("file", "", "")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	for _, c := range []struct {
		flag, v string
		allowed []string
	}{{"joint", *kind, []string{"cope", "mitre"}}, {"format", *format, []string{"json", "text"}}} {
		if err := oneOf("fit", c.flag, c.v, c.allowed...); err != nil {
			return err
		}
	}
	if *file != "" {
		return fitOfJob(*file, *format, in, out)
	}
	a, b, theta, err := t.meet("fit", in)
	if err != nil {
		return err
	}
	made, err := angle("fit", "made-for", *madeText)
	if err != nil {
		return err
	}
	for _, c := range []struct {
		flag string
		v    measure.Angle
	}{{"reading", theta}, {"made-for", made}} {
		if !(c.v >= cope.Least && c.v <= cope.Most) {
			return errUsage{fmt.Sprintf("fit: --%s %s: give a corner from %s to %s", c.flag, c.v.Text(6), cope.Least, cope.Most)}
		}
	}
	back := max(15, fit.LeansFor(made))
	if *backText != "" {
		if back, err = angle("fit", "back-cut", *backText); err != nil {
			return err
		}
		if !(back >= 0 && back <= 80) {
			return errUsage{fmt.Sprintf("fit: --back-cut %s is no lean of a saw; give 0 to 80 degrees", back.Text(6))}
		}
	}
	crown := a.Leans() && b.Leans()
	var c fit.Closed
	var held fit.Rolled
	corner := fit.Corner{Theta: theta}
	if *kind == "mitre" {
		if !a.Same(b) {
			return errUsage{"fit: two sections do not mitre; give one section twice, or --joint cope"}
		}
		m := fit.Mitred{Section: b, Left: fit.MitredFor((180 - made) / 2), Right: fit.MitredFor((180 - made) / 2)}
		c = m.Close(theta, 0)
		m.Eased = true
		held = m.Roll(theta, profile.Pose{}, crown)
	} else {
		if err := cope.Check(a, made); err != nil {
			return unfit("fit", err)
		}
		drawn := cope.Joint{Through: a.Hung(profile.Pose{}), Coped: b.Hung(profile.Pose{}), Theta: made}
		end := fit.Along(drawn.Line(), b, back)
		c = end.Close(a, corner, fit.Poses{})
		held = end.Roll(a, corner, fit.Poses{}, crown, fit.Both)
	}
	type heldView struct {
		Gap  float64 `json:"gap_in"`
		Roll float64 `json:"roll_deg"`
	}
	v := struct {
		Gap   float64  `json:"gap_in"`
		Home  float64  `json:"home_in"`
		Touch string   `json:"first_touch"`
		Held  heldView `json:"held"`
	}{max(0, c.Gap()), c.Home + 0, string(c.Touch), heldView{held.Gap, float64(held.Roll)}}
	if *format == "json" {
		return json.NewEncoder(out).Encode(v)
	}
	worst := c.Worst()
	_, err = fmt.Fprintf(out, "%.4f in open at the %s; the %s touches first. Both rolled %s: %.4f in\n", v.Gap, b.Member(worst.Own), v.Touch,
		measure.Angle(v.Held.Roll),
		v.Held.Gap)
	return err
}
