package hang

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// Finish is what is still to be done in a room once its trim hangs, with what that takes.
type Finish struct {
	Beads    []Bead
	Length   measure.Length // of all beads
	Silicone measure.Length // at the floor of a wet room, by the house rule
	Holes    int            // to fill: those that no other piece covers
	Covered  int
	Arrises  int     // of outside mitres, to be eased
	Face     float64 // to paint, in square inches, one coat
	Coats    int     // on the wall
	Filler   float64 // cubic inches
	Tubes    int     // cartridges of caulk
	Paint    float64 // gallons, all coats on the wall
	Steps    []Job   // in their order
}

// Bead is where a bead is laid.
type Bead struct {
	What   string
	Length measure.Length
}

// Job is one thing to do, and what to mind.
type Job struct {
	ID   string // bead, fill, sand, touch
	What string
	Mind []string
}

// The size of a bead and of a hole, in inches, and what a cartridge and a gallon come to.
const (
	beadLeg   = 0.125
	holeWide  = 0.125
	holeDeep  = 0.125
	cartridge = 10.1 * 1.8046875 // cubic inches
	lost      = 1.15             // of caulk, in the tip and on the rag
	covers    = 350.0            // square feet a gallon, one coat
)

// BeadVolume is what a bead takes, in cubic inches: half the square of its leg for each inch.
func BeadVolume(leg, length float64) float64 { return leg * leg / 2 * length }

// Cartridges are how many hold a bead, fifteen per cent lost.
func Cartridges(leg, length float64) int {
	return int(math.Ceil(BeadVolume(leg, length)*lost/cartridge - tiny))
}

// FillerVolume is what holes take, in cubic inches, half of it wiped off again.
func FillerVolume(holes int, wide, deep float64) float64 {
	return 2 * float64(holes) * math.Pi / 4 * wide * wide * deep
}

// Paint is how many gallons so many coats take on so many square inches.
func Paint(face float64, coats int) float64 { return face / 144 * float64(coats) / covers }

// Finishing counts out what is to be done in a room.
func Finishing(r *stretch.Room, runs []*stretch.Run, pieces []*piece.Piece, fix *Fixing) Finish {
	var f Finish
	rules, _ := r.Job.RulesAt(r.Room, "", "")
	f.Coats = map[string]int{job.PaintTrestles: 1, job.PaintBought: 1, job.PaintHung: 3}[rules.Paint]
	at := map[string]*stretch.Run{}
	for _, t := range runs {
		at[t.ID] = t
	}
	base, seen := measure.Length(0), map[string][2]measure.Length{} // of a moulding, how much is painted across: its face, and its top
	for _, p := range pieces {
		m := r.Job.Moulding(p.Moulding)
		if m == nil || p.Cut <= 0 {
			continue
		}
		f.bead(m, p)
		if _, known := seen[m.ID]; !known {
			face, top := r.Shapes.Of(m.ID).Whole().Seen()
			seen[m.ID] = [2]measure.Length{face, top}
		}
		across := seen[m.ID][0]
		if t := at[p.Run]; t == nil || t.Level != job.Ceiling { // there its top lies under the ceiling
			across += seen[m.ID][1]
		}
		f.Face += across.Inches() * p.Cut.Inches()
		if t := at[p.Run]; t != nil && t.Level == job.Floor && !p.Cap {
			if !m.Is().Last {
				base += p.Length
			}
		}
		if e := p.Right; e.Joint == piece.Mitre && e.Side == job.Outside && e.Corner != "" {
			f.Arrises++
		}
		if p.Cap {
			f.Arrises++
		}
		for _, n := range fix.Of(p.ID) {
			if n.Covered {
				f.Covered++
			} else {
				f.Holes++
			}
		}
	}
	if r.Wet && rules.FloorJoint == job.FloorSilicone {
		f.Silicone = base
	}
	f.Tubes = Cartridges(beadLeg, f.Length.Inches())
	f.Filler = FillerVolume(f.Holes, holeWide, holeDeep)
	f.Paint = Paint(f.Face, f.Coats)
	f.steps(r.Job.Unit)
	return f
}

var beadNames = map[string]string{job.KindBase: "top of base", job.KindFlat: "top of flat stock", job.KindRail: "both edges of rail",
	job.KindCrown:  "both edges of crown",
	job.KindCasing: "both edges of casing", job.KindBand: "back band, at the wall", job.KindStool: "stool, at the wall"}

func (f *Finish) bead(m *job.Moulding, p *piece.Piece) {
	kind := m.Is()
	if kind.Beads == 0 || p.Cap {
		return
	}
	l := p.Length * measure.Length(kind.Beads)
	f.Length += l
	name := beadNames[kind.Code]
	if i := slices.IndexFunc(f.Beads, func(b Bead) bool { return b.What == name }); i >= 0 {
		f.Beads[i].Length += l
		return
	}
	f.Beads = append(f.Beads, Bead{name, l})
}

// steps tells what to do, in order.
func (f *Finish) steps(unit measure.Unit) {
	add := func(id, what string, mind ...string) { f.Steps = append(f.Steps, Job{id, what, mind}) }
	if f.Length > 0 {
		add("bead", fmt.Sprintf("Lay %s of bead, thin and even: %s.", f.Length.About(unit), words.Count(f.Tubes, "cartridge")),
			"Cut the tip small and slant, under 1/8 in. Wipe with one finger on the wood side, another on the wall.", "Where the wall is hollow lay it twice.",
			"Never between base and a wood or laminate floor: it moves.")
	}
	if f.Silicone > 0 {
		add("silicone", fmt.Sprintf("Clear silicone between base and floor, %s: water stands here.", f.Silicone.About(unit)),
			"Only on a waterproof floor, and after the paint: nothing sticks to it.")
	}
	if f.Holes > 0 {
		covered := ""
		if f.Covered > 0 {
			covered = fmt.Sprintf(" %d more are covered.", f.Covered)
		}
		add("fill", fmt.Sprintf("Fill %s.%s", words.Count(f.Holes, "nail hole"), covered), "Scrape the rim first, above all in MDF, where it swells. Fill proud.")
		sand := "Sand the filler flush at 180."
		if f.Arrises > 0 {
			sand = fmt.Sprintf("Sand the filler flush at 180, and ease the arris of %s lightly.", words.Count(f.Arrises, "outside mitre"))
		}
		add("sand", sand, "Wear a mask: dust of MDF and of old paint harms the lungs. Old paint may hold lead: have it tested first.")
		add("touch", "Touch up wider than each patch, with the roller the boards were painted with.", "Where the bead skins over it takes paint.")
	}
}

// FaceText is how much there is to paint.
func (f *Finish) FaceText(unit measure.Unit) string {
	if unit.Metric() {
		return fmt.Sprintf("%.1f m²", f.Face*0.00064516)
	}
	return fmt.Sprintf("%.0f sq ft", f.Face/144)
}

// PaintText is how much paint its coats on the wall take.
func (f *Finish) PaintText(unit measure.Unit) string {
	coats := words.Count(f.Coats, "coat")
	if unit.Metric() {
		return fmt.Sprintf("%.2f l for %s", f.Paint*3.785411784, coats)
	}
	return fmt.Sprintf("%.2f gal for %s", f.Paint, coats)
}
