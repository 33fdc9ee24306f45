-- How asking a connected product went last, for all processes: one that does not answer is left alone for a while.
CREATE TABLE IF NOT EXISTS product_health (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  failures INT NOT NULL,
  last_error VARCHAR(300) NULL,
  failed_at_us BIGINT NULL,
  next_try_at_us BIGINT NOT NULL DEFAULT 0,
  PRIMARY KEY (account_id, connection_id)
) ENGINE=InnoDB
