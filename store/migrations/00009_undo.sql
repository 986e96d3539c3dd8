-- +goose Up
-- A step that takes away what was added says what was added, so that nothing which others put
-- there since goes with it. Older steps do not say it: they can no longer be undone.
UPDATE changes SET state = 'spent' WHERE state IN ('standing', 'undone') AND inverse LIKE '%"do":"remove"%';

-- +goose Down
SELECT 1;
