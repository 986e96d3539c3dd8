package edit

import (
	"slices"

	"gnomon/core/job"
)

func hasHand(j *job.Job, piece string) bool { return j.Hand(piece) != nil }

func handIDs(j *job.Job) (out []string) {
	for _, h := range j.ByHand {
		out = append(out, h.Piece)
	}
	return out
}

// addHand puts a length set by hand in the place of the piece's old one.
func addHand(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Remove, Kind: "hand", ID: op.ID}
	var h job.ByHand
	if err := strict(op, &h); err != nil {
		return inv, err
	}
	h.Piece = op.ID
	if err := job.Resolve(&h, op.Unit); err != nil {
		return inv, err
	}
	if old := j.Hand(op.ID); old != nil {
		if op.Was != nil && !sameAs(op, settled(old.Copy(), j)) {
			return inv, &Conflict{Thing: "length by hand of " + op.ID, Field: "length", Yours: "the one before", Theirs: "another"}
		}
		inv = Op{Do: Add, Kind: "hand", ID: op.ID, Value: settled(old.Copy(), j), Unit: j.Unit}
		*old = h
		return inv, nil
	}
	j.ByHand = append(j.ByHand, h)
	slices.SortFunc(j.ByHand, job.ByPiece)
	return inv, nil
}

func removeHand(j *job.Job, op Op) (Op, error) {
	i := slices.IndexFunc(j.ByHand, func(h job.ByHand) bool { return h.Piece == op.ID })
	if i < 0 {
		return Op{}, &Missing{"hand " + op.ID}
	}
	inv := Op{Do: Add, Kind: "hand", ID: op.ID, Unit: j.Unit, Value: settled(j.ByHand[i].Copy(), j)}
	j.ByHand = slices.Delete(j.ByHand, i, i+1)
	return inv, nil
}

func settled(h job.ByHand, j *job.Job) []byte {
	job.Settle(&h, j.Unit)
	return Raw(h)
}
