-- The products' own ids of our groups: one whose product keeps no id of ours is found by it, and made once.
CREATE TABLE IF NOT EXISTS product_group (
  account_id UUID NOT NULL,
  connection_id UUID NOT NULL,
  group_id UUID NOT NULL,
  remote_id VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (account_id, connection_id, group_id)
) ENGINE=InnoDB
