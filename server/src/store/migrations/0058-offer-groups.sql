-- Groups an invitation puts somebody into (model I1, P8).
ALTER TABLE `offer` ADD COLUMN IF NOT EXISTS group_ids LONGTEXT NOT NULL DEFAULT '[]';
