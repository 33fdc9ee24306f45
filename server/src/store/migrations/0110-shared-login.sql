-- Logins of products that several people use (model B4).
CREATE TABLE IF NOT EXISTS shared_login (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  responsible_id UUID NOT NULL,
  user_ids LONGTEXT NOT NULL,
  seat_type VARCHAR(60) NULL,
  from_us BIGINT NOT NULL,
  until_us BIGINT NULL,
  review_at_us BIGINT NULL,
  password_due_since_us BIGINT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
