-- A person’s own cost centre (model P2).
ALTER TABLE person ADD COLUMN IF NOT EXISTS reference VARCHAR(60) NULL;
