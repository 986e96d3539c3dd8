package review

import (
	"fmt"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

var (
	pieceVanishes = finding.Declare(finding.Form{Code: "piece_vanishes", Severity: finding.Stop, Stop: finding.Joints, Kind: "piece",
		Text: "%s leaves nothing to cut.", Why: "Its wall is shorter than its ends must stop short of the corners.",
		Remedy: "Measure the wall again, or fill it with a block."})
	shortPiece = finding.Declare(finding.Form{Code: "short_piece", Severity: finding.Note, Stop: finding.Saw, Kind: "piece",
		Text: "%s is short: %s.", Why: "A short piece cannot be held safely at the saw.",
		Remedy: "Cut it from the end of a long piece and hold the long part, or clamp it; let the blade stop before you lift.", AtCut: true})
	endsCross = finding.Declare(finding.Form{Code: "ends_cross", Severity: finding.Stop, Stop: finding.Joints, Kind: "piece",
		Text: "%s cannot be made: its two ends cross before its far edge.",
		Why:  "They take %s of it at the face and it is %s long; the pieces beside it would run into one another.",
		Remedy: "Choose a smaller moulding, leave the alcove out and return the runs before it on both sides, or set a made-up block there that the pieces beside " +
			"it stop against."})
	cutBeyondSwing = finding.Declare(finding.Form{Code: "cut_beyond_swing", Severity: finding.Stop, Stop: finding.Saw, Kind: "piece",
		Text: "%s: this saw cannot reach the cut.", Remedy: "Use a saw with more swing or tilt, or one that takes more, or cut to a line by hand."})
	acuteCover = finding.Declare(finding.Form{Code: "acute_cover", Severity: finding.Note, Stop: finding.Joints, Kind: "piece",
		Text:   "%s: the square end stops %s short, since the corner is acute.",
		Why:    "The piece coped over it hides that only where its face stands at least %s out from the wall.",
		Remedy: "Where its top edge is thinner, cut this end to the other wall instead."})
	endLeans = finding.Declare(finding.Form{Code: "end_leans", Severity: finding.Note, Stop: finding.Joints, Kind: "piece",
		Text:   "%s: the end leans, and its top stands %s %s its bottom.",
		Why:    "What it ends against is out of plumb, or the piece follows a floor or ceiling that is not level.",
		Remedy: "The length is told to the bottom edge: measure and mark there."})
	setByHand = finding.Declare(finding.Form{Code: "set_by_hand", Severity: finding.Note, Stop: finding.Saw, Kind: "piece",
		Text: "%s is set to %s by hand%s; measured, it comes to %s.", Why: "What was decided at the wall counts.",
		Remedy: "Take it back on the Saw stop to go by the measurements again."})
)

// coverNote is the thickness of a top edge that is worth a word.
const coverNote = measure.Inch / 8

// topShows is how far an end's top may stand from its bottom without a word.
const topShows = measure.Inch / 32

// Piece looks at one piece as it would be cut.
func Piece(run *stretch.Run, p *piece.Piece) finding.List {
	var found finding.List
	unit := run.Room.Job.Unit
	if p.Cut <= 0 || p.Back <= 0 {
		f := pieceVanishes.In(p.Room, p.ID).Says(p.Label)
		f.HangsOn = []finding.Ref{{Kind: "wall", ID: p.Wall}}
		found.Add(f)
	} else if p.Cut < piece.Short {
		found.Add(shortPiece.In(p.Room, p.ID).Says(p.Label, p.Cut.In(unit)))
	}
	if takes, does := p.Crosses(run.Shape()); does {
		f := endsCross.In(p.Room, p.ID).Says(p.Label).Because(takes.In(unit), p.Length.In(unit))
		f.HangsOn = []finding.Ref{{Kind: "wall", ID: p.Wall}}
		found.Add(f)
	}
	for _, hand := range piece.Hands {
		if p.End(hand).Setting != nil {
			found.Add(end(run, p, hand, unit)...)
		}
	}
	if h := p.Hand; h != nil && !h.InPlace && p.Cut != p.Computed {
		who := ""
		if h.By != "" {
			who = " by " + h.By
		}
		f := setByHand.In(p.Room, p.ID).Says(p.Label, p.Cut.In(unit), who, p.Computed.In(unit))
		if h.Why != "" {
			f.Why = words.Capital(strings.TrimSuffix(h.Why, ".")) + "."
		}
		found.Add(f)
	}
	return found
}

// end looks at one end that has a setting.
func end(run *stretch.Run, p *piece.Piece, hand joint.Hand, unit measure.Unit) finding.List {
	var found finding.List
	e := p.End(hand)
	where := fmt.Sprintf("%s, %s end", p.Label, hand)
	var corner []finding.Ref
	if e.Corner != "" {
		where += ", corner " + e.Letter
		corner = []finding.Ref{{Kind: "corner", ID: e.Corner}}
	}
	if e.Dial == nil || e.Fence != "" {
		f := cutBeyondSwing.In(p.Room, p.ID).Says(where)
		f.Why, f.HangsOn = e.BeyondText(), corner
		if e.Fence != "" {
			f.Severity, f.Text, f.Remedy = finding.Check, where+": this saw reaches the cut with an added fence only.", e.FenceText()
		}
		found.Add(f)
	}
	if e.Short > 0 && e.Joint == piece.Square && e.Meets != "" && run.Moulding.Profiled && run.Shape().Section == nil {
		if cover := joint.ThinnestThatCovers(e.Theta, run.Shape().Projection); cover > coverNote {
			f := acuteCover.In(p.Room, p.ID).Says(where, e.Short.In(unit)).Because(cover.In(unit))
			f.HangsOn = corner
			found.Add(f)
		}
	}
	if long := e.TopLong.Abs(); long >= topShows && !e.Faced {
		more := "further than"
		if e.TopLong < 0 {
			more = "short of"
		}
		found.Add(endLeans.In(p.Room, p.ID).Says(where, long.In(unit), more))
	}
	return found
}
