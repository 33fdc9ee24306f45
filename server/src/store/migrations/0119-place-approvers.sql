-- Who approves at a place and beneath; null: as the next place above says, or the role.
ALTER TABLE place ADD COLUMN IF NOT EXISTS approvers JSON NULL;
