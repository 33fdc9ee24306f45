-- One row per commit; the hash covers the header, which holds the commitments and the hash before (model C5).
CREATE TABLE IF NOT EXISTS ledger_entry (
  account_id UUID NOT NULL,
  version BIGINT NOT NULL,
  at_us BIGINT NOT NULL,
  schema_number INT NOT NULL,
  header LONGTEXT NOT NULL,
  hash CHAR(64) CHARACTER SET ascii NOT NULL,
  PRIMARY KEY (account_id, version)
) ENGINE=InnoDB;
