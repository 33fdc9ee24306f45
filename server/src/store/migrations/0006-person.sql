-- People without anything personal (model P2, C6).
CREATE TABLE IF NOT EXISTS `person` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  kind VARCHAR(20) NOT NULL,
  standing VARCHAR(20) NOT NULL,
  state VARCHAR(20) NOT NULL,
  manager_id UUID NULL,
  employer_id UUID NULL,
  signatory BOOLEAN NOT NULL,
  engagement_from_us BIGINT NULL,
  engagement_until_us BIGINT NULL,
  login_id UUID NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
