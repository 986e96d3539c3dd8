package shop

import "gnomon/core/job"

// said are the fields of what a shop has, as people call them. What is asked of house rules is said as it is asked.
var said = map[string]string{
	"name": "name", "note": "note", "kind": "kind",
	"mitre_left": "swings left to", "mitre_right": "swings right to", "bevel_left": "tilts left to", "bevel_right": "tilts right to",
	"resolution": "scale read to", "bevel_resolution": "bevel scale read to", "detents": "clicks home at", "blade": "blade",
	"nested_height": "height at the fence", "nested_depth": "depth nested", "flat": "width flat", "flat_45": "width flat at 45", "kerf": "kerf", "fence": "fence",

	"height": "height", "thickness": "thickness", "profiled": "profiled", "sticks": "stick lengths", "rate": "rate", "spares": "spares", "buy": "bought by",
	"section": "section", "wall_foot": "wall foot", "ceiling_foot": "ceiling foot", "projection": "projection", "nail": "nail", "material": "material",
	"grade": "finish", "inside": "inside corners", "yard": "yard", "usual": "new jobs begin with it",

	"learned": "learned of its error", "back_cut": "copes leaned more by", "try_first": "joints tried on a scrap first",
	"reads": "what lengths read lean by", "left_out": "left out of what is learned",
	"pause": "minutes without a mark that are no work", "unwatched": "no times taken from marks",

	"currency": "currency", "per": "rates by", "cope": "cope", "mitre": "mitre", "outside": "outside mitre", "scarf": "scarf", "return": "return", "butt": "butt",
	"casing": "casing set", "stool": "stool and apron", "built_head": "built-up head", "band": "back band", "plinths": "pair of plinths",
	"backing": "backing", "strip": "strip", "strip_price": "price of the strip", "least": "minimum charge", "margin": "margin",
	"tax":   "tax",
	"price": "price", "available": "in stock", "by": "counted by", "lasts": "lasts for", "coats": "coats",

	"gauge": "gauge", "length": "length", "pack": "in a pack",

	"end_trim": "trimmed off each end", "keep": "offcuts kept from", "share": "waste share", "shortest": "shortest scarfed part",
	"tape": "tape", "reading": "protractor",

	"fetch": "buying and bringing", "sort": "looking over a stick", "studs": "studs of a wall", "corner": "laying out a corner",
	"walls": "measuring a wall", "setup": "setting the saw up", "cut": "an end cut", "glue": "a joint glued up", "hang": "a piece put up",
	"coped": "a cope brought home", "trouble": "a joint put right", "bead": "bead", "fill": "a hole filled", "sand": "a hole sanded", "touch": "a hole touched up",
	"coat": "last coat", "acclimatise": "wood lies", "paint_dries": "paint dries", "filler_dries": "filler dries", "bead_dries": "bead dries",

	"set": "set of rules", "layout": "off the layout mark", "bench": "glued up under", "hair": "a hair", "spring": "coped ends longer by",
	"drying": "minutes to dry", "nail_times": "nails times what they pass through", "nail_end": "first nails from an end",
	"nail_near":    "studs left to end nails within",
	"nail_stagger": "nails in a corner apart by", "casing_every": "casing nailed every", "backing_every": "backing nailed every",
	"reveal": "reveal", "head_long": "heads longer by", "horn": "horn of a stool", "slope": "slope of a link",
	"hollow": "hollow accepted",
	"short":  "short copes", "hidden": "hidden seams", "hand": "one hand", "double": "no double copes", "tight": "tight joints",
}

// Word is what people call a field.
func Word(field string) string {
	if w, has := said[field]; has {
		return w
	}
	for _, q := range job.Questions {
		if q.Code == field {
			return q.Asks + ":"
		}
	}
	return ""
}
