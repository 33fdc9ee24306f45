-- Messages the office writes to people, and texts it keeps for the next time; kept as long as they may have to be shown.
CREATE TABLE IF NOT EXISTS message (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  sender_id UUID NOT NULL,
  subject VARCHAR(120) NOT NULL,
  text TEXT NOT NULL,
  sent_at_us BIGINT NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB;
