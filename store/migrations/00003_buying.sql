-- +goose Up
-- What a quick look gives, what things cost, and what is cut from what.
ALTER TABLE jobs ADD COLUMN scarf REAL NOT NULL DEFAULT 45;
ALTER TABLE jobs ADD COLUMN cutting TEXT NOT NULL DEFAULT '{}';
ALTER TABLE jobs ADD COLUMN prices TEXT NOT NULL DEFAULT '{}';
ALTER TABLE jobs ADD COLUMN doors TEXT NOT NULL DEFAULT '{}';
ALTER TABLE jobs ADD COLUMN quote TEXT NOT NULL DEFAULT '{}';
ALTER TABLE mouldings ADD COLUMN rate INTEGER NOT NULL DEFAULT 0;
ALTER TABLE mouldings ADD COLUMN spares INTEGER NOT NULL DEFAULT 0;
ALTER TABLE mouldings ADD COLUMN buy TEXT NOT NULL DEFAULT '';
ALTER TABLE rooms ADD COLUMN look_inside INTEGER;
ALTER TABLE rooms ADD COLUMN look_outside INTEGER;
ALTER TABLE rooms ADD COLUMN look_doors INTEGER NOT NULL DEFAULT 0;
ALTER TABLE rooms ADD COLUMN look_returns INTEGER NOT NULL DEFAULT 0;
ALTER TABLE rooms ADD COLUMN ceiling_nm INTEGER;
ALTER TABLE rooms ADD COLUMN ceiling_text TEXT NOT NULL DEFAULT '';
ALTER TABLE walls ADD COLUMN rough_nm INTEGER;
ALTER TABLE walls ADD COLUMN rough_text TEXT NOT NULL DEFAULT '';
ALTER TABLE walls ADD COLUMN joists BOOLEAN NOT NULL DEFAULT FALSE;
CREATE TABLE layouts (
    job_id      TEXT NOT NULL,
    moulding_id TEXT NOT NULL,
    marks       INTEGER NOT NULL,
    least       INTEGER NOT NULL,
    stands_for  TEXT NOT NULL,
    scarfs      TEXT NOT NULL,
    barred      TEXT NOT NULL,
    PRIMARY KEY (job_id, moulding_id),
    FOREIGN KEY (job_id, moulding_id) REFERENCES mouldings (job_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE TABLE layout_sticks (
    job_id      TEXT NOT NULL,
    moulding_id TEXT NOT NULL,
    id          TEXT NOT NULL,
    pos         INTEGER NOT NULL,
    source      TEXT NOT NULL,
    length_nm   INTEGER NOT NULL,
    price       INTEGER NOT NULL,
    spoiled     TEXT NOT NULL,
    locked      BOOLEAN NOT NULL,
    bad         BOOLEAN NOT NULL,
    rack_nm     INTEGER NOT NULL,
    PRIMARY KEY (job_id, moulding_id, id),
    FOREIGN KEY (job_id, moulding_id) REFERENCES layouts (job_id, moulding_id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX layout_sticks_by_source ON layout_sticks (source) WHERE source <> '';
CREATE TABLE layout_pieces (
    job_id      TEXT NOT NULL,
    moulding_id TEXT NOT NULL,
    stick_id    TEXT NOT NULL,
    pos         INTEGER NOT NULL,
    piece       TEXT NOT NULL,
    from_nm     INTEGER NOT NULL,
    to_nm       INTEGER NOT NULL,
    PRIMARY KEY (job_id, moulding_id, stick_id, pos),
    FOREIGN KEY (job_id, moulding_id, stick_id) REFERENCES layout_sticks (job_id, moulding_id, id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
);
-- Offcuts in the shop, shared by all jobs. The moulding is told by its name and
-- section, since every job has mouldings of its own.
CREATE TABLE rack (
    id           TEXT PRIMARY KEY,
    name         TEXT NOT NULL,
    kind         TEXT NOT NULL,
    height_nm    INTEGER NOT NULL,
    thickness_nm INTEGER NOT NULL,
    length_nm    INTEGER NOT NULL,
    length_text  TEXT NOT NULL,
    note         TEXT NOT NULL,
    job_id       TEXT NOT NULL,
    moulding_id  TEXT NOT NULL,
    stick_id     TEXT NOT NULL,
    at           TEXT NOT NULL
);

-- +goose Down
DROP TABLE rack;
DROP TABLE layout_pieces;
DROP TABLE layout_sticks;
DROP TABLE layouts;
