-- A connection's bearer token, AES-GCM under a key of LODGE_KEY; outside versions and ledger, so that it can be destroyed.
CREATE TABLE IF NOT EXISTS connection_secret (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  sealed VARCHAR(2000) NOT NULL,
  PRIMARY KEY (account_id, connection_id)
) ENGINE=InnoDB;
