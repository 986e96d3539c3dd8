package learn

// TapeSD is the deviation of one comparison of two lengths.
const TapeSD = 1.0 / 32

// misread is by how much a comparison must differ from the others to be an absurd one: the tape was misread.
const misread = 3.0 / 16

// What is believed of a tape: how far its readings lean all alike, and by the inch.
var (
	Bias    = Belief{0, 1.0 / 32}
	Stretch = Belief{0, .0003}
)

// Compared is a first reading less the better value that was found later, and how long it was.
type Compared struct {
	Off    float64 `json:"off_in"`
	Length float64 `json:"length_in"`
}

// Tape is what is known of a person's tape: first reading − better value = bias + stretch·length. Lengths that proved good count as 0, or a tape
// would look long from pieces that were cut again because they were long.
type Tape struct{ *Normal }

// LearnTape is what comparisons say of a tape; an absurd one counts for little.
func LearnTape(all []Compared) Tape {
	seen := make([]Seen, len(all))
	for i, c := range all {
		seen[i] = Seen{Row: Row{1, c.Length}, Value: c.Off, SD: TapeSD}
	}
	return Tape{Robust([]Belief{Bias, Stretch}, seen, misread)}
}

// At is by how much a length is read too long, and the deviation of that.
func (t Tape) At(length float64) (off, sd float64) { return t.Of(Row{1, length}) }

// Parts are the bias and the stretch with their deviations; told apart is whether the data can tell one from the other: not where all lengths
// are much alike, and either would explain what was seen.
func (t Tape) Parts() (bias, stretch, biasSD, stretchSD float64, apart bool) {
	bias, biasSD = t.Of(Row{1, 0})
	stretch, stretchSD = t.Of(Row{0, 1})
	return bias, stretch, biasSD, stretchSD, biasSD < Bias.SD/2 && stretchSD < Stretch.SD/2
}
