-- The message of an invitation came back.
ALTER TABLE `offer` ADD COLUMN IF NOT EXISTS bounced BOOLEAN NOT NULL DEFAULT FALSE;
