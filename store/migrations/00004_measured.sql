-- +goose Up
-- Every reading of a wall and of a corner is a row of its own.
ALTER TABLE jobs ADD COLUMN tools TEXT NOT NULL DEFAULT '{}';
ALTER TABLE rooms ADD COLUMN storey TEXT NOT NULL DEFAULT '';
ALTER TABLE rooms ADD COLUMN ends TEXT NOT NULL DEFAULT '{}';
ALTER TABLE walls ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';
ALTER TABLE corners ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';
ALTER TABLE openings ADD COLUMN kind TEXT NOT NULL DEFAULT 'door';
ALTER TABLE openings ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';
CREATE TABLE lengths (
    job_id     TEXT NOT NULL,
    id         TEXT NOT NULL,
    wall_id    TEXT NOT NULL,
    pos        INTEGER NOT NULL,
    level      TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    nm         INTEGER NOT NULL,
    text       TEXT NOT NULL,
    burned_nm  INTEGER,
    burned_text TEXT NOT NULL,
    stands     TEXT NOT NULL,
    kept       BOOLEAN NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
INSERT INTO lengths SELECT job_id, wall_id || '-' || level, wall_id, CASE level WHEN 'floor' THEN 0 WHEN 'rail' THEN 1 ELSE 2 END, level, nm, text, NULL, '', '{}', FALSE FROM wall_lengths;
DROP TABLE wall_lengths;
CREATE TABLE readings (
    job_id    TEXT NOT NULL,
    id        TEXT NOT NULL,
    corner_id TEXT NOT NULL,
    pos       INTEGER NOT NULL,
    level     TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    degrees   REAL NOT NULL,
    scale     TEXT NOT NULL CHECK (scale IN ('corner', 'deflection', 'mitre')),
    kept      BOOLEAN NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, corner_id) REFERENCES corners (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
INSERT INTO readings SELECT job_id, corner_id || '-' || level, corner_id, CASE level WHEN 'floor' THEN 0 WHEN 'rail' THEN 1 ELSE 2 END, level, degrees, scale, FALSE
    FROM corner_readings WHERE degrees IS NOT NULL;
DROP TABLE corner_readings;
CREATE TABLE diagonals (
    job_id      TEXT NOT NULL,
    id          TEXT NOT NULL,
    room_id     TEXT NOT NULL,
    from_id     TEXT NOT NULL,
    to_id       TEXT NOT NULL,
    level       TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    nm          INTEGER NOT NULL,
    text        TEXT NOT NULL,
    burned_nm   INTEGER,
    burned_text TEXT NOT NULL,
    kept        BOOLEAN NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, room_id) REFERENCES rooms (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE spots (
    job_id  TEXT NOT NULL,
    id      TEXT NOT NULL,
    wall_id TEXT NOT NULL,
    kind    TEXT NOT NULL,
    at_nm   INTEGER NOT NULL,
    at_text TEXT NOT NULL,
    width_nm INTEGER,
    width_text TEXT NOT NULL,
    height_nm INTEGER,
    height_text TEXT NOT NULL,
    stud    TEXT NOT NULL,
    PRIMARY KEY (job_id, id),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
-- What was entered before named fields that are gone; it can be changed, but no
-- longer undone step by step.
UPDATE changes SET state = 'spent' WHERE state <> 'spent';

-- +goose Down
DROP TABLE spots;
DROP TABLE diagonals;
CREATE TABLE wall_lengths (
    job_id  TEXT NOT NULL,
    wall_id TEXT NOT NULL,
    level   TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    nm      INTEGER NOT NULL,
    text    TEXT NOT NULL,
    PRIMARY KEY (job_id, wall_id, level),
    FOREIGN KEY (job_id, wall_id) REFERENCES walls (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
INSERT OR IGNORE INTO wall_lengths SELECT job_id, wall_id, level, nm, text FROM lengths ORDER BY pos;
DROP TABLE lengths;
CREATE TABLE corner_readings (
    job_id    TEXT NOT NULL,
    corner_id TEXT NOT NULL,
    level     TEXT NOT NULL CHECK (level IN ('floor', 'rail', 'ceiling')),
    degrees   REAL,
    scale     TEXT NOT NULL CHECK (scale IN ('corner', 'deflection', 'mitre')),
    PRIMARY KEY (job_id, corner_id, level),
    FOREIGN KEY (job_id, corner_id) REFERENCES corners (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
INSERT OR IGNORE INTO corner_readings SELECT job_id, corner_id, level, degrees, scale FROM readings ORDER BY pos;
DROP TABLE readings;
ALTER TABLE openings DROP COLUMN facts;
ALTER TABLE openings DROP COLUMN kind;
ALTER TABLE corners DROP COLUMN facts;
ALTER TABLE walls DROP COLUMN facts;
ALTER TABLE rooms DROP COLUMN ends;
ALTER TABLE rooms DROP COLUMN storey;
ALTER TABLE jobs DROP COLUMN tools;
