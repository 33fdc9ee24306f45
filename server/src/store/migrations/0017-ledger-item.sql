-- The changes and edits of an entry; salt and payload can be destroyed and the chain still verifies (model C5).
CREATE TABLE IF NOT EXISTS ledger_item (
  account_id UUID NOT NULL,
  version BIGINT NOT NULL,
  ordinal INT NOT NULL,
  kind VARCHAR(10) NOT NULL,
  commitment CHAR(64) CHARACTER SET ascii NOT NULL,
  salt CHAR(32) CHARACTER SET ascii NULL,
  payload LONGTEXT NULL,
  PRIMARY KEY (account_id, version, ordinal)
) ENGINE=InnoDB;
