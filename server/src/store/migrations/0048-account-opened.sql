-- When the account was opened here (model S6: from when its months close).
ALTER TABLE account_settings ADD COLUMN IF NOT EXISTS opened_at_us BIGINT NOT NULL DEFAULT 0;
