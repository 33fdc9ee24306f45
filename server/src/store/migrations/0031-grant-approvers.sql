-- Who approves what a grant’s role makes need approval (model R4).
ALTER TABLE `access_grant` ADD COLUMN IF NOT EXISTS approver_ids JSON NULL;
