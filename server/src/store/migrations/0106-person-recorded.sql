-- Someone taken down without a login (model P12).
ALTER TABLE person ADD COLUMN IF NOT EXISTS recorded TINYINT(1) NOT NULL DEFAULT 0;
