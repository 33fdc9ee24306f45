-- Tokens with which products ask for decisions, kept only as hashes.
CREATE TABLE IF NOT EXISTS product_token (
  id UUID NOT NULL PRIMARY KEY,
  token_hash BINARY(32) NOT NULL,
  account_id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  created_at_us BIGINT NOT NULL,
  ended_at_us BIGINT NULL,
  UNIQUE KEY product_token_hash (token_hash)
) ENGINE=InnoDB;
