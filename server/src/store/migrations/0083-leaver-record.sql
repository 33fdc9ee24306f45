-- Signed records of departures (model X5). They name somebody: erasing destroys the text, the hash stays in the ledger.
CREATE TABLE IF NOT EXISTS leaver_record (
  account_id UUID NOT NULL,
  departure_id UUID NOT NULL,
  person_id UUID NOT NULL,
  signed_at_us BIGINT NOT NULL,
  jws LONGTEXT NOT NULL,
  checked_at_us BIGINT NULL,
  reappeared LONGTEXT NULL,
  PRIMARY KEY (account_id, departure_id)
) ENGINE=InnoDB;
