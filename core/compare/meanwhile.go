package compare

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/sawing"
	"gnomon/core/words"
)

// Shown is a cut as a device had it on its screen: what it would have marked, and whether
// it was made.
type Shown struct {
	job.On
	job.Cut
	Done bool
}

// News is what became of a piece while a device was out of reach, in words.
type News struct {
	Piece  string
	Text   string
	Remedy string
	Cut    bool // it was cut to what the device showed
}

// Meanwhile tells what the one at the device must know before the next cut: of the cuts as
// they were shown, which pieces are planned otherwise now, gone, or cut by others. Records are
// the job's, me the device's name as it stands in them.
func Meanwhile(pieces []*piece.Piece, records []job.Record, shown []Shown, me string, unit measure.Unit) []News {
	byID, by := piece.ByID(pieces), map[string]string{}
	for _, m := range records {
		by[m.ID] = m.Device
	}
	var out []News
	said := map[string]bool{}
	for _, s := range shown {
		q := byID[s.Piece]
		if q == nil {
			if !said[s.Piece] {
				said[s.Piece] = true
				out = append(out, News{Piece: s.Piece, Text: s.Label + " is no longer in the plan.", Remedy: "Do not cut it; if it is cut, keep it for another."})
			}
			continue
		}
		if q.Held != "" && !q.Begun() && !said[s.Piece] {
			said[s.Piece] = true
			out = append(out, News{Piece: s.Piece, Text: q.Label + " is held back now. " + q.Held, Remedy: "Leave it until that is settled."})
		}
		e := q.End(joint.Hand(s.End))
		cut := e.Mark != "" && (s.Done || by[e.Mark] == me)
		if d := q.Cut - s.Length; d.Abs() >= measure.Inch/128 && !said[s.Piece] {
			said[s.Piece] = true
			out = append(out, lengthNews(q, s, d, cut || q.Begun(), unit))
		}
		if e.MovedFrom(s.Cut) {
			n := News{Piece: s.Piece, Cut: cut, Text: fmt.Sprintf("%s, %s end, wants %s now; this device showed %s.", q.Label, s.End, saw.SwingText(e.Setting.Mitre),
				saw.SwingText(s.Mitre)), Remedy: "Set the saw anew."}
			if cut {
				n.Remedy = "Cut that end again and mark it, or undo the change."
			}
			out = append(out, n)
		}
		if e.Mark != "" && !s.Done && by[e.Mark] != me {
			out = append(out, News{Piece: s.Piece, Text: fmt.Sprintf("%s, %s end, was marked cut %s meanwhile.", q.Label, s.End, sawing.Maker(by[e.Mark])),
				Remedy: "Leave it."})
		}
	}
	// What is cut already comes first: it may be spoiled.
	slices.SortStableFunc(out, func(a, b News) int {
		switch {
		case a.Cut == b.Cut:
			return 0
		case a.Cut:
			return -1
		}
		return 1
	})
	return out
}

// lengthNews is of a piece planned at another length, longer by d.
func lengthNews(q *piece.Piece, s Shown, d measure.Length, cut bool, unit measure.Unit) News {
	if !cut {
		return News{Piece: q.ID, Text: fmt.Sprintf("%s is %s now than this device showed: %s.", q.Label, words.Longer(d, unit), q.Cut.In(unit)),
			Remedy: "Cut it to the new length."}
	}
	n := News{Piece: q.ID, Cut: true, Text: fmt.Sprintf("%s was %s when you cut it. It is planned at %s now.", q.Label, words.Longer(-d, unit), q.Cut.In(unit)),
		Remedy: sawing.CutDown}
	if d > 0 {
		n.Remedy = sawing.TooShortNow
	}
	return n
}
