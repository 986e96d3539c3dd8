package server

import (
	"cmp"
	"context"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/survey"
)

// Found is a thing of a job that one can go to.
type Found struct {
	Name  string `json:"name"`
	Where string `json:"where"`
	Stop  string `json:"stop" enum:"measure,joints,saw"`
	Room  string `json:"room"`
	Kind  string `json:"kind" enum:"room,wall,corner,piece"`
	ID    string `json:"id"`
}

// FoundList are those that fit best, the best first.
type FoundList struct {
	Found []Found `json:"found"`
}

// mostFound are what fits on a phone.
const mostFound = 9

// FindAsk is what is looked for: words, or one piece by its identifier.
type FindAsk struct {
	JobPath
	Text  string `query:"text" maxLength:"200"`
	Piece string `query:"piece" maxLength:"300"`
}

func (s *server) find(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/find", "find-in-job", "Rooms, walls, corners and pieces by a part of their names"),
		func(_ context.Context, in *FindAsk) (*Body[FoundList], error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			out := FoundList{Found: []Found{}}
			words := strings.Fields(strings.ToLower(in.Text))
			if in.Piece == "" && len(words) == 0 {
				return &Body[FoundList]{out}, nil
			}
			type scored struct {
				Found
				score int
			}
			var hits []scored
			for f := range p.places() {
				if in.Piece != "" {
					if f.Kind == "piece" && f.ID == in.Piece {
						out.Found = append(out.Found, f)
					}
					continue
				}
				text, names := strings.ToLower(f.Name+" "+f.Where), strings.Fields(strings.ToLower(f.Name))
				k := scored{Found: f}
				for _, w := range words {
					if !strings.Contains(text, w) {
						k.score = -1
						break
					}
					if slices.Contains(names, w) { // whole words of the name count before a digit that only stands in a length
						k.score++
					}
				}
				if k.score >= 0 {
					hits = append(hits, k)
				}
			}
			slices.SortStableFunc(hits, func(a, b scored) int { return cmp.Compare(b.score, a.score) })
			for _, k := range hits[:min(len(hits), mostFound)] {
				out.Found = append(out.Found, k.Found)
			}
			return &Body[FoundList]{out}, nil
		})
}

// places are all that one can go to.
func (p *planned) places() func(yield func(Found) bool) {
	return func(yield func(Found) bool) {
		j := &p.job
		for i := range j.Rooms {
			r := &j.Rooms[i]
			title, m := r.Title(), survey.Reduce(j, r)
			if !yield(Found{title, "room", "measure", r.ID, "room", r.ID}) {
				return
			}
			wallText := map[string]string{}
			for k := range r.Walls {
				where := title + ", measure"
				if l, ok := m.Wall(k, job.Floor); ok {
					where += ", " + lengthView(l.Length, j.Unit).Text
				}
				wallText[r.Walls[k].ID] = job.WallNumber(k)
				if !yield(Found{job.WallNumber(k), where, "measure", r.ID, "wall", r.Walls[k].ID}) {
					return
				}
				if r.Joined(k) && !yield(Found{"corner " + job.CornerLetter(k), title + ", joints", "joints", r.ID, "corner", r.Corners[k].ID}) {
					return
				}
			}
			for _, q := range p.plan.Rooms[i].Pieces {
				where := title + ", " + wallText[q.Wall] + ", " + lengthView(q.Cut, j.Unit).Text + ", at the saw"
				if !yield(Found{q.Label, where, "saw", r.ID, "piece", q.ID}) {
					return
				}
			}
		}
	}
}
