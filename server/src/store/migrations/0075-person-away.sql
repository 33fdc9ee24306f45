-- When somebody is away, as every answer reads it (model X1, Z3).
ALTER TABLE person
  ADD COLUMN IF NOT EXISTS away_from_us BIGINT NULL,
  ADD COLUMN IF NOT EXISTS away_until_us BIGINT NULL;
