-- Whether someone hears by mail that a person who signed in with a slip waits to be confirmed.
ALTER TABLE notice_setting ADD COLUMN IF NOT EXISTS help_mail BOOLEAN NOT NULL DEFAULT FALSE;
