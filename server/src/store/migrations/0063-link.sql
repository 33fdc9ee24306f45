-- Links by which people come (model I1, I4).
CREATE TABLE IF NOT EXISTS arrival_link (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  name VARCHAR(60) NOT NULL,
  maker_id UUID NOT NULL,
  kind VARCHAR(20) NOT NULL,
  standing VARCHAR(20) NOT NULL,
  grants LONGTEXT NOT NULL,
  seats LONGTEXT NOT NULL,
  group_ids LONGTEXT NOT NULL,
  engagement_until_us BIGINT NULL,
  domain VARCHAR(200) NULL,
  maximum_uses INT UNSIGNED NOT NULL,
  uses INT UNSIGNED NOT NULL,
  made_at_us BIGINT NOT NULL,
  expires_at_us BIGINT NOT NULL,
  waits BOOLEAN NOT NULL,
  cut BOOLEAN NOT NULL,
  PRIMARY KEY (account_id, id)
) ENGINE=InnoDB
WITH SYSTEM VERSIONING
PARTITION BY SYSTEM_TIME (PARTITION past HISTORY, PARTITION present CURRENT);
