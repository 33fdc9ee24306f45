-- How many seats of a type a place's stewards may have handed out at a time (model S10).
CREATE TABLE IF NOT EXISTS allotment (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  place_id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  seat_type VARCHAR(60) NOT NULL,
  number INT UNSIGNED NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
