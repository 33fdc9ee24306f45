-- What somebody asked for and who decided it (model I1, R4); the reason is a personal value.
CREATE TABLE IF NOT EXISTS access_request (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  asker_id UUID NOT NULL,
  person_id UUID NOT NULL,
  area VARCHAR(121) NOT NULL,
  level VARCHAR(10) NOT NULL,
  place_id UUID NOT NULL,
  until_us BIGINT NULL,
  state VARCHAR(10) NOT NULL,
  asked_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  decided_by_id UUID NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
