-- Where a seat came from, who gave it and who ended it (model S7).
ALTER TABLE holding
  ADD COLUMN IF NOT EXISTS origin VARCHAR(10) NOT NULL DEFAULT 'given',
  ADD COLUMN IF NOT EXISTS given_by_id UUID NULL,
  ADD COLUMN IF NOT EXISTS ended_by_id UUID NULL;
