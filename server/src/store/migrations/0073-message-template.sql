-- Texts of messages kept for the next time.
CREATE TABLE IF NOT EXISTS message_template (
  account_id UUID NOT NULL,
  name VARCHAR(60) NOT NULL,
  subject VARCHAR(120) NOT NULL,
  text TEXT NOT NULL,
  PRIMARY KEY (account_id, name)
) ENGINE=InnoDB;
