-- Times away, asked for or set (model X1); the reason is a personal value.
CREATE TABLE IF NOT EXISTS absence (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  person_id UUID NOT NULL,
  from_us BIGINT NOT NULL,
  until_us BIGINT NULL,
  state VARCHAR(20) NOT NULL,
  asked_by_id UUID NULL,
  decided_by_id UUID NULL,
  keep_seats BOOLEAN NOT NULL,
  seats LONGTEXT NOT NULL,
  substitute_id UUID NULL,
  agreed_minor BIGINT NOT NULL,
  without_seats BOOLEAN NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
