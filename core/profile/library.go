package profile

import (
	_ "embed"
	"encoding/json"
	"sync"

	"gnomon/core/measure"
	"gnomon/core/money"
)

//go:embed sections.json
var sectionsJSON []byte

// LibrarySection is a section as a yard would sell it: made up, to begin from.
type LibrarySection struct {
	ID, Name, Kind  string
	Outline         Outline
	Material, Grade string
	Square          bool // square-edged: it may be butted
	Sticks          []Stick
}

// Stick is a length it is sold in.
type Stick struct {
	Length string
	Price  money.Cents
}

// Pair is a built-up crown: members that share a corner, from the wall outward. Each
// hangs so far below the ceiling.
type Pair struct {
	ID      string   `json:"id"`
	Name    string   `json:"name"`
	Members []Member `json:"members"`
}

// Member is one of a pair.
type Member struct {
	Section string `json:"section"`
	Below   string `json:"below"`
}

// Library are the sections and pairs that ship with the program.
var Library = sync.OnceValues(func() ([]LibrarySection, []Pair) {
	var f struct {
		Sections []struct {
			ID       string      `json:"id"`
			Name     string      `json:"name"`
			Kind     string      `json:"kind"`
			Outline  [][]float64 `json:"outline"` // u, z and bow in inches
			Material string      `json:"material"`
			Grade    string      `json:"grade"`
			Square   bool        `json:"square"`
			Sticks   [][2]any    `json:"sticks"`
		} `json:"sections"`
		Pairs []Pair `json:"pairs"`
	}
	if err := json.Unmarshal(sectionsJSON, &f); err != nil {
		panic(err) // our own file
	}
	var out []LibrarySection
	for _, s := range f.Sections {
		k := LibrarySection{ID: s.ID, Name: s.Name, Kind: s.Kind, Material: s.Material, Grade: s.Grade, Square: s.Square}
		for _, p := range s.Outline {
			q := Point{U: measure.FromInches(p[0]), Z: measure.FromInches(p[1])}
			if len(p) > 2 {
				q.Bow = measure.FromInches(p[2])
			}
			k.Outline = append(k.Outline, q)
		}
		for _, t := range s.Sticks {
			k.Sticks = append(k.Sticks, Stick{t[0].(string), money.Cents(t[1].(float64)*100 + 0.5)})
		}
		out = append(out, k)
	}
	return out, f.Pairs
})
