-- What a product said of somebody's account when it was last read: a fact, by which following and drift are told apart.
CREATE TABLE IF NOT EXISTS product_account (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  remote_id VARCHAR(100) NOT NULL,
  person_id UUID NULL,
  user_name VARCHAR(200) NOT NULL,
  active BOOLEAN NOT NULL,
  seats VARCHAR(400) NOT NULL,
  seen_at_us BIGINT NOT NULL,
  difference VARCHAR(40) NULL,
  PRIMARY KEY (account_id, connection_id, remote_id)
) ENGINE=InnoDB;
