package detail

import "gnomon/core/measure"

// Slope is that of the link that steps a base down.
const Slope measure.Angle = 45

// Link is a sloped piece that steps a base of one height down by a fall f at slope α: its
// joints are cut α/2, its own two cuts stand f/sin α apart along it, it takes f/tan α of
// wall. Under it goes a filler as high as the fall, its tip cut 90 − α.
type Link struct {
	Joint measure.Angle
	Long  measure.Length
	Takes measure.Length
	Tip   measure.Angle
}

// StepDown works out the link for a fall.
func StepDown(fall measure.Length, slope measure.Angle) Link {
	return Link{Joint: slope / 2, Long: fall.Times(1 / slope.Sin()), Takes: fall.Times(1 / slope.Tan()), Tip: 90 - slope}
}
