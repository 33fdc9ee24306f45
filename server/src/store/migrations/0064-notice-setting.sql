-- What somebody wants to hear by mail, and the secret address of their calendar: its number is part of the address.
CREATE TABLE IF NOT EXISTS notice_setting (
  account_id UUID NOT NULL,
  person_id UUID NOT NULL,
  digest BOOLEAN NOT NULL DEFAULT TRUE,
  digest_on DATE NULL,
  calendar_number INT UNSIGNED NOT NULL DEFAULT 0,
  PRIMARY KEY (account_id, person_id)
) ENGINE=InnoDB;
