-- What is to be done once, whoever does it and however often it is tried: messages, batches of large dockets. Ids only.
CREATE TABLE IF NOT EXISTS durable_work (
  id UUID NOT NULL PRIMARY KEY,
  account_id UUID NOT NULL,
  kind VARCHAR(40) NOT NULL,
  ids JSON NOT NULL,
  state VARCHAR(10) NOT NULL,
  attempts INT NOT NULL,
  due_at_us BIGINT NOT NULL,
  lease_id UUID NULL,
  created_at_us BIGINT NOT NULL,
  last_error VARCHAR(200) NULL,
  KEY work_due (state, due_at_us)
) ENGINE=InnoDB;
