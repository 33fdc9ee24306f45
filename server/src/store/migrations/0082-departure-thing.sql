-- What hung on a leaver in the products, and what became of it as read back: a fact beside the ledger (architecture, facts).
CREATE TABLE IF NOT EXISTS departure_thing (
  account_id UUID NOT NULL,
  departure_id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  thing_id VARCHAR(100) NOT NULL,
  kind VARCHAR(20) NOT NULL,
  title VARCHAR(200) NOT NULL,
  state VARCHAR(20) NOT NULL,
  taker LONGTEXT NULL,
  read_back_at_us BIGINT NULL,
  PRIMARY KEY (account_id, departure_id, product, thing_id)
) ENGINE=InnoDB;
