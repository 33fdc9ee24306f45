-- How often a shared statement was opened: a fact beside the ledger (model C1).
CREATE TABLE IF NOT EXISTS statement_share_use (
  account_id UUID NOT NULL,
  share_id UUID NOT NULL,
  use_count INT NOT NULL,
  last_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, share_id)
) ENGINE=InnoDB;
