package files

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// MaxJobFile is the largest job file that is read.
const MaxJobFile = 8 << 20

// ReadJob reads a job file whole: it comes back resolved, normalised and
// checked, or not at all. The error is one line that names the thing, the
// value and the way out.
func ReadJob(r io.Reader) (job.Job, error) {
	b, err := whole(r, "job file", "split the job")
	if err != nil {
		return job.Job{}, err
	}
	return JobIn(b)
}

// JobIn is ReadJob of bytes at hand, which stay as they are: a large file is not copied.
func JobIn(b []byte) (job.Job, error) {
	b = bytes.TrimPrefix(b, []byte("\xef\xbb\xbf"))
	// The version comes first: a newer file may hold what this program does not know.
	var head struct {
		Gnomon json.RawMessage `json:"gnomon"`
	}
	if err := json.Unmarshal(b, &head); err != nil {
		return job.Job{}, jsonError(b, err)
	}
	if head.Gnomon == nil {
		return job.Job{}, errors.New(`job file: "gnomon" is missing; begin it with {"gnomon":1, …}`)
	}
	if v, err := strconv.Atoi(string(head.Gnomon)); err != nil || v < 1 || v > job.FileVersion {
		return job.Job{}, fmt.Errorf("job file: format %s is not known here; this program reads formats 1 to %d: use the program that wrote it, or a newer one",
			head.Gnomon, job.FileVersion)
	}
	var j job.Job
	if err := json.Unmarshal(b, &j); err != nil { // what a job does not have its own reader refuses
		return job.Job{}, jsonError(b, err)
	}
	if j.Unit == "" {
		j.Unit = "in"
	}
	if err := job.Resolve(&j, j.Unit); err != nil {
		return job.Job{}, fmt.Errorf("job file: %w", err)
	}
	j.Normalise()
	if err := j.Check(); err != nil {
		return job.Job{}, fmt.Errorf("job file: %w", err)
	}
	return j, nil
}

// whole reads a file to its end, but for the mark that some programs begin one with.
func whole(r io.Reader, what, remedy string) ([]byte, error) {
	b, err := io.ReadAll(io.LimitReader(r, MaxJobFile+1))
	if err != nil {
		return nil, fmt.Errorf("%s: cannot be read: %w", what, err)
	}
	if len(b) > MaxJobFile {
		return nil, fmt.Errorf("%s: longer than %d MB; %s", what, MaxJobFile>>20, remedy)
	}
	return bytes.TrimPrefix(b, []byte("\xef\xbb\xbf")), nil
}

// WriteJob writes a job file that reads back to the same job.
func WriteJob(w io.Writer, j job.Job) error {
	j = j.Clone()
	job.Settle(&j, j.Unit)
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	return enc.Encode(j)
}

// jsonError says where in the file the JSON went wrong.
func jsonError(b []byte, err error) error {
	msg, at := job.JSONWords(err)
	if errors.Is(err, io.ErrUnexpectedEOF) {
		at = int64(len(b))
	}
	if at < 0 || at > int64(len(b)) {
		return fmt.Errorf("job file: %s; see docs/job-file.md for what it holds", msg)
	}
	line := 1 + bytes.Count(b[:at], []byte("\n"))
	return fmt.Errorf("job file, line %d: %s; see docs/job-file.md for what it holds", line, msg)
}

// NamedRules are house rules under a name.
type NamedRules struct {
	Name  string    `json:"name"`
	Rules job.Rules `json:"rules"`
}

// ReadRuleSets reads a list of named house rules, their lengths typed in the unit.
func ReadRuleSets(b []byte, unit measure.Unit) ([]NamedRules, error) {
	var sets []NamedRules
	dec := json.NewDecoder(bytes.NewReader(b))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&sets); err != nil {
		return nil, err
	}
	for i := range sets {
		if err := sets[i].Rules.Complete(unit); err != nil {
			return nil, err
		}
	}
	return sets, nil
}
