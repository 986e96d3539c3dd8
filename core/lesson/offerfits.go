package lesson

import (
	"fmt"
	"math"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/words"
)

// offers are what a moulding asks for whose joints often gape: to be tried on a scrap first, or leaned further when it is coped.
func (f *FitLearned) offers(shop *job.Job) []Offer {
	m := shop.Moulding(f.Moulding)
	if m == nil {
		return nil
	}
	kind := map[string]string{piece.FittedCope: "cope", piece.FittedMitre: "mitre", piece.FittedOutside: "mitre"}[f.Kind]
	if kind == "" {
		return nil
	}
	var out []Offer
	chart := Chart{Across: "joints, by how they closed", Up: "joints"}
	for i, how := range job.Fits {
		chart.Points = append(chart.Points, Point{X: float64(i + 1), Y: float64(f.How[how]), Label: HowWord(how)})
	}
	percent := func(x float64) string { return fmt.Sprintf("%.0f %%", 100*math.Max(0, x)) }
	least, most := f.Gaped.Sure()
	tried := m.TryFirst == kind || m.TryFirst == "all"
	base := Offer{Kind: "moulding", Of: m.ID, Jobs: f.Jobs, Rests: rests(f.Gaped.N, "joint", f.Jobs), Sure: between(least, min(1, most), percent), Chart: chart,
		Weight: 1 / (f.Gaped.SD * f.Gaped.SD)}
	switch {
	case !tried && least > oftenGapes:
		o := base
		now := kind
		if m.TryFirst != "" {
			now = "all"
		}
		o.ID, o.Field, o.Was, o.Now = id("try", m.ID, f.Kind), "try_first", raw(m.TryFirst), raw(now)
		o.Says = fmt.Sprintf("%s of %s gapes%s in %s of cases.", words.Capital(words.A(KindName(f.Kind))), m.Title(), where(f.Where), percent(f.Gaped.Value))
		o.Does = "At the saw it says to try it on a scrap first."
		out = append(out, o)
	case tried && most < seldom:
		o := base
		o.ID, o.Field, o.Was, o.Now = id("try", m.ID, f.Kind), "try_first", raw(m.TryFirst), raw("")
		o.Says = fmt.Sprintf("%s of %s gapes in %s of cases only.", words.Capital(words.A(KindName(f.Kind))), m.Title(), percent(f.Gaped.Value))
		o.Does = "It is not tried on a scrap first any more."
		out = append(out, o)
	}
	if least, most := f.Eased.Sure(); f.Kind == piece.FittedCope && least > oftenGapes && m.BackCut < mostBackCut {
		o := base
		o.ID, o.Field, o.Was, o.Now = id("back", m.ID), "back_cut", raw(m.BackCut), raw(m.BackCut+moreBackCut)
		o.Weight, o.Sure = 1/(f.Eased.SD*f.Eased.SD), between(least, min(1, most), percent)
		o.Says = fmt.Sprintf("Copes of %s had to be eased behind in %s of cases.", m.Title(), percent(f.Eased.Value))
		o.Does = fmt.Sprintf("They are leaned by %s° more.", moreBackCut.Text(0))
		out = append(out, o)
	}
	return out
}

const (
	moreBackCut measure.Angle = 5
	mostBackCut measure.Angle = 20
)

// WhereText is where they gape most, where most of them do at one place.
func (f *FitLearned) WhereText() string { return strings.TrimSpace(where(f.Where)) }

// where tells where joints gape most, where most of them do at one place.
func where(at map[string]int) string {
	sum, most := 0, ""
	for w, n := range at {
		sum += n
		if w != "" && (most == "" || n > at[most] || n == at[most] && w < most) {
			most = w
		}
	}
	if most == "" || 2*at[most] <= sum {
		return ""
	}
	return map[string]string{"top": " at the top", "middle": " in the middle", "bottom": " at the bottom", "all": " all along", "face": " at the face",
		"back": " behind"}[most]
}
