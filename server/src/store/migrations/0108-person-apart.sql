-- Records of the same name that were said to be of someone else (model P14).
ALTER TABLE person ADD COLUMN IF NOT EXISTS apart_from LONGTEXT NOT NULL DEFAULT '[]';
