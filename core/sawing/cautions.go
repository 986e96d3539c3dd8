package sawing

import (
	"gnomon/core/job"
	"gnomon/core/piece"
	"slices"
)

// Caution is what can hurt at a cut; it can be put away for the job by its code.
type Caution struct{ Code, Text string }

// Codes of cautions, by which they are put away.
const (
	CautionShort   = "short"
	CautionFence   = "fence"
	CautionBevel   = "bevel"
	CautionSetting = "setting"
	CautionDust    = "dust"
	CautionBeyond  = "beyond"
	CautionCoping  = "coping"
)

// copingCautions are those that an end calls for when it is coped.
func copingCautions(j *job.Job) []Caution {
	if slices.Contains(j.PutAway, CautionCoping) {
		return nil
	}
	text := "Clamp the piece; both hands behind the blade, and saw toward the waste."
	if j.Rules.CopeTool == job.CopeByGrinder {
		text = "Clamp the piece, two hands on the grinder, guard on; eyes, ears and mask. Sparks and dust go where you look: turn the piece, not your wrist."
	}
	return []Caution{{CautionCoping, text}}
}

// cautions are those of the trade that this one cut calls for. That of a new setting and
// that of dust come once each; none comes that was put away for the job.
func cautions(j *job.Job, p *piece.Piece, e *piece.End, said map[any]bool) []Caution {
	var out []Caution
	add := func(code, text string) {
		if !slices.Contains(j.PutAway, code) {
			out = append(out, Caution{code, text})
		}
	}
	once := func(key any) bool {
		first := !said[key]
		said[key] = true
		return first
	}
	if e.Setting != nil && e.Dial == nil {
		add(CautionBeyond, "This saw cannot reach the cut: read the note in the margin before you set up.")
	}
	if p.Cut < piece.Short {
		text := "Short piece: cut it from the end of a long one and hold the long part, or clamp it. Never hold it in front of the blade."
		if p.Cap {
			text = "Tiny piece: cut it from the end of a long offcut against a backed fence, and let the blade stop before you lift. " +
				"Never hold it in front of the blade."
		}
		add(CautionShort, text)
	}
	if e.Fence != "" {
		add(CautionFence, "Added fence: clamp it and the piece, no screws in the blade's line, and keep your hands out of that line: it now points where you may "+
			"stand.")
	}
	if e.Dial != nil && e.Dial.Bevel != 0 {
		add(CautionBevel, "Tilted blade: with the saw off, see that it clears the fence on its whole way down.")
	}
	if e.Dial != nil && (e.Dial.Mitre != 0 || e.Dial.Bevel != 0) && e.Mark == "" && once(dialledFor(e)) {
		add(CautionSetting, "First cut at this setting: try it on scrap, hands out of the blade's line, and let the blade stop before you lift.")
	}
	if m := j.Moulding(p.Moulding); m.Material == job.MDF && once("dust "+m.ID) {
		add(CautionDust, "MDF: its dust is bad for you. Extraction on, mask, eyes and ears.")
	}
	return out
}
