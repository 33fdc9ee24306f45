-- What whoever takes an invitation up agrees to.
ALTER TABLE account_settings ADD COLUMN IF NOT EXISTS terms TEXT NULL;
