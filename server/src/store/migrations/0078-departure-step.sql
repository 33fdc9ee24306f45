-- What is done for a departure once its doors are shut (model X4).
CREATE TABLE IF NOT EXISTS departure_step (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  departure_id UUID NOT NULL,
  position INT NOT NULL,
  kind VARCHAR(20) NOT NULL,
  what VARCHAR(40) NOT NULL,
  subject VARCHAR(200) NOT NULL,
  taker LONGTEXT NULL,
  state VARCHAR(20) NOT NULL,
  note VARCHAR(300) NULL,
  done_at_us BIGINT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
