-- Who writes to one account or group of a product just now, by the database's time: nobody else does meanwhile.
CREATE TABLE IF NOT EXISTS product_lock (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  subject_id UUID NOT NULL,
  lease_id UUID NOT NULL,
  until_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, connection_id, subject_id)
) ENGINE=InnoDB
