-- Choice fields of the account’s own, with their values (model C6).
CREATE TABLE IF NOT EXISTS `choice_field` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  name VARCHAR(60) NOT NULL,
  choice_values JSON NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
