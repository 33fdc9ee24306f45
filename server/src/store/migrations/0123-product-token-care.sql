-- What a product's token is called, who is responsible for it, and from which networks it is taken; null: from any.
ALTER TABLE product_token
  ADD COLUMN IF NOT EXISTS name VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS responsible_id UUID NULL,
  ADD COLUMN IF NOT EXISTS networks JSON NULL;
