-- The guard row: whoever raises its version writes next (architecture, how a change travels). Not versioned.
CREATE TABLE IF NOT EXISTS account (
  id UUID NOT NULL PRIMARY KEY,
  version BIGINT NOT NULL,
  committed_at_us BIGINT NOT NULL,
  head_hash CHAR(64) CHARACTER SET ascii NOT NULL
) ENGINE=InnoDB;
