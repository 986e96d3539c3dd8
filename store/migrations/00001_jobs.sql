-- +goose Up
CREATE TABLE jobs (
    id          TEXT PRIMARY KEY,
    name        TEXT NOT NULL,
    unit        TEXT NOT NULL CHECK (unit IN ('in', 'mm')),
    saw         TEXT NOT NULL,
    inside      TEXT NOT NULL,
    cope_hand   TEXT NOT NULL,
    created_at  TEXT NOT NULL
);
CREATE TABLE mouldings (
    job_id       TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
    id           TEXT NOT NULL,
    pos          INTEGER NOT NULL,
    name         TEXT NOT NULL,
    kind         TEXT NOT NULL,
    height_nm    INTEGER NOT NULL,
    height_text  TEXT NOT NULL,
    thickness_nm INTEGER NOT NULL,
    thickness_text TEXT NOT NULL,
    profiled     BOOLEAN NOT NULL,
    sticks       TEXT NOT NULL,
    PRIMARY KEY (job_id, id)
);
CREATE TABLE rooms (
    job_id  TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
    id      TEXT NOT NULL,
    pos     INTEGER NOT NULL,
    name    TEXT NOT NULL,
    closed  BOOLEAN NOT NULL,
    PRIMARY KEY (job_id, id)
);
CREATE TABLE walls (
    job_id  TEXT NOT NULL,
    id      TEXT NOT NULL,
    room_id TEXT NOT NULL,
    pos     INTEGER NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, room_id) REFERENCES rooms (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE wall_lengths (
    job_id  TEXT NOT NULL,
    wall_id TEXT NOT NULL,
    level   TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    nm      INTEGER NOT NULL,
    text    TEXT NOT NULL,
    PRIMARY KEY (job_id, wall_id, level),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
-- A corner stands at the right end of its wall.
CREATE TABLE corners (
    job_id  TEXT NOT NULL,
    id      TEXT NOT NULL,
    wall_id TEXT NOT NULL,
    kind    TEXT NOT NULL CHECK (kind IN ('inside', 'outside')),
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE corner_readings (
    job_id    TEXT NOT NULL,
    corner_id TEXT NOT NULL,
    level     TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    degrees   REAL,
    scale     TEXT NOT NULL CHECK (scale IN ('corner', 'deflection', 'mitre')),
    PRIMARY KEY (job_id, corner_id, level),
    FOREIGN KEY (job_id, corner_id) REFERENCES corners (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE openings (
    job_id     TEXT NOT NULL,
    id         TEXT NOT NULL,
    wall_id    TEXT NOT NULL,
    from_nm    INTEGER NOT NULL,
    from_text  TEXT NOT NULL,
    width_nm   INTEGER NOT NULL,
    width_text TEXT NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE runs (
    job_id      TEXT NOT NULL,
    id          TEXT NOT NULL,
    room_id     TEXT NOT NULL,
    pos         INTEGER NOT NULL,
    moulding_id TEXT NOT NULL,
    level       TEXT NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, room_id) REFERENCES rooms (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (job_id, moulding_id) REFERENCES mouldings (job_id, id) DEFERRABLE INITIALLY DEFERRED
);

-- +goose Down
DROP TABLE runs;
DROP TABLE openings;
DROP TABLE corner_readings;
DROP TABLE corners;
DROP TABLE wall_lengths;
DROP TABLE walls;
DROP TABLE rooms;
DROP TABLE mouldings;
DROP TABLE jobs;
