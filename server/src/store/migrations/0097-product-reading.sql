-- When a product was last read whole, and what went wrong since.
CREATE TABLE IF NOT EXISTS product_reading (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  read_at_us BIGINT NULL,
  accounts INT NULL,
  groups_there INT NULL,
  failing_since_us BIGINT NULL,
  failed_at_us BIGINT NULL,
  last_error VARCHAR(500) NULL,
  next_try_at_us BIGINT NULL,
  PRIMARY KEY (account_id, connection_id)
) ENGINE=InnoDB
