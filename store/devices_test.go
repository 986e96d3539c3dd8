package store

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
)

func TestDevices(t *testing.T) {
	s, _ := withFerry(t)
	now := time.Date(2026, 5, 4, 8, 0, 0, 0, time.UTC)
	s.now = func() time.Time { return now }
	phone := Device{ID: "d1", Name: "Nell’s phone", Rights: "measure", Token: "t1", Made: now, Until: now.Add(time.Hour), Seen: now}
	require.NoError(t, s.AddDevice(phone))
	require.NoError(t, s.AddDevice(Device{ID: "d2", Name: "Saw tablet", Rights: "saw", Job: "j", Token: "t2", Made: now.Add(time.Second),
		Until: now.Add(2 * time.Hour)}))
	assert.Error(t, s.AddDevice(Device{ID: "d3", Rights: "king", Token: "t3"}), "no such rights")
	assert.Error(t, s.AddDevice(Device{ID: "d4", Rights: "saw", Token: "t1"}), "a token is one device's")
	got, err := s.DeviceOf("t1")
	require.NoError(t, err)
	assert.Equal(t, phone, got)
	_, err = s.DeviceOf("none")
	assert.ErrorIs(t, err, ErrNoDevice)
	names := func() (out []string) {
		all, err := s.Devices()
		require.NoError(t, err)
		for _, d := range all {
			out = append(out, d.Name)
		}
		return out
	}
	assert.Equal(t, []string{"Saw tablet", "Nell’s phone"}, names())
	require.NoError(t, s.SawDevice("d1", now.Add(time.Minute)))
	got, _ = s.DeviceOf("t1")
	assert.Equal(t, now.Add(time.Minute), got.Seen)
	now = now.Add(time.Hour)
	assert.Equal(t, []string{"Saw tablet"}, names(), "its time is over")
	require.NoError(t, s.RevokeDevice("d2"))
	assert.Empty(t, names())
	got, _ = s.DeviceOf("t2")
	assert.True(t, got.Revoked)
	assert.ErrorIs(t, s.RevokeDevice("none"), ErrNoDevice)
}

func TestARequestIsMadeOnce(t *testing.T) {
	s, id := withFerry(t)
	by := By{Client: "d1/a", Once: "r1"}
	first, err := s.Do(id, by, []edit.Op{mark("wh-base.wh1", "left")})
	require.NoError(t, err)
	again, err := s.Do(id, by, []edit.Op{mark("wh-base.wh1", "left")})
	require.NoError(t, err)
	assert.Equal(t, first.Revision, again.Revision)
	assert.Len(t, again.Job.Records, 1)
	was, err := s.Made(id, by)
	require.NoError(t, err)
	assert.True(t, was)
	for _, other := range []By{{Client: "d2/a", Once: "r1"}, {Client: "d1/a", Once: "r2"}, {Client: "d1/a"}} {
		was, err := s.Made(id, other)
		require.NoError(t, err)
		assert.False(t, was)
		_, err = s.Do(id, other, []edit.Op{mark("wh-base.wh1", "left")})
		require.NoError(t, err)
	}
	j, rev, err := s.Job(id)
	require.NoError(t, err)
	assert.Len(t, j.Records, 4)
	at, err := s.Revision(id)
	require.NoError(t, err)
	assert.Equal(t, rev, at)
	_, err = s.Revision("none")
	assert.ErrorIs(t, err, ErrNoJob)

	// Refused, a request was not made, and may be sent again.
	bad := By{Client: "d1/a", Once: "r9"}
	_, err = s.Do(id, bad, []edit.Op{{Do: edit.TakeBack, ID: "none"}})
	require.Error(t, err)
	was, _ = s.Made(id, bad)
	assert.False(t, was)
	// A mark's own name is taken once.
	named := mark("wh-base.wh1", "left")
	named.ID = "k1"
	_, err = s.Do(id, By{Client: "c"}, []edit.Op{named})
	require.NoError(t, err)
	_, err = s.Do(id, By{Client: "c"}, []edit.Op{named})
	assert.Error(t, err)
	u, err := s.Undo(id, By{Client: "c", Once: "u"})
	require.NoError(t, err)
	v, err := s.Undo(id, By{Client: "c", Once: "u"})
	require.NoError(t, err)
	assert.Equal(t, u.Revision, v.Revision)
}

func withFerry(t *testing.T) (*Store, string) {
	t.Helper()
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	return s, id
}
