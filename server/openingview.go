package server

import (
	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	openings "gnomon/core/opening"
	"gnomon/core/picture"
	"gnomon/core/sets"
)

// OpeningView is an opening in a wall, or what stands before it.
type OpeningView struct {
	of        of[job.Opening]
	ID        string            `json:"id"`
	Title     string            `json:"title"`
	Edge      string            `json:"edge" doc:"what its outer edges are to a tape"`
	Cased     bool              `json:"cased" doc:"it is of a kind that casings go around"`
	Sides     []JambLengthView  `json:"sides"`
	Angles    []JambReadingView `json:"angles"`
	Settled   []JambSideView    `json:"settled" doc:"its sides and diagonals as their readings settle"`
	Closing   string            `json:"closing,omitempty" doc:"in a line how its six lengths go together"`
	Trimmed   bool              `json:"trimmed" doc:"something is put around it"`
	Outer     *LengthView       `json:"outer,omitempty" doc:"how far outside the jamb its outer edges will stand"`
	Drawn     *ElevationView    `json:"drawn,omitempty"`
	Mouldings map[string]string `json:"mouldings" doc:"which moulding counts for each part of its set, by the field that names it"`
}

// ElevationView is an opening drawn as one faces it.
type ElevationView struct{ picture.Elevation }

// JambLengthView is one reading of a side or a diagonal.
type JambLengthView struct {
	of of[job.JambLength]
	ID string `json:"id"`
}

// JambReadingView is one reading of a corner.
type JambReadingView struct {
	of    of[job.JambReading]
	ID    string `json:"id"`
	Typed string `json:"typed"`
}

// JambSideView is a side as its readings settle.
type JambSideView struct {
	Side   string     `json:"side"`
	Name   string     `json:"name"`
	Length LengthView `json:"length"`
	Read   bool       `json:"read" doc:"it was read, and is not taken from another"`
	Spread string     `json:"spread,omitempty"`
}

func (v JambLengthView) MarshalJSON() ([]byte, error) {
	type plain JambLengthView
	return v.of.beside(plain(v))
}
func (JambLengthView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.JambLength]{}.schema(r, s)
}

func (v JambReadingView) MarshalJSON() ([]byte, error) {
	type plain JambReadingView
	return v.of.beside(plain(v))
}
func (JambReadingView) TransformSchema(r huma.Registry, s *huma.Schema) *huma.Schema {
	return of[job.JambReading]{}.schema(r, s)
}

// openingView is an opening as it was entered, with what follows from it; stood is the same as it will stand.
func openingView(j *job.Job, r *job.Room, o, stood *job.Opening, all []*sets.Set) OpeningView {
	u := j.Unit
	v := OpeningView{of: viewed(o, j), ID: o.ID, Title: r.OpeningTitle(o), Edge: string(stood.Edge()), Cased: o.Cased(), Sides: []JambLengthView{},
		Angles: []JambReadingView{}, Settled: []JambSideView{}, Mouldings: map[string]string{}}
	for i := range o.Sides {
		v.Sides = append(v.Sides, JambLengthView{of: viewed(&o.Sides[i], j), ID: o.Sides[i].ID})
	}
	for i := range o.Angles {
		v.Angles = append(v.Angles, JambReadingView{of: viewed(&o.Angles[i], j), ID: o.Angles[i].ID, Typed: o.Angles[i].Angle.Text(6)})
	}
	if a := j.Around(r, o); a != nil {
		v.Trimmed = true
		for field, m := range map[string]*job.Moulding{"casing_of": a.Casing, "head_of": a.Head, "band_of": a.Band, "plinth_of": a.Plinth, "stool_of": a.Stool,
			"apron_of": a.Apron, "fillet_of": a.Fillet, "cap_of": a.Capped} {
			if m != nil {
				v.Mouldings[field] = m.Title()
			}
		}
	}
	m := openings.Of(j, r, o)
	if m == nil {
		return v
	}
	if v.Trimmed {
		off := lengthView(stood.JambOff(), u)
		v.Outer = &off
	}
	for _, side := range job.JambSides {
		s, there := m.Sides[side]
		if !there {
			continue
		}
		sv := JambSideView{Side: side, Name: openings.SideName(side), Length: lengthView(s.Length.Length, u), Read: s.Read}
		if s.Count > 1 {
			sv.Spread = s.Spread.In(u)
		}
		v.Settled = append(v.Settled, sv)
	}
	v.Closing, v.Drawn = m.Closing(), drawn(m, all)
	return v
}

// SetView is what goes around an opening, on one face of its wall.
type SetView struct {
	Opening string         `json:"opening"`
	Title   string         `json:"title"`
	Far     bool           `json:"far,omitempty"`
	School  string         `json:"school"`
	Text    string         `json:"text" doc:"it in a line"`
	Pieces  []string       `json:"pieces" doc:"in the order to hang"`
	Joints  []SetJointView `json:"joints"`
	Drawn   ElevationView  `json:"drawn"`
}

// SetJointView is a corner of it.
type SetJointView struct {
	At    string `json:"at"`
	Text  string `json:"text"`
	Word  string `json:"word,omitempty" doc:"how it will close, in a word"`
	Shows string `json:"shows,omitempty" doc:"and in a sentence"`
}

func setView(j *job.Job, s *sets.Set) SetView {
	v := SetView{Opening: s.Opening, Title: s.Title, Far: s.Far, School: sets.SchoolName(s.School), Text: s.Text(j.Unit), Pieces: []string{},
		Joints: []SetJointView{},
		Drawn:  ElevationView{picture.Opening(s.Measured, s)}}
	for _, p := range s.Pieces {
		v.Pieces = append(v.Pieces, p.ID)
	}
	for _, k := range s.Joints {
		jv := SetJointView{At: job.JambCorners[k.At], Text: k.Text()}
		if k.Fit != nil {
			jv.Word, jv.Shows = k.Fit.Word(), k.Fit.Text(j.Unit)
		}
		v.Joints = append(v.Joints, jv)
	}
	return v
}

// drawn is an opening as it was measured, with the set around it on this face of its wall.
func drawn(m *openings.Measured, all []*sets.Set) *ElevationView {
	for _, s := range all {
		if s.Opening == m.ID && !s.Far {
			return &ElevationView{picture.Opening(m, s)}
		}
	}
	return &ElevationView{picture.Opening(m, nil)}
}
