-- Somebody's leaving, planned or under way (model X2 to X4).
CREATE TABLE IF NOT EXISTS departure (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  person_id UUID NOT NULL,
  planner_id UUID NULL,
  planned_at_us BIGINT NOT NULL,
  at_us BIGINT NOT NULL,
  state VARCHAR(20) NOT NULL,
  handovers LONGTEXT NOT NULL,
  engagement_before_us BIGINT NULL,
  ended LONGTEXT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
