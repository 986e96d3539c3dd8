package job

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/measure"
)

// Override decides something otherwise than the house rules have it: a question of theirs
// for its room, or for a run or a corner in it, or one of the questions below for what it
// is about. It stays when walls are added or moved; where what it is about is gone, it
// says so in the plan and does nothing.
type Override struct {
	ID       string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Run      string `json:"run,omitempty" of:"run" maxLength:"200"`
	Corner   string `json:"corner,omitempty" of:"corner" maxLength:"200"`
	Piece    string `json:"piece,omitempty" maxLength:"200"`
	Question string `json:"question" required:"true"`
	Choice   string `json:"choice" required:"true" maxLength:"200"`
	By       string `json:"by,omitempty" maxLength:"200"`
	Why      string `json:"why,omitempty" maxLength:"200"`
}

// Questions beside those of the house rules. Which piece gives way at a corner of a run,
// the one left or right of it, by being coped or butted; which piece of a run goes up
// first; where a piece is divided, as lengths from its left end, parted by commas; which
// way its scarfs lap: the part left or right of each has its long point on the face.
const (
	AskCoped = "coped"
	AskFirst = "first"
	AskScarf = "scarf_at"
	AskLap   = "lap"
)

// Asked are all questions that can be answered for a part of the job.
func Asked() []string {
	var out []string
	for _, q := range Questions {
		if len(q.Over) > 0 {
			out = append(out, q.Code)
		}
	}
	return append(out, AskCoped, AskFirst, AskScarf, AskLap)
}

// maxOverrides are more than any room has corners.
const maxOverrides = 1000

// byPlace orders overrides by what they are about.
func byPlace(a, b Override) int {
	return cmp.Or(cmp.Compare(a.Run, b.Run), cmp.Compare(a.Corner, b.Corner), cmp.Compare(a.Piece, b.Piece), cmp.Compare(a.Question, b.Question),
		cmp.Compare(a.ID, b.ID))
}

// SamePlace tells whether two overrides answer the same question.
func (o Override) SamePlace(p Override) bool {
	return o.Run == p.Run && o.Corner == p.Corner && o.Piece == p.Piece && o.Question == p.Question
}

// Override finds the answer to one of the questions above; nil where there is none.
func (r *Room) Override(question, run, corner, piece string) *Override {
	return find(r.Overrides, func(o *Override) bool {
		return o.Question == question && o.Run == run && o.Corner == corner && o.Piece == piece
	})
}

// Decided are the identifiers of what was decided otherwise for one corner of a run.
func (r *Room) Decided(run, corner string) []string {
	var out []string
	for _, o := range r.Overrides {
		if o.Corner == corner && (o.Run == "" || o.Run == run) {
			out = append(out, o.ID)
		}
	}
	return out
}

// ranks are how small what an answer is for is: the smaller counts.
var ranks = map[string]int{OverRoom: 1, OverRun: 2, OverCorner: 3}

// RulesAt are the rules that hold for a run, at a corner where one is named: the job's,
// with what its room, the run and the corner follow instead. by tells, for a question of
// the house rules, what decided it: "", room, run or corner. The rules are to be read only.
func (j *Job) RulesAt(room *Room, run, corner string) (rules *Rules, by map[string]string) {
	rules = &j.Rules
	for i := range room.Overrides {
		o := &room.Overrides[i]
		over := o.over()
		if over == "" || o.Run != "" && o.Run != run || o.Corner != "" && o.Corner != corner {
			continue
		}
		if ranks[by[o.Question]] > ranks[over] {
			continue
		}
		if by == nil {
			own := j.Rules
			rules, by = &own, map[string]string{}
		}
		by[o.Question] = over
		rules.Follow(o.Question, o.Choice, j.Unit)
	}
	return rules, by
}

// over is what smaller than the job an answer to a house rule is for.
func (o *Override) over() string {
	switch {
	case QuestionOf(o.Question) == nil:
		return ""
	case o.Corner != "":
		return OverCorner
	case o.Run != "":
		return OverRun
	}
	return OverRoom
}

// Places are the lengths at which an override of AskScarf divides its piece.
func (o *Override) Places(unit measure.Unit) ([]measure.Length, error) {
	var out []measure.Length
	for _, t := range strings.Split(o.Choice, ",") {
		l, err := measure.ParseLength(strings.TrimSpace(t), unit)
		if err != nil {
			return nil, err
		}
		out = append(out, l)
	}
	if !slices.IsSorted(out) {
		return nil, fmt.Errorf("the places come from left to right")
	}
	return out, nil
}

// normalise writes the places of a scarf so that they read the same in any unit.
func (o *Override) normalise(unit measure.Unit) {
	if o.Question != AskScarf {
		return
	}
	at, err := o.Places(unit)
	if err != nil {
		return // Check refuses it
	}
	var texts []string
	for _, l := range at {
		texts = append(texts, l.String())
	}
	o.Choice = strings.Join(texts, ", ")
}

func (c *checker) overrides(j *Job, r *Room) {
	for i := range r.Overrides {
		o := &r.Overrides[i]
		thing := c.id("override", o.ID)
		for field, v := range map[string]string{"run": o.Run, "corner": o.Corner, "piece": o.Piece, "choice": o.Choice, "by": o.By, "why": o.Why} {
			c.text(thing, field, v)
		}
		c.override(thing, o, j.Unit)
		if i > 0 && o.SamePlace(r.Overrides[i-1]) {
			c.refuse(thing, "question", o.Question, "is answered twice for the same place", "keep one")
		}
	}
}

func (c *checker) override(thing string, o *Override, unit measure.Unit) {
	is := func(run, corner, piece bool) {
		if run != (o.Run != "") || corner != (o.Corner != "") || piece != (o.Piece != "") {
			c.refuse(thing, "question", o.Question, "does not say what it is about", "name what the answer is for, and no more")
		}
	}
	switch o.Question {
	case AskCoped:
		is(true, true, false)
		c.oneOf(thing, "choice", o.Choice, HandLeft, HandRight)
	case AskFirst:
		is(true, false, false)
		if o.Choice == "" {
			c.refuse(thing, "choice", "", "names no piece", "name the piece that goes up first")
		}
	case AskScarf:
		is(false, false, true)
		if _, err := o.Places(unit); err != nil {
			c.refuse(thing, "choice", o.Choice, err.Error(), "give lengths from the piece's left end, such as 96, 180")
		}
	case AskLap:
		is(false, false, true)
		c.oneOf(thing, "choice", o.Choice, HandLeft, HandRight)
	default:
		q := QuestionOf(o.Question)
		switch {
		case q == nil:
			c.refuse(thing, "question", o.Question, "not known", "use one of the house rules")
		case q.School(o.Choice) == nil:
			c.refuse(thing, "choice", o.Choice, "no such school", fmt.Sprintf("use one of %v", q.codes()))
		case o.Piece != "":
			c.refuse(thing, "question", o.Question, "does not say what it is about", "name a run or a corner, or neither for the room")
		case !slices.Contains(q.Over, o.over()):
			c.refuse(thing, "question", o.Question, "is not chosen for one "+o.over(), fmt.Sprintf("choose it for %v", append([]string{"the job"}, q.Over...)))
		}
	}
}
