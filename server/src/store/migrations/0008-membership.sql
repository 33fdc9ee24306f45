-- Who belongs to a group by name (model P8).
CREATE TABLE IF NOT EXISTS `membership` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  group_id UUID NOT NULL,
  person_id UUID NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
