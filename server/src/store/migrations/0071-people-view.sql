-- Looks of the list of people somebody keeps: words, order and columns under a name.
CREATE TABLE IF NOT EXISTS people_view (
  account_id UUID NOT NULL,
  person_id UUID NOT NULL,
  name VARCHAR(60) NOT NULL,
  query LONGTEXT NOT NULL,
  PRIMARY KEY (account_id, person_id, name)
) ENGINE=InnoDB;
