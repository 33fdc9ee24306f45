-- Sessions, so that they can be ended; the cookie’s value is kept only as a hash.
CREATE TABLE IF NOT EXISTS session (
  id UUID NOT NULL PRIMARY KEY,
  token_hash BINARY(32) NOT NULL,
  login_id UUID NOT NULL,
  account_id UUID NULL,
  person_id UUID NULL,
  created_at_us BIGINT NOT NULL,
  seen_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  ended_at_us BIGINT NULL,
  ended_because VARCHAR(20) NULL,
  UNIQUE KEY session_token (token_hash),
  KEY session_person (account_id, person_id)
) ENGINE=InnoDB;
