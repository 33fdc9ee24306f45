-- Ceilings on seat types, each from an instant on (model S2).
CREATE TABLE IF NOT EXISTS `seat_stock` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  seat_type VARCHAR(60) NOT NULL,
  seat_count INT NOT NULL,
  from_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
