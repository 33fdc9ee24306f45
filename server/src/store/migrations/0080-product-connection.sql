-- Products whose accounts follow this one over SCIM; the secret stands apart, encrypted.
CREATE TABLE IF NOT EXISTS product_connection (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  product VARCHAR(60) NOT NULL,
  scim_address VARCHAR(300) NOT NULL,
  things_address VARCHAR(300) NULL,
  is_on BOOLEAN NOT NULL,
  since_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
