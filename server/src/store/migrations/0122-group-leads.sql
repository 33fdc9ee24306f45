-- Whether a group's lead sees its members' records as a manager does.
ALTER TABLE person_group ADD COLUMN IF NOT EXISTS leads BOOLEAN NOT NULL DEFAULT FALSE;
