package server

import (
	"encoding/json"
	"sync"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/core/plan"
	"gnomon/store"
)

// evidenceFormat is the format of what is kept of a job's evidence: another number where lesson.Evidence means something else.
const evidenceFormat = 2

// evidences are what the facts of all jobs come to, each at the job's revision. What was worked out once is at hand and in the database.
type evidences struct {
	mu  sync.Mutex
	all map[string]evidenceAt
}

type evidenceAt struct {
	revision int64
	of       lesson.Evidence
}

func newEvidences() *evidences { return &evidences{all: map[string]evidenceAt{}} }

// gathered is the evidence of a job at hand.
func gathered(id string, j *job.Job, p *plan.Plan) lesson.Evidence {
	e := lesson.Gather(j, p)
	e.Job = id
	return e
}

// evidence is that of all jobs that were not thrown away, oldest first. Only jobs that changed since are planned again.
func (s *server) evidence() ([]lesson.Evidence, error) {
	jobs, err := s.store.Jobs()
	if err != nil {
		return nil, err
	}
	k := s.evidences
	k.mu.Lock()
	defer k.mu.Unlock()
	if len(k.all) == 0 && len(jobs) > 0 {
		if err := k.read(s.store); err != nil {
			return nil, err
		}
	}
	var out []lesson.Evidence
	var fresh []store.Evidence
	there := map[string]bool{}
	for i := len(jobs) - 1; i >= 0; i-- {
		id := jobs[i].ID
		there[id] = true
		if jobs[i].Deleted != "" {
			continue
		}
		had, has := k.all[id]
		if !has || had.revision != jobs[i].Revision {
			j, rev, err := s.store.Job(id)
			if err != nil {
				return nil, err
			}
			if len(j.Records) == 0 { // nothing was done: it need not be planned for that
				had = evidenceAt{rev, lesson.Evidence{Job: id, Name: j.Name}}
			} else {
				p, err := plan.Build(j)
				if err != nil {
					return nil, err
				}
				had = evidenceAt{rev, gathered(id, &j, &p)}
			}
			k.all[id] = had
			fresh = append(fresh, store.Evidence{JobID: id, Revision: rev, Format: evidenceFormat, Body: string(edit.Raw(had.of))})
		}
		out = append(out, had.of)
	}
	for id := range k.all {
		if !there[id] {
			delete(k.all, id)
		}
	}
	return out, s.store.KeepEvidence(fresh)
}

func (k *evidences) read(from *store.Store) error {
	kept, err := from.Evidence(evidenceFormat)
	if err != nil {
		return err
	}
	for id, e := range kept {
		var of lesson.Evidence
		if json.Unmarshal([]byte(e.Body), &of) == nil { // what cannot be read is worked out again
			k.all[id] = evidenceAt{e.Revision, of}
		}
	}
	return nil
}

// forget drops what is at hand: people are called otherwise.
func (k *evidences) forget() {
	k.mu.Lock()
	defer k.mu.Unlock()
	clear(k.all)
}
