-- Places at which a product is on, for charges per place (model S6).
CREATE TABLE IF NOT EXISTS product_fitting (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  place_id UUID NOT NULL,
  from_us BIGINT NOT NULL,
  until_us BIGINT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
