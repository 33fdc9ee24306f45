-- Member lists of products that were compared and applied (model B3).
CREATE TABLE IF NOT EXISTS member_list (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  as_of_us BIGINT NOT NULL,
  applied_at_us BIGINT NOT NULL,
  by_id UUID NULL,
  hash VARCHAR(64) NOT NULL,
  row_count INT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
