package day

import "strings"

// waits is the order of the trade: what each task waits for, of the whole job and of its own room. What is not in a job is skipped. A
// task that is done is waited for no longer, but for its drying; what it had to wait for and is not done is waited for in its place.
var waits = map[string][]string{
	Lie:     {Fetch},
	Sort:    {Fetch},
	Prime:   {Sort},
	Coat:    {Sort, Prime},
	Setup:   {Sort},
	Backing: {Fetch, Studs},
	Measure: {Studs, Backing},
	Cut:     {Measure, Lie, Sort, Prime, Coat, Setup},
	Cope:    {Cut},
	Glue:    {Cut, Cope},
	Casing:  {Cut, Cope, Glue},
	Crown:   {Cut, Cope, Glue, Casing},
	Rail:    {Cut, Cope, Glue, Casing, Crown},
	Base:    {Cut, Cope, Glue, Casing, Crown, Rail},
	Trouble: {Casing, Crown, Rail, Base},
	Bead:    {Casing, Crown, Rail, Base, Trouble},
	Fill:    {Casing, Crown, Rail, Base, Trouble},
	Sand:    {Fill, Bead},
	Touch:   {Sand},
	Seal:    {Casing, Crown, Rail, Base, Trouble, Touch, Last},
	// On the wall, where nothing is painted before it hangs.
	onWall + Prime: {Casing, Crown, Rail, Base, Trouble, Sand, Bead},
	onWall + Coat:  {onWall + Prime},
	Last:           {onWall + Coat},
}

// onWall begins what a room's prime and coat are called in the table, to tell them from those on trestles.
const onWall = "wall-"

// kind is what a task is called in the table.
func (t *Task) kind() string {
	if t.Room == "" {
		return t.ID
	}
	k := strings.TrimPrefix(t.ID, Of(t.Room, ""))
	if k == Prime || k == Coat {
		return onWall + k
	}
	return k
}

// order lets every task wait for what the table names.
func (w *writer) order() {
	type name struct{ kind, room string }
	at := make(map[name]int, len(w.out))
	for i := range w.out {
		at[name{w.out[i].kind(), w.out[i].Room}] = i
	}
	for i := range w.out {
		t := &w.out[i]
		if t.Done {
			continue // it waits for nothing any more
		}
		seen := map[int]bool{}
		var wait func(kind string)
		wait = func(kind string) {
			for _, k := range waits[kind] {
				for _, of := range [2]name{{k, ""}, {k, t.Room}} {
					n, there := at[of]
					if !there || seen[n] {
						continue
					}
					seen[n] = true
					t.After = append(t.After, w.out[n].ID)
					if w.out[n].Done {
						wait(k)
					}
				}
			}
		}
		wait(t.kind())
	}
}
