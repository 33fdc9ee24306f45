-- Dockets too large for one commit, applied in batches under one id (model C2).
CREATE TABLE IF NOT EXISTS docket_run (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  actor_id UUID NOT NULL,
  changes LONGTEXT NOT NULL,
  total INT NOT NULL,
  next_change INT NOT NULL,
  state VARCHAR(10) NOT NULL,
  report LONGTEXT NOT NULL,
  created_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB;
