-- +goose Up
-- What a job's facts come to, worked out beside its plan, is kept by the job's revision and the format that it is
-- written in: the page over all jobs need not plan them all again.
CREATE TABLE evidence (
    job_id   TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
    revision INTEGER NOT NULL,
    format   INTEGER NOT NULL,
    body     TEXT NOT NULL
);

-- +goose Down
SELECT 1;
