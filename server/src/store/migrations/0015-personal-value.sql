-- Everything personal, by person, in one plain table: history can be kept while this is destroyed (model C6).
CREATE TABLE IF NOT EXISTS personal_value (
  account_id UUID NOT NULL,
  person_id UUID NOT NULL,
  field VARCHAR(40) NOT NULL,
  value VARCHAR(1000) NOT NULL,
  PRIMARY KEY (account_id, person_id, field)
) ENGINE=InnoDB;
