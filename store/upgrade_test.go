package store

import (
	"io/fs"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// upTo are the migrations of an older program.
func upTo(t *testing.T, last string) fs.FS {
	t.Helper()
	out := fstest.MapFS{}
	files, err := migrations.ReadDir("migrations")
	require.NoError(t, err)
	for _, f := range files {
		if f.Name() > last+"~" {
			continue
		}
		b, err := migrations.ReadFile("migrations/" + f.Name())
		require.NoError(t, err)
		out[f.Name()] = &fstest.MapFile{Data: b}
	}
	return out
}

// What was measured with one length and one reading for each level is there after
// the upgrade, as the first reading of each; its old steps can no longer be undone.
func TestUpgradeKeepsWhatWasMeasured(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	s, err := open(path, upTo(t, "00003"))
	require.NoError(t, err)
	for _, q := range strings.Split(`INSERT INTO jobs (id, name, unit, saw, inside, cope_hand, created_at) VALUES ('j', 'Old', 'in', '{"mitre_left":48,"mitre_right":52,"bevel_left":45,"bevel_right":0,"resolution":1,"detents":[0]}', 'mitre', 'left', '2026-01-01T00:00:00Z');
		INSERT INTO rooms (job_id, id, pos, name, closed) VALUES ('j', 'r', 0, 'Hall', TRUE);
		INSERT INTO walls (job_id, id, room_id, pos) VALUES ('j', 'w', 'r', 0);
		INSERT INTO wall_lengths VALUES ('j', 'w', 'floor', 2451100000, '96 1/2');
		INSERT INTO wall_lengths VALUES ('j', 'w', 'ceiling', 2438400000, '8''');
		INSERT INTO corners VALUES ('j', 'c', 'w', 'outside');
		INSERT INTO corner_readings VALUES ('j', 'c', 'floor', 44.5, 'mitre');
		INSERT INTO corner_readings VALUES ('j', 'c', 'rail', NULL, 'corner');
		INSERT INTO openings VALUES ('j', 'o', 'w', 254000000, '10', 762000000, '30');
		INSERT INTO changes (job_id, client, kind, state, ops, inverse, at) VALUES ('j', 'me', 'do', 'standing', '[]', '[{"do":"set","kind":"wall","id":"w","field":"length"}]', '')`, ";\n") {
		_, err := s.sql.Exec(q)
		require.NoError(t, err, q)
	}
	require.NoError(t, s.Close())

	s = openAt(t, path)
	j, rev, err := s.Job("j")
	require.NoError(t, err)
	assert.EqualValues(t, 1, rev)
	r := j.Rooms[0]
	require.Len(t, r.Walls[0].Lengths, 2)
	assert.Equal(t, job.WallLength{ID: "w-floor", As: job.Entry{Length: 2451100000, Text: "96 1/2"}, Level: job.Floor}, r.Walls[0].Lengths[0])
	assert.Equal(t, "8'", r.Walls[0].Lengths[1].As.Text)
	assert.Equal(t, []job.Reading{{ID: "c-floor", Angle: 44.5, Scale: job.ScaleMitre, Level: job.Floor}}, r.Corners[0].Readings)
	assert.Equal(t, job.OpenDoor, r.Openings[0].Kind)
	assert.Equal(t, 0.5, float64(j.Tools.Reading))
	require.Len(t, j.Saws, 1)
	assert.Equal(t, measure.Angle(48), j.Machine().MitreLeft)
	assert.Equal(t, []string{job.InsideMitre, job.HandLeft, job.CrownNested}, []string{j.Rules.Inside, j.Rules.CopeHand, j.Rules.Crown})
	undo, _, err := s.CanUndo("j", "me")
	require.NoError(t, err)
	assert.False(t, undo)
	_, err = s.Do("j", By{Client: "me"}, []edit.Op{set("length", "w-floor", "length", `97`)})
	require.NoError(t, err)
	copies, err := filepath.Glob(path + ".schema3-*.bak")
	require.NoError(t, err)
	assert.Len(t, copies, 1, "the old file lies beside it")
}
