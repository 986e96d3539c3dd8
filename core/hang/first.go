package hang

import (
	"fmt"

	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// First is how the first piece of a crown is set, on which every cope after it hangs.
type First struct {
	Piece   *piece.Piece
	School  string // that the house rule follows
	Schools []Setting
	Low     LowBy
}

// Setting is one school of setting it, with what is cut for it.
type Setting struct {
	Code, Name, Why string
	Steps           []string
}

// LowBy is what setting the first piece low does to the copes after it.
type LowBy struct {
	By        measure.Length
	Out       measure.Length // how far it stands out then
	Both      measure.Length // the gap at a cope whose piece hangs as low
	One       measure.Length // and where only the first one does
	Sentences []string
}

// Lengths of what a first piece is set with.
const (
	scrapLong = 2 * measure.Foot
	blockLong = 18 * measure.Inch
	gaugeLong = 12 * measure.Inch
)

// SetFirst works out how the first piece of a run of crown is set; line is the run's layout line.
func SetFirst(r *stretch.Room, t *stretch.Run, line Line, p *piece.Piece, byID map[string]*piece.Piece) First {
	unit := r.Job.Unit
	seat := t.Moulding.Seat()
	rules, _ := r.Job.RulesAt(r.Room, "", "")
	f := First{Piece: p, School: rules.FirstPiece}
	q := job.QuestionOf("first_piece")
	steps := map[string][]string{
		job.FirstScrap: scrap(p, byID, unit),
		job.FirstBlock: {
			fmt.Sprintf("Cut a block %s long with a notch %s high and %s deep: drop and projection.", blockLong.In(unit), seat.Drop.In(unit), seat.Projection.In(unit)),
			"Hold it in the corner of wall and ceiling: the crown fills the notch where it is seated right.",
			"It is true where it stands: use it along the middle of a long piece, not in a corner that compound has filled.",
		},
		job.FirstGauge: {
			fmt.Sprintf("Rip a strip %s wide, the projection, and %s long. Glue a scrap of the crown on it as it hangs, and cut its back corner off.",
				seat.Projection.In(unit), gaugeLong.In(unit)),
			"Slide it up the wall until it touches: its front edge shows where the crown's top comes to, and it follows the ceiling above it.",
		},
	}
	for i, s := range q.Schools {
		steps[s.Code] = append(steps[s.Code],
			fmt.Sprintf("Bring its bottom edge to the line, %s under the ceiling%s, and nail it low at both ends first.", line.Drop.In(unit),
				lineAlong(r, p, unit)))
		f.Schools = append(f.Schools, Setting{s.Code, s.Name, s.Why, steps[q.Schools[i].Code]})
	}
	f.Low = lowBy(seat.Projection, seat.Drop, unit)
	return f
}

// lineAlong is how long the line is that it is brought to.
func lineAlong(r *stretch.Room, p *piece.Piece, unit measure.Unit) string {
	if p.Length <= 0 {
		return ""
	}
	return fmt.Sprintf(", %s of it on %s", p.Length.In(unit), r.WallTitle(p.Wall))
}

// scrap is how a coped scrap is cut: as the piece that is coped into the first one is at that corner.
func scrap(p *piece.Piece, byID map[string]*piece.Piece, unit measure.Unit) []string {
	out := fmt.Sprintf("Cut a scrap %s long and cope one end as for a corner of 90°.", scrapLong.In(unit))
	for _, hand := range piece.Hands {
		mate := byID[p.End(hand).Meets]
		if mate == nil {
			continue
		}
		e := coped(mate, p.ID)
		if e == nil || e.Dial == nil {
			continue
		}
		out = fmt.Sprintf("Cut a scrap %s long and cope one end as %s will be: %s, for corner %s.", scrapLong.In(unit), words.Small(mate.Label),
			e.Dial.Mitre.Abs().Text(2)+"° "+string(side(e)), e.Letter)
		break
	}
	return []string{out, "Offer it up against the square piece: slide that up or down until the cope shuts from top to bottom.",
		"Feel along the ceiling with it before anything is nailed: where the ceiling dips, the piece goes down with it."}
}

// coped is the end of a piece that is coped into another, or nil.
func coped(p *piece.Piece, into string) *piece.End {
	for _, hand := range piece.Hands {
		if e := p.End(hand); e.Joint == piece.Cope && e.Meets == into {
			return e
		}
	}
	return nil
}

func side(e *piece.End) joint.Hand {
	if e.Dial.Mitre < 0 {
		return joint.Left
	}
	return joint.Right
}

// lowBy tells what setting it an eighth low would do.
func lowBy(projection, drop measure.Length, unit measure.Unit) LowBy {
	by := measure.Inch / 8
	if unit.Metric() {
		by = 3 * measure.Millimetre
	}
	out := LowBy{By: by}
	if projection <= 0 || drop <= 0 {
		return out
	}
	if over := drop + by; float64(over)*float64(over) >= float64(projection)*float64(projection)+float64(drop)*float64(drop) {
		return out // it would not reach the ceiling at all
	}
	to, both := fit.LowSeat(projection.Inches(), drop.Inches(), by.Inches(), true)
	_, one := fit.LowSeat(projection.Inches(), drop.Inches(), by.Inches(), false)
	out.Out, out.Both, out.One = inches(to), inches(both), inches(one)
	out.Sentences = []string{
		fmt.Sprintf("Set %s low it rolls up until it stands out %s, %s less than it should.", by.In(unit), out.Out.In(unit), (projection - out.Out).In(unit)),
		fmt.Sprintf("Every cope into it then gapes at its top by %s where the next piece hangs as low, and by %s where that is set right: "+
			"lower the next piece to it.",
			fit.GapText(both, unit), fit.GapText(one, unit)),
	}
	return out
}
