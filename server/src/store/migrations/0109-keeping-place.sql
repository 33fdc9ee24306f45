-- The client whose own product it is (model B6).
ALTER TABLE product_keeping ADD COLUMN IF NOT EXISTS place_id UUID NULL;
