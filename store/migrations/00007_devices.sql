-- +goose Up
-- Each change carries the name of the request that made it, so that one sent again is
-- made once; a mark carries the device that made it; devices that were let in.
ALTER TABLE changes ADD COLUMN request TEXT NOT NULL DEFAULT '';
CREATE UNIQUE INDEX changes_once ON changes (job_id, client, request) WHERE request <> '';
ALTER TABLE marks ADD COLUMN by_device TEXT NOT NULL DEFAULT '';
-- Of a device's token only the hash is kept.
CREATE TABLE devices (
    id      TEXT PRIMARY KEY,
    name    TEXT NOT NULL,
    rights  TEXT NOT NULL CHECK (rights IN ('measure', 'saw', 'full')),
    job_id  TEXT NOT NULL,
    token   TEXT NOT NULL UNIQUE,
    made    TEXT NOT NULL,
    until   TEXT NOT NULL,
    seen    TEXT NOT NULL,
    revoked BOOLEAN NOT NULL DEFAULT 0
);

-- +goose Down
DROP TABLE devices;
ALTER TABLE marks DROP COLUMN by_device;
DROP INDEX changes_once;
ALTER TABLE changes DROP COLUMN request;
