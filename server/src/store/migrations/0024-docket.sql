-- One’s own docket, the same on every device (model C2).
CREATE TABLE IF NOT EXISTS docket (
  account_id UUID NOT NULL,
  person_id UUID NOT NULL,
  changes LONGTEXT NOT NULL,
  saved_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, person_id)
) ENGINE=InnoDB;
