-- That somebody is told of a change that concerns them: in the application, and by mail at once or in the morning.
CREATE TABLE IF NOT EXISTS notice (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  person_id UUID NOT NULL,
  actor_id UUID NOT NULL,
  version BIGINT NOT NULL,
  told VARCHAR(10) NOT NULL,
  at_us BIGINT NOT NULL,
  seen_at_us BIGINT NULL,
  mailed BOOLEAN NOT NULL DEFAULT FALSE,
  PRIMARY KEY (account_id, id),
  KEY notice_person (account_id, person_id, seen_at_us)
) ENGINE=InnoDB;
