-- How often an invitation's content was changed; who takes it up names the one they read (model I10).
ALTER TABLE offer ADD COLUMN IF NOT EXISTS revision INT NOT NULL DEFAULT 0;
