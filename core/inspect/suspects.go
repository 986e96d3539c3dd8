package inspect

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/survey"
	"gnomon/core/words"
)

// named is what a measurement is called in a sentence.
func (in *inspection) named(m survey.Ref) string {
	switch m.Of {
	case survey.OfWall:
		w := in.room.Walls[m.At]
		if i := slices.IndexFunc(w.Lengths, func(t job.WallLength) bool { return t.ID == m.ID }); i >= 0 && len(w.Lengths) > 1 {
			return job.WallNumber(m.At) + " read " + w.Lengths[i].As.Length.In(in.unit)
		}
		return job.WallNumber(m.At)
	case survey.OfTurn:
		return "corner " + job.CornerLetter(m.At)
	}
	i := slices.IndexFunc(in.room.Diagonals, func(d job.Diagonal) bool { return d.ID == m.ID })
	from, _ := in.room.Point(in.room.Diagonals[i].From)
	to, _ := in.room.Point(in.room.Diagonals[i].To)
	return "the diagonal from " + in.room.PointName(from) + " to " + in.room.PointName(to)
}

// whole is what is to be measured again: the wall, whichever reading of it.
func (in *inspection) whole(m survey.Ref) string {
	if m.Of == survey.OfWall {
		return job.WallNumber(m.At)
	}
	return in.named(m)
}

// mostNamed is how many suspects a sentence names.
const mostNamed = 3

// name says which measurements may be wrong, by how much and how it may have come.
func (in *inspection) name(f *finding.Finding, l job.Level, suspects []survey.Suspect) {
	first := suspects[0]
	f.Kind, f.ID = place(in.room, first.Ref)
	shown := suspects[:min(len(suspects), mostNamed)]
	var off, likes []string
	seen := map[string]bool{}
	for _, x := range shown {
		by, like := in.offBy(x, l)
		off = append(off, by)
		if like != "" && !slices.Contains(likes, like) {
			likes = append(likes, like)
		}
		kind, id := place(in.room, x.Ref)
		if seen[kind+id] {
			continue
		}
		seen[kind+id] = true
		f.Acts = append(f.Acts, again(kind, id, in.whole(x.Ref)))
	}
	for _, x := range shown {
		k := in.keepIt(x.Ref, l)
		if len(shown) > 1 {
			k.Next = strings.TrimPrefix(in.named(x.Ref), in.whole(x.Ref)+" read ")
			k.Text = "Keep " + k.Next + " as read"
		}
		if !slices.Contains(f.Acts, k) {
			f.Acts = append(f.Acts, k)
		}
	}
	for _, x := range suspects {
		kind, id := place(in.room, x.Ref)
		if ref := (finding.Ref{Kind: kind, ID: id}); !slices.Contains(f.Doubts, ref) {
			f.Doubts = append(f.Doubts, ref)
		}
	}
	f.HangsOn = f.Doubts
	f.Why = words.Capital(strings.Join(off, ", or "))
	if rest := len(suspects) - len(shown); rest > 0 {
		f.Why += fmt.Sprintf(", or one of %d more", rest)
	}
	if len(likes) > 0 {
		f.Why += ": " + strings.Join(likes, ", or ") + " would explain it"
	}
	f.Why += "."
	f.Remedy = "Measure " + in.whole(first.Ref) + " again"
	if len(suspects) > 1 && in.whole(suspects[1].Ref) != in.whole(first.Ref) {
		f.Remedy += ", then " + in.whole(suspects[1].Ref)
	}
	f.Remedy += "."
}

// offBy tells what one suspect is off by, and what would explain it.
func (in *inspection) offBy(x survey.Suspect, l job.Level) (s, like string) {
	s = in.named(x.Ref) + " is "
	if x.Of == survey.OfTurn {
		s += fmt.Sprintf("%s off", x.Off.Angle.Abs().Text(1)+"°")
		if fits := in.cornerFits(x, l); fits != "" {
			s += ": " + fits
		}
		return s, ""
	}
	by, way := x.Off.Length, "too long"
	if by < 0 {
		by, way = -by, "too short"
	}
	s += by.Round(in.unit.Step()).In(in.unit) + " " + way
	var slips []string
	for _, p := range x.Matches() {
		slips = append(slips, p.Slip)
	}
	if slices.Contains(x.Fits, survey.AsSwapped) {
		slips = append(slips, "two digits swapped")
	}
	return s, strings.Join(slips, ", or ")
}

// cornerFits tells what a corner would have to be for the room to close.
func (in *inspection) cornerFits(x survey.Suspect, l job.Level) string {
	c, ok := in.measures.Corner(x.At, l)
	if !ok {
		return ""
	}
	kind := in.room.Corners[x.At].Kind
	var out []string
	for _, fit := range x.Fits {
		switch fit {
		case survey.AsOtherSide:
			out = append(out, "it closes as an "+string(survey.OtherSide(kind))+" corner")
		case survey.AsSwapped:
			out = append(out, "it closes with two digits swapped")
		default:
			scale := job.Scale(strings.TrimPrefix(fit, survey.AsScale("")))
			theta, _ := survey.Theta(c.Taken.Angle, scale)
			out = append(out, fmt.Sprintf("it closes as %s on the %s, a corner of %s", c.Taken.Angle, scaleName(scale), theta))
		}
	}
	return strings.Join(out, ", or ")
}

// keepIt keeps a measurement as read: of a corner the reading that counts at the level.
func (in *inspection) keepIt(m survey.Ref, l job.Level) finding.Act {
	switch m.Of {
	case survey.OfWall:
		return keep("length", m.ID)
	case survey.OfTurn:
		c, _ := in.measures.Corner(m.At, l)
		return keep("reading", c.Taken.ID)
	}
	return keep("diagonal", m.ID)
}

// unkept leaves out what was looked at again and kept as read.
func (in *inspection) unkept(all []survey.Suspect) []survey.Suspect {
	var out []survey.Suspect
	for _, x := range all {
		kept := false
		switch x.Of {
		case survey.OfWall:
			kept = slices.ContainsFunc(in.room.Walls[x.At].Lengths, func(t job.WallLength) bool { return t.ID == x.ID && t.Kept })
		case survey.OfTurn:
			kept = slices.ContainsFunc(in.room.Corners[x.At].Readings, func(rd job.Reading) bool { return rd.Kept })
		case survey.OfDiagonal:
			kept = slices.ContainsFunc(in.room.Diagonals, func(d job.Diagonal) bool { return d.ID == x.ID && d.Kept })
		}
		if !kept {
			out = append(out, x)
		}
	}
	return out
}
