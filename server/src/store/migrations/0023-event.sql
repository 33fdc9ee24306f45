-- Sign-in and out, messages, doors shut: what happened beside the ledger (model C8).
CREATE TABLE IF NOT EXISTS event (
  id UUID NOT NULL PRIMARY KEY,
  account_id UUID NULL,
  person_id UUID NULL,
  login_id UUID NULL,
  kind VARCHAR(40) NOT NULL,
  at_us BIGINT NOT NULL,
  detail JSON NOT NULL,
  KEY event_person (account_id, person_id, at_us)
) ENGINE=InnoDB;
