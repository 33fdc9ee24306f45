-- The account's rules on signing in and on outsiders' ends.
ALTER TABLE account_settings
  ADD COLUMN IF NOT EXISTS second_means_for LONGTEXT NOT NULL DEFAULT '[]',
  ADD COLUMN IF NOT EXISTS outsiders_need_end BOOLEAN NOT NULL DEFAULT FALSE;
