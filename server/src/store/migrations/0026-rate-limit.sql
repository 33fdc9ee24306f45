-- Counters of the limits on sign-in and tokens, shared by all processes; laid out as rate-limiter-flexible wants it.
CREATE TABLE IF NOT EXISTS rate_limit (
  `key` VARCHAR(255) CHARACTER SET utf8 NOT NULL PRIMARY KEY,
  points INT(9) NOT NULL DEFAULT 0,
  expire BIGINT UNSIGNED
) ENGINE=InnoDB;
