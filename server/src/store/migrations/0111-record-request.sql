-- People in a product whom the office is asked to record (model B3).
CREATE TABLE IF NOT EXISTS record_request (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  asked_by_id UUID NOT NULL,
  asked_at_us BIGINT NOT NULL,
  kind VARCHAR(20) NOT NULL,
  seat_type VARCHAR(60) NULL,
  firm VARCHAR(120) NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
