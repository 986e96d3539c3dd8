package coping

import (
	"gnomon/core/cope"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// Tool is what copes are cut with.
type Tool struct {
	Name   string        // in a sentence: a hand saw
	Leans  measure.Angle // beyond what must clear: a power saw's blade wanders
	Turns  float64       // the least radius that it turns to in its kerf, in inches
	Reach  float64       // the least radius of a hollow that it gets into; 0 where it follows any that it turns to
	Finish string        // what reaches what it does not
}

// The tools of the house rule: a coping saw with a blade 1/8 wide, .032 over its teeth and .020 thick; a jigsaw with a fine blade 3/16
// wide, .050 and .036; a grinder with a disc 4 in across.
var tools = map[string]Tool{
	job.CopeByHand:    {"a hand saw", 5, cope.Blade{Width: 1.0 / 8, Kerf: .032, Body: .020}.Turns(), 0, "a round file"},
	job.CopeByPower:   {"a power saw", 15, cope.Blade{Width: 3.0 / 16, Kerf: .050, Body: .036}.Turns(), 0, "a hand saw, then a round file"},
	job.CopeByGrinder: {"a grinder", 5, 0.5, 2, "a round file, or a scrap of the moulding with abrasive glued to its face"},
}

// ToolOf is what the house rules cope with.
func ToolOf(r *job.Rules) Tool {
	if t, ok := tools[r.CopeTool]; ok {
		return t
	}
	return tools[job.CopeByHand]
}

// LeansAtLeast is how far it leans in a corner, level as the piece hangs, so that only the front edge touches.
func (t Tool) LeansAtLeast(theta measure.Angle) measure.Angle { return cope.BackCut(theta) + t.Leans }
