-- Heads of ledgers that were put down outside, so that each is put down once.
CREATE TABLE IF NOT EXISTS ledger_anchor (
  account_id UUID NOT NULL,
  version BIGINT NOT NULL,
  anchored_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, version)
) ENGINE=InnoDB
