package edit_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/demo"
)

// BenchmarkOneMark marks one cut more where many were marked, and plans the job with it.
func BenchmarkOneMark(b *testing.B) {
	for _, n := range []int{100, 10_000, 50_000} {
		b.Run(fmt.Sprint(n, " marks"), func(b *testing.B) {
			j := plantest.Read(b, string(demo.Flats(30)))
			for i := range n {
				r := j.Rooms[i%30]
				j.Records = append(j.Records, job.Record{ID: fmt.Sprint("k", i), Kind: job.RecordCut, At: "2031-05-02T09:00:00Z", Bodies: job.Bodies{Cut: &job.Cut{}},
					On: job.On{Piece: r.Runs[0].ID + "." + r.Walls[i%6].ID, Label: "Base", End: job.HandLeft}})
			}
			var kept plan.Kept
			_, err := kept.Build(j)
			require.NoError(b, err)
			for i := 0; b.Loop(); i++ {
				next, _, err := edit.Apply(j, edit.Op{Do: edit.Record, ID: fmt.Sprint("new", i),
					Value: json.RawMessage(`{"kind":"cut","piece":"f1-base1.f1-w2","label":"Base 2","end":"right","at":"2031-05-03T09:00:00Z","cut":{"length":"9'"}}`)})
				require.NoError(b, err)
				_, err = kept.Build(next)
				require.NoError(b, err)
			}
		})
	}
}
