-- Product sheets, each from an instant on (model L2).
CREATE TABLE IF NOT EXISTS `product_sheet` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product_id UUID NOT NULL,
  from_us BIGINT NOT NULL,
  sheet JSON NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
