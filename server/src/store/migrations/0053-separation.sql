-- Places that are to share no outsider: a standing check.
CREATE TABLE IF NOT EXISTS separation (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  one_id UUID NOT NULL,
  other_id UUID NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
