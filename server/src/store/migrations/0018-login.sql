-- One human’s way to sign in; it belongs to no account (model P1).
CREATE TABLE IF NOT EXISTS login (
  id UUID NOT NULL PRIMARY KEY,
  email VARCHAR(200) NOT NULL,
  email_proven BOOLEAN NOT NULL,
  password_hash VARCHAR(200) CHARACTER SET ascii NULL,
  created_at_us BIGINT NOT NULL,
  UNIQUE KEY login_email (email)
) ENGINE=InnoDB;
