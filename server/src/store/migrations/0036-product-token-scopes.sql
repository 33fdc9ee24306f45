-- What a product's token may ask, until when, and when it last did.
ALTER TABLE product_token
  ADD COLUMN IF NOT EXISTS scopes JSON NOT NULL DEFAULT '["evaluate","search"]',
  ADD COLUMN IF NOT EXISTS expires_at_us BIGINT NULL,
  ADD COLUMN IF NOT EXISTS last_used_at_us BIGINT NULL;
