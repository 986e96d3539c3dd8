package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/core/joint"
	"gnomon/core/piece"
)

// want is an end as a carpenter would write it down.
type want struct {
	joint piece.Joint
	told  piece.Point
	mitre float64
	keep  joint.Hand
}

func checkEnd(t *testing.T, name string, e piece.End, w want) {
	t.Helper()
	require.NotNil(t, e.Setting, name)
	if e.Joint != w.joint || e.ToldTo != w.told || e.Setting.Keep != w.keep {
		t.Errorf("%s: %s told to %s, keep %s; want %+v", name, e.Joint, e.ToldTo, e.Setting.Keep, w)
	}
	if d := float64(e.Setting.Mitre) - w.mitre; d > 0.01 || d < -0.01 {
		t.Errorf("%s: mitre %v, want %v", name, e.Setting.Mitre, w.mitre)
	}
	if e.Setting.Bevel != 0 {
		t.Errorf("%s: bevel %v", name, e.Setting.Bevel)
	}
}
