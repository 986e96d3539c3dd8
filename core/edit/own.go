package edit

import "gnomon/core/job"

// owner makes what a step may change its job's own, before the step changes it: the rest stays
// shared with the job that the steps begin from.
type owner struct {
	job  *job.Job
	has  map[string]bool // rooms that are its own by now
	shop bool            // what holds for every room is
}

// before owns what a step is about. A kind of thing that does not say where its steps change
// something may change any room.
func (o *owner) before(op Op) {
	k := KindOf(op.Kind)
	switch {
	case op.Do == Record || op.Do == TakeBack: // they only add to a list
	case k.changes == changesShop && op.Field != "unit":
		o.own()
	case k.changes == changesByHand:
		o.job.OwnByHand()
	case k.changes == changesLayouts:
		o.job.OwnLayouts()
	case k.List == "rooms":
		o.rooms(func(i int) bool { return o.job.Rooms[i].ID == op.ID })
	case op.Do == Add && op.Kind == "walls":
		o.rooms(func(i int) bool { return o.job.Rooms[i].ID == op.In })
	case k.In != "":
		in, alone := KindOf(k.In), &job.Job{}
		o.rooms(func(i int) bool {
			alone.Rooms = o.job.Rooms[i : i+1]
			return alone.Rooms[0].ID == op.In || op.ID != "" && k.has(alone, op.ID) || k.In != "room" && op.In != "" && in.has(alone, op.In)
		})
	default:
		o.own()
		o.rooms(func(int) bool { return true })
	}
}

// own owns what holds for every room.
func (o *owner) own() {
	if !o.shop {
		o.job.OwnShop()
		o.shop = true
	}
}

// after owns the room that a step brought: it came from nowhere else.
func (o *owner) after(op Op) {
	if op.Kind == "room" || op.Kind == "copy" {
		o.has[op.ID] = true
	}
}

func (o *owner) rooms(which func(i int) bool) {
	for i := range o.job.Rooms {
		if id := o.job.Rooms[i].ID; !o.has[id] && which(i) {
			o.job.OwnRoom(i)
			o.has[id] = true
		}
	}
}
