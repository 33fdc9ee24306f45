-- An account’s name, zone and currency.
CREATE TABLE IF NOT EXISTS `account_settings` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  name VARCHAR(80) NOT NULL,
  zone VARCHAR(60) NOT NULL,
  currency CHAR(3) NOT NULL,
  locale VARCHAR(20) NOT NULL,
  path_label_depth INT NOT NULL,
  guests_see_people_met BOOLEAN NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
