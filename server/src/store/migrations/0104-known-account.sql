-- What is known of accounts in products, one row for each account and source (model B1).
CREATE TABLE IF NOT EXISTS known_account (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  person_id UUID NULL,
  remote_id VARCHAR(200) NULL,
  state VARCHAR(20) NOT NULL,
  seat_type VARCHAR(60) NULL,
  as_of_us BIGINT NOT NULL,
  source VARCHAR(20) NOT NULL,
  by_id UUID NULL,
  list_id UUID NULL,
  last_used_at_us BIGINT NULL,
  closing_since_us BIGINT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
