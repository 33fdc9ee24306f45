-- One-use tokens of offers, kept only as hashes (model I6).
CREATE TABLE IF NOT EXISTS offer_token (
  token_hash BINARY(32) NOT NULL PRIMARY KEY,
  account_id UUID NOT NULL,
  offer_id UUID NOT NULL,
  resend_number INT NOT NULL,
  key_id VARCHAR(20) NOT NULL
) ENGINE=InnoDB;
