-- Bills of months as they stood when they closed (model S6).
CREATE TABLE IF NOT EXISTS closed_month (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  month CHAR(7) NOT NULL,
  closed_at_us BIGINT NOT NULL,
  bill JSON NOT NULL,
  PRIMARY KEY (account_id, id),
  UNIQUE KEY closed_once (account_id, month)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
