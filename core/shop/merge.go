package shop

import (
	"fmt"
	"slices"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Merge takes what a job has into a shop: what the shop has under the same name with the same figures is that one; what it has under
// the same name with other figures stays beside it, and Said tells so. The job then says of each thing which of the shop's it is.
// A sheet is taken where the shop's is as new as New made it; a job that has another keeps its own.
func Merge(shop, j *job.Job) {
	fresh := New(shop.Unit)
	if s := &shop.Saws[0]; len(shop.Saws) == 1 && s.Name == "" && alike(shop, &fresh, "saw", s.ID) && !slices.ContainsFunc(j.Saws, func(o job.Saw) bool {
		return o.Name == "" && Fingerprint(j, "saw", o.ID) == Fingerprint(shop, "saw", s.ID)
	}) {
		shop.Saws = nil // the one that nobody chose
	}
	for _, l := range lists {
		for i, k := range l.items(j) {
			id := among(shop, &l, k)
			if find(l.items(shop), id) == nil {
				l.take(shop, j, i, id)
			}
			*k.origin = originOf(shop, l.kind, id)
		}
	}
	if shop.SawNamed(shop.Saw) == nil {
		shop.Saw = j.SawNamed(j.Saw).Origin.Of
	}
	own := j.Clone()
	for _, k := range sheets {
		if alike(shop, &fresh, k.kind, "") && (k.kind != "rules" || j.Rules.Set == "") {
			k.take(shop, &own)
			*k.origin(shop) = nil
		}
		*k.origin(j) = originOf(shop, k.kind, "")
	}
	shop.Normalise()
}

// alike tells whether two shops have the same figures of a thing.
func alike(a, b *job.Job, kind, id string) bool {
	return Fingerprint(a, kind, id) == Fingerprint(b, kind, id)
}

// among gives the identifier of the thing of the same name and the same figures, or one that is free.
func among(shop *job.Job, l *listed, k item) string {
	has := l.items(shop)
	print := printOf(k.figures())
	for _, h := range has {
		if h.name == k.name && printOf(h.figures()) == print {
			return h.id
		}
	}
	return free(has, k.id)
}

// free is an identifier that none of a list has.
func free(has []item, id string) string {
	out := id
	for n := 2; find(has, out) != nil; n++ {
		out = fmt.Sprintf("%.70s-%d", id, n)
	}
	return out
}

// Said is what is to be told of a shop: things of one name with different figures, which no list can tell apart.
func Said(shop *job.Job) (out []string) {
	for _, l := range lists {
		count := map[string]int{}
		for _, k := range l.items(shop) {
			count[k.title]++
			if count[k.title] == 2 {
				out = append(out, fmt.Sprintf("Several %s are called %s, with different figures. Give each a name of its own, or remove one.", l.said, k.title))
			}
		}
	}
	return out
}

// Bring is the step that takes a thing of the shop into a job under a name that is free there, with where it was taken from.
func Bring(j, shop *job.Job, kind, id string) (edit.Op, error) {
	return bring(j, shop, kind, id, originOf(shop, kind, id))
}

// Copy is the step that takes a thing of another job, which then is of no shop.
func Copy(j, from *job.Job, kind, id string) (edit.Op, error) { return bring(j, from, kind, id, nil) }

func bring(j, from *job.Job, kind, id string, origin *job.Origin) (edit.Op, error) {
	l := listOf(kind)
	if l == nil {
		return edit.Op{}, &edit.Missing{Thing: kind + " " + id}
	}
	has, after := l.items(j), ""
	if len(has) > 0 {
		after = has[len(has)-1].id
	}
	return edit.Bring(kind, free(has, id), from, id, after, origin)
}

// Keep are the steps of the shop that make a thing of a job its own, and those of the job that note it: in the place of what it was
// taken from, or beside what there is.
func Keep(j, shop *job.Job, kind, id string) (inShop, after []edit.Op, err error) {
	print := Fingerprint(j, kind, id)
	if print == "" {
		return nil, nil, &edit.Missing{Thing: kind + " " + id}
	}
	of := Own
	var origin *job.Origin
	l := listOf(kind)
	if l != nil {
		origin = *find(l.items(j), id).origin
	}
	switch {
	case l == nil:
		inShop = edit.Alike(shop, kind, "", j, "")
	case origin != nil && Fingerprint(shop, kind, origin.Of) != "":
		of = origin.Of
		inShop = edit.Alike(shop, kind, of, j, id)
	default:
		add, err := Copy(shop, j, kind, id)
		if err != nil {
			return nil, nil, err
		}
		of = add.ID
		inShop = []edit.Op{add}
	}
	return inShop, []edit.Op{{Do: edit.Set, Kind: kind, ID: id, Field: "origin", Value: edit.Raw(job.Origin{Of: of, At: print}), Unit: j.Unit}}, nil
}

// TakeRules are the steps that make a job follow a named set of house rules, and note that it does.
func TakeRules(j job.Job, set job.Rules) []edit.Op {
	ops := edit.TakeRules(j, set)
	origin := job.Origin{Of: Own, At: print(set)}
	if j.Rules.Origin != nil && *j.Rules.Origin == origin {
		return ops
	}
	return append(ops, edit.Op{Do: edit.Set, Kind: "rules", Field: "origin", Value: edit.Raw(origin), Unit: j.Unit})
}

// Recognise notes of each thing of a job that came from elsewhere which of the shop's it is, where that has one of the same name with
// the same figures. The rest is the job's own: what another shop called it says nothing here.
func Recognise(j, shop *job.Job) {
	for _, l := range lists {
		has := l.items(shop)
		for _, k := range l.items(j) {
			id := among(shop, &l, k)
			*k.origin = nil
			if find(has, id) != nil {
				*k.origin = originOf(shop, l.kind, id)
			}
		}
	}
	for _, k := range sheets {
		*k.origin(j) = originOf(shop, k.kind, "")
	}
}
