-- A firm that can be chosen no more (model P11).
ALTER TABLE employer ADD COLUMN IF NOT EXISTS archived TINYINT(1) NOT NULL DEFAULT 0;
