-- +goose Up
-- The way in and what was decided otherwise than the house rules have it, room by room;
-- named sets of house rules, shared by all jobs.
ALTER TABLE rooms ADD COLUMN entry TEXT NOT NULL DEFAULT '';
ALTER TABLE rooms ADD COLUMN wet BOOLEAN NOT NULL DEFAULT 0;
ALTER TABLE rooms ADD COLUMN overrides TEXT NOT NULL DEFAULT 'null';
CREATE TABLE rule_sets (name TEXT PRIMARY KEY, unit TEXT NOT NULL, rules TEXT NOT NULL, at TEXT NOT NULL);

-- +goose Down
DROP TABLE rule_sets;
ALTER TABLE rooms DROP COLUMN overrides;
ALTER TABLE rooms DROP COLUMN wet;
ALTER TABLE rooms DROP COLUMN entry;
