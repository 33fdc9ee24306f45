-- Seats people hold: given, counted, ended (model S1).
CREATE TABLE IF NOT EXISTS `holding` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  person_id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  seat_type VARCHAR(60) NOT NULL,
  own BOOLEAN NOT NULL,
  given_from_us BIGINT NOT NULL,
  counted_from_us BIGINT NULL,
  until_us BIGINT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
