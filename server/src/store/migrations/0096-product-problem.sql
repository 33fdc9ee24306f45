-- What a product would not do for one person or group, in its own words too; gone once it was done.
CREATE TABLE IF NOT EXISTS product_problem (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  kind ENUM('person', 'group') NOT NULL,
  subject_id UUID NOT NULL,
  sentence VARCHAR(500) NOT NULL,
  at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, connection_id, kind, subject_id)
) ENGINE=InnoDB
