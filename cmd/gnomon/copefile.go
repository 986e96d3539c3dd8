package main

import (
	"encoding/json"
	"fmt"
	"io"

	"gnomon/core/coping"
	"gnomon/core/fit"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/files"
)

// copeOfJob writes the template of a coped end of a job.
func copeOfJob(file, id, hand, format, paper string, in io.Reader, out io.Writer) error {
	for _, c := range []struct {
		flag, v string
		allowed []string
	}{{"end", hand, []string{"left", "right"}}, {"format", format, []string{"text", "json", "svg", "dxf", "pdf"}},
		{"paper", paper, []string{files.PaperLetter, files.PaperA4}}} {
		if err := oneOf("cope", c.flag, c.v, c.allowed...); err != nil {
			return err
		}
	}
	if id == "" {
		return errUsage{"cope: no --piece; gnomon plan lists the pieces of a job"}
	}
	j, err := readJob(file, in)
	if err != nil {
		return err
	}
	p, err := plan.Build(j)
	if err != nil {
		return errUsage{err.Error()}
	}
	e, err := coping.Of(&j, piece.NewShapes(&j), piece.ByID(p.Pieces), id, joint.Hand(hand))
	if err != nil {
		return errUsage{"cope: " + err.Error()}
	}
	switch format {
	case "svg":
		return files.WriteTemplateSVG(out, e)
	case "dxf":
		return files.WriteTemplateDXF(out, e)
	case "pdf":
		return files.WriteTemplatesPDF(out, e.Title(), []*coping.End{e}, paper)
	case "json":
		return json.NewEncoder(out).Encode(copeViewOf(e.Line, e.Back, e.Lean, e.Off, e.Feathers))
	}
	text := e.Title() + "\n"
	for _, t := range e.Facts() {
		text += t + "\n"
	}
	for i, s := range e.Steps() {
		text += fmt.Sprintf("%d. %s\n", i+1, s.Text)
	}
	for _, t := range e.Checks() {
		text += t + "\n"
	}
	_, err = io.WriteString(out, text)
	return err
}

// jointView is a joint of a plan as scripts read it.
type jointView struct {
	Room    string  `json:"room"`
	Run     string  `json:"run"`
	Corner  string  `json:"corner,omitempty"`
	Joint   string  `json:"joint"`
	Through string  `json:"through"`
	Gives   string  `json:"gives"`
	Gap     float64 `json:"gap_in"`
	Shows   float64 `json:"shows"`
	Gapes   float64 `json:"gapes"`
	At      string  `json:"at,omitempty"`
	Word    string  `json:"word"`
}

// fitOfJob writes how every joint of a job will close: those at corners, and the scarfs between.
func fitOfJob(file, format string, in io.Reader, out io.Writer) error {
	j, err := readJob(file, in)
	if err != nil {
		return err
	}
	p, err := plan.Build(j)
	if err != nil {
		return errUsage{err.Error()}
	}
	v := []jointView{}
	add := func(room, run, corner, kind, through, gives string, x *fit.Expected) {
		if x != nil {
			v = append(v, jointView{room, run, corner, kind, through, gives, x.Gap, x.Shows, x.Gapes, string(x.At), x.Word()})
		}
	}
	for _, d := range p.Decisions() {
		gives := d.Coped
		if gives == "" {
			gives = d.Right
		}
		through := d.Through
		if through == "" {
			through = d.Left
		}
		add(d.Room, d.Run, d.Corner, d.Joint, through, gives, d.Fit)
	}
	for _, s := range plan.Scarfs(&j, p.Pieces) {
		add(s.Room, s.Run, "", string(piece.Scarf), s.Under, s.Over, &s.Fit)
	}
	if format == "json" {
		return json.NewEncoder(out).Encode(struct {
			Joints []jointView `json:"joints"`
		}{v})
	}
	labels := map[string]string{}
	for _, q := range p.Pieces {
		labels[q.ID] = q.Label
	}
	for _, k := range v {
		if _, err := fmt.Fprintf(out, "%s %s: %s and %s, %s: %s, %.4f in; shows: %s\n", k.Room, k.Corner, labels[k.Gives], labels[k.Through], k.Joint, k.Word, k.Gap,
			fit.In1(k.Shows)); err != nil {
			return err
		}
	}
	return nil
}
