-- The answer to a write, kept so that repeating it changes nothing.
CREATE TABLE IF NOT EXISTS idempotency (
  account_id UUID NOT NULL,
  actor_id UUID NOT NULL,
  idempotency_key VARCHAR(100) CHARACTER SET ascii NOT NULL,
  request_hash CHAR(64) CHARACTER SET ascii NOT NULL,
  answer LONGTEXT NOT NULL,
  created_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, actor_id, idempotency_key)
) ENGINE=InnoDB;
