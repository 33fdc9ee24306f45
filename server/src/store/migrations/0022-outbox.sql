-- Messages to be sent: template and ids only, rendered when sent (architecture, secrets).
CREATE TABLE IF NOT EXISTS outbox (
  id UUID NOT NULL PRIMARY KEY,
  account_id UUID NOT NULL,
  template VARCHAR(40) NOT NULL,
  ids JSON NOT NULL,
  state VARCHAR(10) NOT NULL,
  attempts INT NOT NULL,
  due_at_us BIGINT NOT NULL,
  created_at_us BIGINT NOT NULL,
  last_error VARCHAR(200) NULL,
  KEY outbox_due (state, due_at_us)
) ENGINE=InnoDB;
