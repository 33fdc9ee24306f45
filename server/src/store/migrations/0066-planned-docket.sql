-- Changes that wait for a day together (model Z4).
CREATE TABLE IF NOT EXISTS planned_docket (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  planner_id UUID NOT NULL,
  planned_at_us BIGINT NOT NULL,
  at_us BIGINT NOT NULL,
  changes LONGTEXT NOT NULL,
  cost_minor BIGINT NOT NULL,
  state VARCHAR(20) NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
