-- Statements shared by a link, read-only (model I1).
CREATE TABLE IF NOT EXISTS statement_share (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  place_id UUID NOT NULL,
  maker_id UUID NOT NULL,
  made_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  is_cut BOOLEAN NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
