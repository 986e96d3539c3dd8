-- +goose Up
-- Cuts, miscuts and what takes them back become kinds of one record of facts: who, when, with
-- which device, on what, and what each kind says beside that as JSON. Rows are added, never
-- changed or taken out.
CREATE TABLE records (
    job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
    id     TEXT NOT NULL,
    pos    INTEGER NOT NULL,
    kind   TEXT NOT NULL,
    of_id  TEXT NOT NULL,
    piece  TEXT NOT NULL,
    label  TEXT NOT NULL,
    hand   TEXT NOT NULL,
    at     TEXT NOT NULL,
    by_who TEXT NOT NULL,
    device TEXT NOT NULL,
    body   TEXT NOT NULL,
    PRIMARY KEY (job_id, id)
);
INSERT INTO records
SELECT job_id, id, pos, kind, of_id, piece, label, hand, at, '', by_device,
    CASE kind WHEN 'undone' THEN '{}' ELSE json_object('cut', json_object(
        'length', (cut_nm / 1000000) || '.' || printf('%06d', cut_nm % 1000000) || 'mm',
        'mitre', mitre_deg, 'bevel', bevel_deg, 'pose', pose)) END
FROM marks;
DROP TABLE marks;
ALTER TABLE layouts RENAME COLUMN marks TO records;

-- What only ever lives inside a room or a job and has no table needs no column either.
ALTER TABLE rooms ADD COLUMN doc TEXT NOT NULL DEFAULT '{}';
UPDATE rooms SET doc = json_object('id', id, 'name', name, 'storey', storey, 'closed', json(CASE WHEN closed THEN 'true' ELSE 'false' END),
    'entry', entry, 'wet', json(CASE WHEN wet THEN 'true' ELSE 'false' END), 'overrides', json(overrides));
ALTER TABLE rooms DROP COLUMN name;
ALTER TABLE rooms DROP COLUMN storey;
ALTER TABLE rooms DROP COLUMN closed;
ALTER TABLE rooms DROP COLUMN entry;
ALTER TABLE rooms DROP COLUMN wet;
ALTER TABLE rooms DROP COLUMN overrides;
ALTER TABLE jobs ADD COLUMN doc TEXT NOT NULL DEFAULT '{}';
UPDATE jobs SET doc = json_object('unit', unit, 'saw', saw, 'saws', json(saws), 'rules', json(rules), 'by_hand', json(by_hand), 'put_away', json(put_away),
    'cutting', json(cutting), 'prices', json(prices), 'doors', json(doors), 'quote', json(quote), 'tools', json(tools));
ALTER TABLE jobs DROP COLUMN saw;
ALTER TABLE jobs DROP COLUMN saws;
ALTER TABLE jobs DROP COLUMN rules;
ALTER TABLE jobs DROP COLUMN by_hand;
ALTER TABLE jobs DROP COLUMN put_away;
ALTER TABLE jobs DROP COLUMN cutting;
ALTER TABLE jobs DROP COLUMN prices;
ALTER TABLE jobs DROP COLUMN doors;
ALTER TABLE jobs DROP COLUMN quote;
ALTER TABLE jobs DROP COLUMN tools;

-- +goose Down
SELECT 1;
