-- The role that a key's holder gets at each client they make.
ALTER TABLE access_grant ADD COLUMN IF NOT EXISTS made_role_id UUID NULL;
