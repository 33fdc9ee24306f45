-- Where a number of seats comes from (model S2).
ALTER TABLE seat_stock ADD COLUMN IF NOT EXISTS source VARCHAR(120) NOT NULL DEFAULT '';
