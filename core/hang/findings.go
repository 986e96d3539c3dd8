package hang

import "gnomon/core/finding"

var (
	tooShort = finding.Declare(finding.Form{Code: "nails_too_short", Severity: finding.Check, Stop: finding.Hang, Kind: "piece",
		Text: "%s wants nails of %s at least, and the longest kept is %s.", Why: "They pass through %s before anything holds them.",
		Remedy: "Keep a longer nail in the shop, or glue the piece as well."})
	studsUnknown = finding.Declare(finding.Form{Code: "studs_unknown", Severity: finding.Note, Stop: finding.Hang, Kind: "room",
		Text: "No stud of %s is known: trim there would be nailed at its ends only.", Why: "A nail into plaster board alone holds nothing.",
		Remedy: "Find one stud, or a socket box and the side it is fixed on, and give the spacing: 16 or 24 in, 400 or 600 mm.", Missing: true})
	wallBare = finding.Declare(finding.Form{Code: "wall_without_studs", Severity: finding.Check, Stop: finding.Hang, Kind: "wall",
		Text: "Nothing that a nail holds in stands behind %s.", Why: "It is said to be of brick, block or metal.",
		Remedy: "Glue its trim with construction adhesive and hold it until that grips, or screw it into plugs."})
	joistsUnknown = finding.Declare(finding.Form{Code: "joists_unknown", Severity: finding.Note, Stop: finding.Hang, Kind: "room",
		Text: "No joist over %s is known: the top of the crown there has nothing to go into.", Why: "Joists cross a wall or run along it: that is not said.",
		Remedy: "Find the end of one joist and give the spacing, or tick the walls that they run along: then backing is planned.", Missing: true})
	joistsAlong = finding.Declare(finding.Form{Code: "joist_over_wall_along", Severity: finding.Check, Stop: finding.Hang, Kind: "wall",
		Text: "A joist is marked over %s, and joists are said to run along it.", Why: "They cross a wall or run along it, not both.",
		Remedy: "Take out the mark, or untick the wall."})
	besideWall = finding.Declare(finding.Form{Code: "stud_outside_wall", Severity: finding.Check, Stop: finding.Hang, Kind: "wall",
		Text: "A stud or joist is marked at %s, and %s is %s long.", Why: "It would stand past the wall's end; no nail is planned there.",
		Remedy: "Measure it again from the wall's left end."})
	noBacking = finding.Declare(finding.Form{Code: "no_backing_fits", Severity: finding.Check, Stop: finding.Hang, Kind: "wall",
		Text: "No backing fits behind %s on %s.", Why: "A strip %s thick would touch the crown's back.",
		Remedy: "Glue the top with adhesive there, or fix blocks between the joists above the board."})
	endLoose = finding.Declare(finding.Form{Code: "end_without_framing", Severity: finding.Note, Stop: finding.Hang, Kind: "piece",
		Text: "%s has nothing behind its %s end: its nearest nail is %s from it.", Why: "There is no corner, opening or stud there.",
		Remedy: "Put a dab of adhesive behind that end, or fix backing before the board is closed."})
	nothingBehind = finding.Declare(finding.Form{Code: "nothing_to_nail_to", Severity: finding.Check, Stop: finding.Hang, Kind: "piece",
		Text: "%s has nothing behind it to nail to.", Why: "No stud, corner or opening stands behind it.",
		Remedy: "Glue it, or use toggles where it is light; or fix backing first."})
	nailsMeet = finding.Declare(finding.Form{Code: "nails_would_meet", Severity: finding.Note, Stop: finding.Hang, Kind: "piece",
		Text: "%s goes without one nail near the corner at %s.", Why: "It would meet one of the other wall inside the corner.",
		Remedy: "Glue that end; its mate's nail holds the corner."})
	onItsOwn = finding.Declare(finding.Form{Code: "nails_by_hand", Severity: finding.Note, Stop: finding.Hang, Kind: "piece",
		Text: "%s is nailed where its studs are found: they are not known along it.", Why: "It does not follow a wall that was measured.",
		Remedy: "Find them, and drive two at each; none near an end or over a wire."})
	nearWires = finding.Declare(finding.Form{Code: "nail_near_wires", Severity: finding.Note, Stop: finding.Hang, Kind: "piece",
		Text: "%s: no nail within %s of %s.", Why: "Wires and pipes run up and down from there.",
		Remedy: "Keep to the nails shown, none longer than told; turn off the circuit where one must go near."})
)
