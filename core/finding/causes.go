package finding

import (
	"cmp"
	"slices"
)

// CausesFirst lets findings follow from what causes them, and puts them in order: what
// cannot be cut or hung first, then what is likely wrong, within each the order of the work;
// what follows from another right after it. A cause stands where the gravest of what follows
// from it would.
//
// A finding follows from one that doubts every measurement that it hangs on: of several from
// the one nearest to the root, and of those from the first.
func (l List) CausesFirst() {
	heads := make([]int, len(l)) // of each finding the one that it follows from, or itself
	causes := map[string][]int{} // by room
	for i := range l {
		if l[i].Form().Cause != NoCause {
			causes[l[i].Room] = append(causes[l[i].Room], i)
		}
	}
	for i := range l {
		heads[i] = i
		if len(l[i].HangsOn) > 0 {
			heads[i] = l.cause(i, causes[l[i].Room])
		}
	}
	for i := range l {
		for heads[i] != heads[heads[i]] { // what follows from a consequence follows from its cause
			heads[i] = heads[heads[i]]
		}
		if heads[i] != i {
			l[i].Follows = l[heads[i]].Key()
		}
	}
	grave := make([]int, len(l)) // the gravest of a cause and all that follows from it
	for i := range l {
		grave[i] = ranks[l[i].Severity]
	}
	for i, h := range heads {
		grave[h] = min(grave[h], ranks[l[i].Severity])
	}
	order := make([]int, len(l))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int {
		x, y := heads[a], heads[b]
		if x != y {
			return cmp.Or(cmp.Compare(grave[x], grave[y]), cmp.Compare(x, y))
		}
		switch x { // the cause before what follows
		case a:
			return -1
		case b:
			return 1
		}
		return cmp.Compare(ranks[l[a].Severity], ranks[l[b].Severity])
	})
	sorted := make(List, len(l))
	for i, k := range order {
		sorted[i] = l[k]
	}
	copy(l, sorted)
}

var ranks = map[Severity]int{Stop: 0, Check: 1, Note: 2}

// cause is the finding of a room's causes that one follows from; itself where there is none.
func (l List) cause(i int, causes []int) int {
	f := &l[i]
	own := f.Form().Cause
	best, head := NoCause, i
	for _, k := range causes {
		rank := l[k].Form().Cause
		if k == i || own != NoCause && rank >= own || best != NoCause && rank >= best {
			continue
		}
		if !slices.ContainsFunc(f.HangsOn, func(r Ref) bool { return !slices.Contains(l[k].Doubts, r) }) {
			best, head = rank, k
		}
	}
	return head
}

// Causes are the findings that follow from no other.
func (l List) Causes() List {
	return slices.DeleteFunc(slices.Clone(l), func(f Finding) bool { return f.Follows != "" })
}

// Merged puts lists that have their causes first into one that has, a cause and what follows
// from it in the place of the gravest of them. Nothing in one list follows from what is in another.
func Merged(lists ...List) List {
	n := 0
	for _, l := range lists {
		n += len(l)
	}
	out := make(List, 0, n)
	for rank := range len(ranks) {
		for _, l := range lists {
			for i := 0; i < len(l); {
				grave, end := ranks[l[i].Severity], i+1
				for ; end < len(l) && l[end].Follows != ""; end++ {
					grave = min(grave, ranks[l[end].Severity])
				}
				if grave == rank {
					out = append(out, l[i:end]...)
				}
				i = end
			}
		}
	}
	return out
}
