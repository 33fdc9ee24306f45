-- What products reported as used (model S3, S6, M3).
CREATE TABLE IF NOT EXISTS reported_use (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  allowance VARCHAR(60) NULL,
  person_id UUID NULL,
  at_us BIGINT NOT NULL,
  amount BIGINT NOT NULL,
  reported_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
