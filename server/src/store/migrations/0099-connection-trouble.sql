-- Why a product has not been read for an hour or longer, and since when.
ALTER TABLE product_connection
  ADD COLUMN IF NOT EXISTS trouble VARCHAR(300) NULL,
  ADD COLUMN IF NOT EXISTS trouble_since_us BIGINT NULL
