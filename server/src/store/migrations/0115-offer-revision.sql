-- When an invitation's content was changed last; who takes it up names the one they read (model I10).
ALTER TABLE offer ADD COLUMN IF NOT EXISTS revision BIGINT NOT NULL DEFAULT 0;
