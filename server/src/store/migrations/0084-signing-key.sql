-- Ed25519 keys by which records are signed: the private half sealed like any secret, the public half published.
CREATE TABLE IF NOT EXISTS signing_key (
  id VARCHAR(64) NOT NULL,
  public_jwk LONGTEXT NOT NULL,
  sealed VARCHAR(2000) NOT NULL,
  made_at_us BIGINT NOT NULL,
  PRIMARY KEY (id)
) ENGINE=InnoDB;
