package main

import (
	"encoding/json"
	"fmt"
	"io"
	"math"
	"text/tabwriter"

	"gnomon/core/casing"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// setFile is a set as scripts give it: lengths as typed, bare numbers inches.
type setFile struct {
	Top     *job.Entry `json:"top"`
	Bottom  *job.Entry `json:"bottom"`
	Left    *job.Entry `json:"left"`
	Right   *job.Entry `json:"right"`
	Rising  *job.Entry `json:"diagonal_bl_tr"`
	Falling *job.Entry `json:"diagonal_br_tl"`
	Reveal  *job.Entry `json:"reveal"`
	Casing  struct {
		Width     *job.Entry `json:"width"`
		Thickness *job.Entry `json:"thickness"`
	} `json:"casing"`
	Head     string     `json:"head"`
	Overhang *job.Entry `json:"overhang"`
	Plinth   *job.Entry `json:"plinth"`
	Band     *struct {
		Lap   *job.Entry `json:"lap"`
		Width *job.Entry `json:"width"`
	} `json:"band"`
}

type legView struct {
	Short float64 `json:"short_in"`
	Long  float64 `json:"long_in"`
	Head  float64 `json:"head_saw_deg"`
	Foot  float64 `json:"foot_saw_deg"`
}

type acrossView struct {
	Short float64 `json:"short_in"`
	Long  float64 `json:"long_in"`
	Left  float64 `json:"left_saw_deg"`
	Right float64 `json:"right_saw_deg"`
}

type bandView struct {
	Left  float64 `json:"left_short_in"`
	Head  float64 `json:"head_short_in"`
	Right float64 `json:"right_short_in"`
	Sill  float64 `json:"sill_short_in,omitempty"`
}

// setView is a set worked out. A saw angle is off square, positive where the outer edge is the longer one.
type setView struct {
	Left    legView            `json:"left"`
	Right   legView            `json:"right"`
	Head    acrossView         `json:"head"`
	Sill    *acrossView        `json:"sill,omitempty"`
	Band    *bandView          `json:"band,omitempty"`
	Corners map[string]float64 `json:"corners_deg"`
	Misses  float64            `json:"misses_deg"` // by how much the corners miss 360
}

// mostBand is a back band's width where none is given; its short points do not depend on it.
const mostBand = .75

// read works out every length and makes a set of them.
func (s *setFile) read() (casing.Set, error) {
	var set casing.Set
	for _, f := range []struct {
		name string
		e    *job.Entry
		to   *float64
		must bool
	}{{"top", s.Top, &set.Top, true}, {"bottom", s.Bottom, &set.Bottom, true}, {"left", s.Left, &set.Left, true}, {"right", s.Right, &set.Right, true},
		{"diagonal_bl_tr", s.Rising, &set.Rising, true}, {"diagonal_br_tl", s.Falling, &set.Falling, true}, {"reveal", s.Reveal, &set.Reveal, true},
		{"casing.width", s.Casing.Width, &set.Width, true}, {"casing.thickness", s.Casing.Thickness, new(float64), false},
		{"overhang", s.Overhang, &set.Overhang, false}, {"plinth", s.Plinth, &set.Drop, false}} {
		if f.e == nil {
			if f.must {
				return set, fmt.Errorf("%s is missing; give it as a length such as \"36 1/4\"", f.name)
			}
			continue
		}
		l, err := measure.ParseLength(f.e.Text, measure.UnitInch)
		if err != nil {
			return set, fmt.Errorf("%s: %w", f.name, err)
		}
		*f.to = l.Inches()
	}
	if s.Band != nil {
		set.Band = &casing.Band{Width: mostBand}
		for _, f := range []struct {
			name string
			e    *job.Entry
			to   *float64
		}{{"band.lap", s.Band.Lap, &set.Band.Lap}, {"band.width", s.Band.Width, &set.Band.Width}} {
			if f.e == nil {
				continue
			}
			l, err := measure.ParseLength(f.e.Text, measure.UnitInch)
			if err != nil {
				return set, fmt.Errorf("%s: %w", f.name, err)
			}
			*f.to = l.Inches()
		}
	}
	set.School = casing.Mitred
	if s.Head != "" {
		set.School = casing.School(s.Head)
	}
	for _, k := range casing.Schools {
		if set.School == k {
			return set, nil
		}
	}
	return set, fmt.Errorf("head %q is not known; use one of %v", s.Head, casing.Schools)
}

// sixteenth is what a tape is read to at worst: six lengths that agree no better are not of one opening.
const sixteenth = 1.0 / 16

func cmdCasing(args []string, in io.Reader, out io.Writer) error {
	f := flags("casing")
	file := f.String("file", "", "the set, as JSON")
	format := f.String("format", "text", "text or json")
	if _, err := parse(f, args, 0); err != nil {
		return err
	}
	if err := oneOf("casing", "format", *format, "text", "json"); err != nil {
		return err
	}
	if *file == "" {
		return errUsage{"casing: no --file; give a set as JSON"}
	}
	r, done, err := open(*file, in)
	if err != nil {
		return err
	}
	defer done()
	v, err := workSet(r)
	if err != nil {
		return errUsage{"casing: " + err.Error()}
	}
	if *format == "json" {
		return json.NewEncoder(out).Encode(v)
	}
	return v.write(out)
}

func workSet(r io.Reader) (setView, error) {
	var s setFile
	if err := readOne(r, "set", &s); err != nil {
		return setView{}, err
	}
	set, err := s.read()
	if err != nil {
		return setView{}, err
	}
	if set.Angles, err = set.Opening.Corners(); err != nil {
		return setView{}, err
	}
	misses, err := set.Misses()
	if err != nil {
		return setView{}, err
	}
	if math.Abs(misses) > 3*set.MissesSD(sixteenth) {
		return setView{}, fmt.Errorf("the six lengths do not go together: the corners come to %.2f° and not 360°; measure both diagonals again", 360+misses)
	}
	w, err := set.Work()
	if err != nil {
		return setView{}, err
	}
	across := func(k casing.Stick) acrossView { return acrossView{k.Inner, k.Outer, k.Start, k.Finish} }
	v := setView{Left: legView{w.Left.Inner, w.Left.Outer, w.Left.Finish, w.Left.Start}, Right: legView{w.Right.Inner, w.Right.Outer, w.Right.Start,
		w.Right.Finish},
		Head: across(w.Head), Misses: misses, Corners: map[string]float64{"top_left": set.Angles[casing.TopLeft], "top_right": set.Angles[casing.TopRight],
			"bottom_left": set.Angles[casing.BottomLeft], "bottom_right": set.Angles[casing.BottomRight]}}
	if w.Sill != nil { // it goes from right to left, and is told as one faces it
		v.Sill = &acrossView{w.Sill.Inner, w.Sill.Outer, w.Sill.Finish, w.Sill.Start}
	}
	if len(w.Band) > 0 {
		v.Band = &bandView{Left: w.Band[0].Inner, Head: w.Band[1].Inner, Right: w.Band[2].Inner}
		if len(w.Band) > 3 {
			v.Band.Sill = w.Band[3].Inner
		}
	}
	return v, nil
}

// write tells a set to people, to the sixty-fourth.
func (v setView) write(out io.Writer) error {
	in := func(x float64) string { return measure.FromInches(x).InchesText() }
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	fmt.Fprintf(w, "\tinner edge\touter edge\toff square\t\n")
	fmt.Fprintf(w, "left leg\t%s\t%s\thead %.2f°\tfoot %.2f°\n", in(v.Left.Short), in(v.Left.Long), v.Left.Head, v.Left.Foot)
	fmt.Fprintf(w, "head\t%s\t%s\tleft %.2f°\tright %.2f°\n", in(v.Head.Short), in(v.Head.Long), v.Head.Left, v.Head.Right)
	fmt.Fprintf(w, "right leg\t%s\t%s\thead %.2f°\tfoot %.2f°\n", in(v.Right.Short), in(v.Right.Long), v.Right.Head, v.Right.Foot)
	if s := v.Sill; s != nil {
		fmt.Fprintf(w, "sill\t%s\t%s\tleft %.2f°\tright %.2f°\n", in(s.Short), in(s.Long), s.Left, s.Right)
	}
	if b := v.Band; b != nil {
		fmt.Fprintf(w, "band\tleft %s\thead %s\tright %s\t\n", in(b.Left), in(b.Head), in(b.Right))
	}
	return w.Flush()
}
