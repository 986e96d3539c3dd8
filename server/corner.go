package server

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/saw"
	"gnomon/core/survey"
)

// OneCorner is a corner without a job: what to set for both pieces that meet.
type OneCorner struct {
	Theta   string       `json:"theta" doc:"the corner's own angle"`
	Half    string       `json:"half" doc:"what each mitre takes"`
	Finding *FindingView `json:"finding,omitempty" doc:"what is doubtful about the reading"`
	Ends    []CornerEnd  `json:"ends" doc:"the right end of the piece left of the corner, then the left end of the one right of it"`
}

// CornerEnd is one of the two ends.
type CornerEnd struct {
	Hand   string        `json:"hand" enum:"left,right"`
	ToldTo string        `json:"toldTo" enum:"long,short"`
	Mitre  AngleView     `json:"mitre"`
	Bevel  AngleView     `json:"bevel"`
	Keep   string        `json:"keep"`
	Bench  picture.Bench `json:"bench"`
}

// sample stands for the moulding in the pictures of a corner without a job: a
// common base, and a common crown of the spring asked for.
func sample(spring measure.Angle) picture.Blank {
	if spring == 0 {
		return picture.Sample(measure.Inch*9/16, 4*measure.Inch, false)
	}
	p := 3 * measure.Inch
	return picture.Sample(p, p.Times(min(4, max(0.3, spring.Cot()))), true)
}

func (s *server) corner(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/corner", "one-corner", "Saw settings for one corner, without a job"), func(_ context.Context, in *struct {
		Kind    string `query:"kind" enum:"inside,outside" default:"inside"`
		Reading string `query:"reading" required:"true" maxLength:"60"`
		Scale   string `query:"scale" enum:"corner,deflection,mitre" default:"corner"`
		Pose    string `query:"pose" enum:"upright,nested,flat" default:"upright"`
		Edge    string `query:"edge" enum:"top,bottom" default:"top"`
		Spring  string `query:"spring" maxLength:"60"`
	}) (*Body[OneCorner], error) {
		reading, err := measure.ParseAngle(in.Reading)
		if err != nil {
			return nil, asProblem(fmt.Errorf("reading: %w", err))
		}
		spring := measure.Angle(0)
		if in.Spring != "" && in.Pose != string(saw.Upright) {
			if spring, err = measure.ParseAngle(in.Spring); err != nil {
				return nil, asProblem(fmt.Errorf("spring: %w", err))
			}
			if spring <= 0 || spring >= 90 {
				return nil, problem(http.StatusUnprocessableEntity, "No crown springs at "+spring.String()+".",
					FieldProblem{Field: "spring", Value: in.Spring, Message: "must be more than 0° and less than 90°", Remedy: "Common ones are 38, 45 and 52."})
			}
		}
		rd := job.Reading{Angle: reading, Scale: job.Scale(in.Scale)}
		theta, ok := survey.Theta(reading, rd.Scale)
		f, doubtful := inspect.Reading("This corner", rd)
		if !ok {
			return nil, problem(http.StatusUnprocessableEntity, f.Text+" "+f.Why, FieldProblem{Field: "reading", Value: in.Reading, Message: f.Text + " " + f.Why,
				Remedy: f.Remedy})
		}
		out := OneCorner{Theta: theta.String(), Half: joint.Half(theta).String()}
		if doubtful {
			v := findingView(f)
			out.Finding = &v
		}
		n, toldTo := joint.InsideEnd(theta), "long"
		if in.Kind == "outside" {
			n, toldTo = joint.OutsideEnd(theta), "short"
		}
		pose := saw.Pose{Lie: saw.Lie(in.Pose), Edge: saw.Edge(in.Edge), Spring: spring}
		for _, hand := range []joint.Hand{joint.Right, joint.Left} {
			set := saw.For(n.At(hand), pose)
			out.Ends = append(out.Ends, CornerEnd{string(hand), toldTo, swingView(set.Mitre), tiltView(set.Bevel), string(set.Keep),
				picture.OnSaw(picture.Cut{Plane: n.At(hand), Pose: pose, Setting: set}, sample(spring))})
		}
		return &Body[OneCorner]{out}, nil
	})
}
