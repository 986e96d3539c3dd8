-- +goose Up
-- Several saws, of which a job uses one; all house rules in one field; what is set by
-- hand; sections of mouldings; runs over a stretch of wall.
ALTER TABLE jobs ADD COLUMN saws TEXT NOT NULL DEFAULT '[]';
UPDATE jobs SET saws = json_array(json_set(saw, '$.id', 'saw')), saw = 'saw';
ALTER TABLE jobs ADD COLUMN rules TEXT NOT NULL DEFAULT '{}';
UPDATE jobs SET rules = json_object('inside', inside, 'cope_hand', cope_hand, 'scarf', scarf);
ALTER TABLE jobs DROP COLUMN inside;
ALTER TABLE jobs DROP COLUMN cope_hand;
ALTER TABLE jobs DROP COLUMN scarf;
ALTER TABLE jobs ADD COLUMN by_hand TEXT NOT NULL DEFAULT '[]';
ALTER TABLE jobs ADD COLUMN put_away TEXT NOT NULL DEFAULT '[]';
ALTER TABLE mouldings ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';
ALTER TABLE runs ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';
ALTER TABLE marks ADD COLUMN pose TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE marks DROP COLUMN pose;
ALTER TABLE runs DROP COLUMN facts;
ALTER TABLE mouldings DROP COLUMN facts;
ALTER TABLE jobs DROP COLUMN put_away;
ALTER TABLE jobs DROP COLUMN by_hand;
ALTER TABLE jobs ADD COLUMN inside TEXT NOT NULL DEFAULT 'cope';
ALTER TABLE jobs ADD COLUMN cope_hand TEXT NOT NULL DEFAULT 'right';
ALTER TABLE jobs ADD COLUMN scarf REAL NOT NULL DEFAULT 45;
UPDATE jobs SET inside = json_extract(rules, '$.inside'), cope_hand = json_extract(rules, '$.cope_hand'), scarf = json_extract(rules, '$.scarf');
ALTER TABLE jobs DROP COLUMN rules;
UPDATE jobs SET saw = json_extract(saws, '$[0]');
ALTER TABLE jobs DROP COLUMN saws;
