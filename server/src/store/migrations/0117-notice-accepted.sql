-- How someone hears that an invitation of theirs was accepted: at once, in the morning's message, or not by mail.
ALTER TABLE notice_setting ADD COLUMN IF NOT EXISTS accepted VARCHAR(10) NOT NULL DEFAULT 'digest';
