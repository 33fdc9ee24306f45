-- The record this one was joined into (model P14).
ALTER TABLE person ADD COLUMN IF NOT EXISTS joined_into UUID NULL;
