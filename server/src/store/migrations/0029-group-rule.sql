-- Who belongs to a group by rule (model P8).
ALTER TABLE `person_group` ADD COLUMN IF NOT EXISTS rule JSON NULL;
