-- Grants: subject, role, place, period (model G1).
CREATE TABLE IF NOT EXISTS `access_grant` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  subject_kind VARCHAR(10) NOT NULL,
  subject_id VARCHAR(36) NOT NULL,
  role_id UUID NOT NULL,
  place_id UUID NOT NULL,
  from_us BIGINT NOT NULL,
  until_us BIGINT NULL,
  given_by_id UUID NULL,
  offer_id UUID NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
