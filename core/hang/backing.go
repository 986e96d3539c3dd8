package hang

import (
	"cmp"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/stretch"
)

// StripKind is what a strip is fixed for.
type StripKind string

// Backing is what a crown's top is nailed to where no joist crosses its wall; furring brings a wall out to its tiles.
const (
	Backing StripKind = "backing"
	Furring StripKind = "furring"
)

// Strip is wood that is fixed along a wall before the trim.
type Strip struct {
	Kind     StripKind
	Run      string
	Wall     string
	Number   int // of the wall
	From, To measure.Length
	Thick    measure.Length // of backing under the ceiling; of furring off the wall
	Reach    measure.Length // of backing, how far out from the wall it comes; of furring, how high it is
	Foot     measure.Length // of furring, how high its lower edge is over the floor; 0 where the ceiling's height is not known
}

// stripThick is how thick backing is: what is sold as one inch.
func (f *fixing) stripThick() measure.Length {
	if f.In.Job.Unit.Metric() {
		return 18 * measure.Millimetre
	}
	return 3 * measure.Inch / 4
}

// furringHigh is how high furring is, and by how much it begins above where the crown's bottom edge lands.
const (
	furringHigh = 3 * measure.Inch / 2
	furringOver = measure.Inch / 4
)

// backing plans the strips that the room's crown needs.
func (f *fixing) backing() {
	for _, t := range f.Runs {
		if t.Level != job.Ceiling || !t.Shape().Crown {
			continue
		}
		for _, s := range t.Stretches {
			if !s.Known || s.To <= s.From {
				continue
			}
			k := &f.out.Walls[s.Wall]
			if k.Along && f.rules.AlongJoists == job.JoistsBacking {
				f.strip(t, &s, k)
			}
			if t.On.Tiled[s.Wall] {
				f.furring(t, &s, k)
			}
		}
	}
}

// strip plans backing: as far out as it may come and stay hidden, (P − f_c)·(1 − b/(D − f_w)) − 1/16.
func (f *fixing) strip(t *stretch.Run, s *stretch.Stretch, k *Framing) {
	thick := f.stripThick()
	mark := measure.Inch / 16
	if f.In.Job.Unit.Metric() {
		mark = measure.Millimetre
	}
	reach := t.Shape().Read().Backing(t.Moulding.Seat(), thick) / mark * mark // as it can be ripped: rather narrower
	if reach < measure.Inch/2 {
		f.out.Findings.Add(noBacking.In(f.In.ID, k.Wall).Says(t.Moulding.Title(), job.WallNumber(s.Wall)).Because(thick.In(f.In.Job.Unit)))
		return
	}
	f.out.Strips = append(f.out.Strips, Strip{Kind: Backing, Run: t.ID, Wall: k.Wall, Number: s.Wall + 1, From: s.From, To: s.To, Thick: thick, Reach: reach})
}

// furring plans the strip of the tiles' thickness that a crown is nailed to above them.
func (f *fixing) furring(t *stretch.Run, s *stretch.Stretch, k *Framing) {
	out := Strip{Kind: Furring, Run: t.ID, Wall: k.Wall, Number: s.Wall + 1, From: s.From, To: s.To, Thick: f.In.Walls[s.Wall].TileThickness.Length,
		Reach: furringHigh}
	if foot, known := f.In.Foot(s.Wall, t.Run); known {
		out.Foot = foot + furringOver
	}
	f.out.Strips = append(f.out.Strips, out)
}

// Long is how long a strip is.
func (s *Strip) Long() measure.Length { return s.To - s.From }

// Text tells where a strip is fixed.
func (s *Strip) Text(unit measure.Unit) string {
	switch {
	case s.Kind == Backing:
		return "Square-edged, under the ceiling: glued to it, and nailed back through the board into the wall’s top plate. It comes out " +
			s.Reach.In(unit) + " and stays behind the crown."
	case s.Foot > 0:
		return "As thick as the tiles, its lower edge " + s.Foot.In(unit) + " over the floor; tiles are laid up to it."
	}
	return "As thick as the tiles, a little above where the crown’s bottom edge lands; tiles are laid up to it."
}

// StripCut is a piece of a strip.
type StripCut struct {
	Strip  int // which of the strips given
	Length measure.Length
	Stick  int // which stick it is cut from, from 1
}

// CutStrips cuts strips from sticks of one length. What is longer than a stick is whole sticks butted end to end, and a rest; rests come
// the longest first from the first stick that has room. It tells how many sticks that takes; none where sticks have no length.
func CutStrips(strips []Strip, stick, kerf measure.Length) (cuts []StripCut, sticks int) {
	if stick <= 0 {
		return nil, 0
	}
	var rests []StripCut
	for i := range strips {
		rest := strips[i].Long()
		for ; rest > stick && sticks < mostSticks; rest -= stick {
			sticks++
			cuts = append(cuts, StripCut{i, stick, sticks})
		}
		if rest > 0 {
			rests = append(rests, StripCut{Strip: i, Length: rest})
		}
	}
	slices.SortStableFunc(rests, func(a, b StripCut) int { return cmp.Compare(b.Length, a.Length) })
	whole := sticks
	var left []measure.Length
	for _, c := range rests {
		at := slices.IndexFunc(left, func(l measure.Length) bool { return l >= c.Length })
		if at < 0 {
			at = len(left)
			left = append(left, stick)
			sticks++
		}
		left[at] -= c.Length + kerf
		c.Stick = whole + at + 1
		cuts = append(cuts, c)
	}
	return cuts, sticks
}

// mostSticks keeps a wall of a thousand miles from filling the memory.
const mostSticks = 10_000
