-- Invitations and what they hold (model I1, I5).
CREATE TABLE IF NOT EXISTS `offer` (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  person_id UUID NOT NULL,
  sponsor_id UUID NOT NULL,
  state VARCHAR(10) NOT NULL,
  sent_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  resend_number INT NOT NULL,
  grants JSON NOT NULL,
  seats JSON NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
