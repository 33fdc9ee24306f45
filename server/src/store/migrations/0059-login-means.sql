-- Means of signing in beside a password: passkeys, one-time codes, backup codes (model I9, P1).
CREATE TABLE IF NOT EXISTS login_means (
  id UUID NOT NULL PRIMARY KEY,
  login_id UUID NOT NULL,
  kind VARCHAR(10) NOT NULL,
  name VARCHAR(80) NOT NULL,
  lookup_hash BINARY(32) NULL,
  secret LONGTEXT NOT NULL,
  used_step BIGINT NOT NULL DEFAULT 0,
  created_at_us BIGINT NOT NULL,
  last_used_at_us BIGINT NULL,
  UNIQUE KEY login_means_lookup (lookup_hash),
  KEY login_means_login (login_id)
) ENGINE=InnoDB;
