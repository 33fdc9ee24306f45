-- Who looks after a product's accounts where nothing does it by itself (model B1).
CREATE TABLE IF NOT EXISTS product_keeping (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  way VARCHAR(20) NOT NULL,
  keeper_kind VARCHAR(20) NULL,
  keeper_id UUID NULL,
  since_us BIGINT NOT NULL,
  words LONGTEXT NOT NULL,
  list_columns LONGTEXT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
