-- Who approves for one key: people, a group, whoever manages the area there, the holder's manager, or steps of these.
ALTER TABLE access_grant ADD COLUMN IF NOT EXISTS approvers JSON NULL;
