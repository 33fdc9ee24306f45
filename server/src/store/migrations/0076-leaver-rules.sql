-- The account's own things to be handed back, and when those who left are erased (model X2, X7).
ALTER TABLE account_settings
  ADD COLUMN IF NOT EXISTS leaver_lines LONGTEXT NOT NULL DEFAULT '[]',
  ADD COLUMN IF NOT EXISTS erased_after_days INT NULL;
