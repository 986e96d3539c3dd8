package server

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/words"
	"gnomon/files"
	"gnomon/store"
)

// LibraryView is what the program ships to begin from.
type LibraryView struct {
	Sections []LibrarySection `json:"sections"`
	Pairs    []LibraryPair    `json:"pairs"`
}

// LibrarySection is a made-up section.
type LibrarySection struct {
	ID       string       `json:"id"`
	Name     string       `json:"name"`
	Kind     string       `json:"kind"`
	Size     string       `json:"size"`
	Spring   string       `json:"spring,omitempty"`
	Material string       `json:"material"`
	Copable  bool         `json:"copable"`
	Sketch   [][2]float64 `json:"sketch"`
}

// LibraryPair is a built-up crown.
type LibraryPair struct {
	ID       string   `json:"id"`
	Name     string   `json:"name"`
	Sections []string `json:"sections" doc:"from the wall outward"`
}

// FromLibrary takes a section or a pair into the job.
type FromLibrary struct {
	Sender
	Pick string `json:"pick" maxLength:"64" doc:"a section or a pair"`
	Room string `json:"room,omitempty" maxLength:"80" doc:"and lets it run there"`
}

// NewSection is a section as entered: points as typed.
type NewSection struct {
	Sender
	Points []TypedPoint `json:"points" maxItems:"400"`
	Moved  *MovedPoint  `json:"moved,omitempty" doc:"one of them was dragged to a place"`
}

// MovedPoint is a point dragged on the drawing, in inches.
type MovedPoint struct {
	At int     `json:"at" minimum:"0" maximum:"400"`
	U  float64 `json:"u"`
	Z  float64 `json:"z"`
}

// TypedPoint is a corner of a section as typed.
type TypedPoint struct {
	U   string `json:"u" maxLength:"60"`
	Z   string `json:"z" maxLength:"60"`
	Bow string `json:"bow" maxLength:"60"`
}

// SectionFile is a section from another program.
type SectionFile struct {
	Sender
	Format string `json:"format" enum:"svg,dxf,csv"`
	Unit   string `json:"unit" enum:"in,mm" doc:"of the numbers in it"`
	Left   bool   `json:"left" doc:"the wall is drawn on its right"`
	Text   string `json:"text" maxLength:"200000"`
}

func (s *server) sections(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/library", "get-library", "Sections and built-up crowns to begin from"),
		func(_ context.Context, _ *struct{}) (*Body[LibraryView], error) {
			return &Body[LibraryView]{library()}, nil
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/mouldings", "take-from-library", "Take a section or a built-up crown into the job")),
		func(ctx context.Context, in *struct {
			JobPath
			Body FromLibrary
		}) (*Encoded, error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			ops, err := taken(&j, in.Body)
			if err != nil {
				return nil, asProblem(err)
			}
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
	huma.Register(api, telling(api, op(http.MethodPut, "/api/jobs/{job}/mouldings/{moulding}/section", "set-section",
		"Give a moulding its section, point by point; none takes it away")), func(ctx context.Context, in *struct {
		SticksPath
		Body NewSection
	}) (*Encoded, error) {
		return s.section(ctx, in.SticksPath, in.Body.Sender, func(u measure.Unit) (profile.Outline, error) {
			return typedOutline(in.Body.Points, in.Body.Moved, u)
		})
	})
	imp := op(http.MethodPost, "/api/jobs/{job}/mouldings/{moulding}/section/import", "import-section", "Give a moulding its section from a file")
	imp.MaxBodyBytes = 1 << 20
	huma.Register(api, telling(api, imp), func(ctx context.Context, in *struct {
		SticksPath
		Body SectionFile
	}) (*Encoded, error) {
		return s.section(ctx, in.SticksPath, in.Body.Sender, func(measure.Unit) (profile.Outline, error) {
			return files.ReadSection(in.Body.Text, in.Body.Format, measure.Unit(in.Body.Unit), in.Body.Left)
		})
	})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/mouldings/{moulding}/section/file", "export-section", "A moulding's section as a file"),
		func(_ context.Context, in *struct {
			SticksPath
			Format string `query:"format" enum:"svg,dxf,csv" default:"svg"`
		}) (*Download, error) {
			j, m, err := s.moulding(in.Job, in.Moulding)
			if err != nil {
				return nil, asProblem(err)
			}
			var b bytes.Buffer
			if err := files.WriteSection(&b, m.Profile().Outline, in.Format, j.Unit); err != nil {
				return nil, sectionProblem(err)
			}
			types := map[string]string{"svg": "image/svg+xml", "dxf": "application/dxf", "csv": "text/csv; charset=utf-8"}
			return &Download{Type: types[in.Format], Disposition: fmt.Sprintf("attachment; filename=%q", "section-"+m.ID+"."+in.Format), Body: b.Bytes()}, nil
		})
}

// moulding reads a job and finds one of its mouldings.
func (s *server) moulding(id, moulding string) (job.Job, *job.Moulding, error) {
	j, _, err := s.store.Job(id)
	if err != nil {
		return j, nil, err
	}
	if m := j.Moulding(moulding); m != nil {
		return j, m, nil
	}
	return j, nil, &edit.Missing{Thing: "moulding " + moulding}
}

func library() LibraryView {
	sections, pairs := profile.Library()
	out := LibraryView{}
	for _, k := range sections {
		s, err := profile.New(k.Outline)
		if err != nil {
			continue // a test lets none of them be bad
		}
		v := LibrarySection{ID: k.ID, Name: k.Name, Kind: k.Kind, Material: k.Material, Copable: s.Cope().OK, Sketch: s.Sketch(0),
			Size: fmt.Sprintf("%s × %s", s.Height().In(measure.UnitInch), s.Projection().In(measure.UnitInch))}
		if job.KindOf(k.Kind).Sprung {
			w, f := s.Feet()
			v.Spring = profile.Read{Projection: s.Projection(), Drop: s.Height(), WallFoot: w, CeilingFoot: f}.Seat().Spring.Round(0.5).String()
		}
		out.Sections = append(out.Sections, v)
	}
	for _, p := range pairs {
		v := LibraryPair{ID: p.ID, Name: p.Name}
		for _, m := range p.Members {
			v.Sections = append(v.Sections, m.Section)
		}
		out.Pairs = append(out.Pairs, v)
	}
	return out
}

// taken are the steps that take a section or a pair into a job, and let it run in a room.
func taken(j *job.Job, in FromLibrary) ([]edit.Op, error) {
	sections, pairs := profile.Library()
	members := []profile.Member{{Section: in.Pick, Below: "0"}}
	for _, p := range pairs {
		if p.ID == in.Pick {
			members = p.Members
		}
	}
	after, runAfter := "", ""
	if n := len(j.Mouldings); n > 0 {
		after = j.Mouldings[n-1].ID
	}
	if in.Room != "" {
		r := j.Room(in.Room)
		if r == nil {
			return nil, &edit.Missing{Thing: "room " + in.Room}
		}
		if n := len(r.Runs); n > 0 {
			runAfter = r.Runs[n-1].ID
		}
	}
	var ops []edit.Op
	on := ""
	for _, m := range members {
		i := slices.IndexFunc(sections, func(k profile.LibrarySection) bool { return k.ID == m.Section })
		if i < 0 {
			return nil, &edit.Missing{Thing: "section " + in.Pick}
		}
		k := sections[i]
		mould := job.Moulding{ID: store.NewID("m"), Name: k.Name, Kind: k.Kind, Profiled: !k.Square}
		s, err := profile.New(k.Outline)
		if err != nil {
			return nil, err
		}
		measured(&mould, s, j.Unit)
		mould.Material, mould.Grade = k.Material, k.Grade
		for _, t := range k.Sticks {
			l, err := measure.ParseLength(t.Length, measure.UnitInch)
			if err != nil {
				return nil, err
			}
			mould.Sticks = append(mould.Sticks, job.Stick{Entry: job.Written(l, j.Unit), Price: t.Price})
		}
		ops = append(ops, edit.Op{Do: edit.Add, Kind: "moulding", ID: mould.ID, After: after, Value: edit.Raw(mould), Unit: j.Unit})
		after = mould.ID
		if in.Room == "" || !job.KindOf(k.Kind).Runs {
			continue
		}
		run := job.Run{Moulding: mould.ID, Level: job.KindOf(k.Kind).Level}
		if len(members) > 1 { // built up, under the ceiling
			run.Level = job.Ceiling
		}
		run.On = on
		if m.Below != "0" {
			l, err := measure.ParseLength(m.Below, measure.UnitInch)
			if err != nil {
				return nil, err
			}
			e := job.Written(l, j.Unit)
			run.Below = &e
		}
		on = store.NewID("k")
		ops = append(ops, edit.Op{Do: edit.Add, Kind: "run", In: in.Room, ID: on, After: runAfter, Value: edit.Raw(run), Unit: j.Unit})
		runAfter = on
	}
	return ops, nil
}

// measured gives a moulding a section with the measures that follow from it.
func measured(m *job.Moulding, s *profile.Section, u measure.Unit) {
	m.Section = job.SectionOf(s.Outline, u)
	m.Height, m.Thickness = job.Written(s.Height(), u), job.Written(s.Projection(), u)
	m.WallFoot, m.CeilingFoot = nil, nil
	if !m.Is().Sprung {
		return
	}
	w, c := s.Feet()
	if w > 0 && c > 0 {
		we, ce := job.Written(w, u), job.Written(c, u)
		m.WallFoot, m.CeilingFoot = &we, &ce
	}
}

// snap is how finely a dragged point is placed.
func snap(in float64, u measure.Unit) measure.Length {
	step := measure.Inch / 32
	if u.Metric() {
		step = measure.Millimetre / 2
	}
	return measure.FromInches(max(-100, min(100, in))).Round(step)
}

func typedOutline(points []TypedPoint, moved *MovedPoint, u measure.Unit) (profile.Outline, error) {
	var o profile.Outline
	for i, p := range points {
		var v [3]measure.Length
		for k, t := range []string{p.U, p.Z, p.Bow} {
			if t == "" && k == 2 {
				continue
			}
			e, err := job.Signed(t, u)
			if err != nil {
				return nil, fmt.Errorf("point %d: %w", i+1, err)
			}
			v[k] = e.Length
		}
		o = append(o, profile.Point{U: v[0], Z: v[1], Bow: v[2]})
	}
	if moved != nil && moved.At < len(o) {
		o[moved.At].U, o[moved.At].Z = snap(moved.U, u), snap(moved.Z, u)
	}
	if len(o) == 0 {
		return nil, nil
	}
	if err := o.Check(); err != nil {
		return nil, err
	}
	return o.Canonical(), nil
}

// section gives a moulding the section that is read in the job's unit, and the measures
// that follow from it, as one change.
func (s *server) section(ctx context.Context, in SticksPath, from Sender, read func(u measure.Unit) (profile.Outline, error)) (*Encoded, error) {
	j, m, err := s.moulding(in.Job, in.Moulding)
	if err != nil {
		return nil, asProblem(err)
	}
	o, err := read(j.Unit)
	if err != nil {
		return nil, sectionProblem(err)
	}
	next := *m
	if o == nil {
		next.Section = []job.SectionPoint{}
	} else {
		sec, err := profile.New(o)
		if err != nil {
			return nil, sectionProblem(err)
		}
		measured(&next, sec, j.Unit)
	}
	set := func(field string, v any) edit.Op {
		return edit.Op{Do: edit.Set, Kind: "moulding", ID: m.ID, Field: field, Value: edit.Raw(v), Unit: j.Unit}
	}
	// The section goes first and last: between, it would not fit the measures.
	ops := []edit.Op{set("section", []job.SectionPoint{}), set("height", next.Height), set("thickness", next.Thickness), set("wall_foot", next.WallFoot),
		set("ceiling_foot", next.CeilingFoot), set("section", next.Section)}
	return s.do(ctx, in.Job, from, ops)
}

// sectionProblem answers what is no section, with its place.
func sectionProblem(err error) error {
	f := FieldProblem{Field: "section", Message: err.Error(), Remedy: "Nothing was changed: mend it and try again."}
	var at *profile.Point
	switch e := err.(type) {
	case *profile.Invalid:
		f.Message, f.Remedy, at = e.Reason, words.Capital(e.Remedy)+".", e.At
	case *files.BadSection:
		f.Message, f.Remedy, at = e.Reason, words.Capital(e.Remedy)+".", e.At
	}
	if at != nil {
		f.Value = fmt.Sprintf("%g,%g", at.U.Inches(), at.Z.Inches())
	}
	return problem(http.StatusUnprocessableEntity, words.Capital(err.Error())+".", f)
}
