-- What was last read of an account in a product, and in what it differed: so that what was altered there is told from
-- what is to be written.
ALTER TABLE product_account
  ADD COLUMN IF NOT EXISTS display_name VARCHAR(200) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS email VARCHAR(200) NULL,
  ADD COLUMN IF NOT EXISTS differs VARCHAR(100) NOT NULL DEFAULT '',
  MODIFY COLUMN active BOOLEAN NULL,
  MODIFY COLUMN remote_id VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL
