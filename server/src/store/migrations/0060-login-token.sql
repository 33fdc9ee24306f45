-- One-use tokens and tickets around signing in, kept as hashes; what they are for stands beside them.
CREATE TABLE IF NOT EXISTS login_token (
  id UUID NOT NULL PRIMARY KEY,
  purpose VARCHAR(12) NOT NULL,
  token_hash BINARY(32) NOT NULL,
  login_id UUID NULL,
  account_id UUID NULL,
  person_id UUID NULL,
  detail LONGTEXT NOT NULL,
  created_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  used_at_us BIGINT NULL,
  UNIQUE KEY login_token_hash (token_hash),
  KEY login_token_person (account_id, person_id)
) ENGINE=InnoDB;
