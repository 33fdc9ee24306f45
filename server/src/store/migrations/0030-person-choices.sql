-- A person’s choices in the account’s own fields (model C6).
ALTER TABLE `person` ADD COLUMN IF NOT EXISTS choices JSON NOT NULL DEFAULT '{}';
