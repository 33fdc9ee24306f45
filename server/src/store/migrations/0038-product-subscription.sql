-- Whether a product is on, and by which plan, from an instant on (model S11).
CREATE TABLE IF NOT EXISTS product_subscription (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product_id UUID NOT NULL,
  from_us BIGINT NOT NULL,
  is_on BOOLEAN NOT NULL,
  plan VARCHAR(60) NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
