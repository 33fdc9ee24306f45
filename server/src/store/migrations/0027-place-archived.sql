-- Archived places sleep with all beneath them (model T6).
ALTER TABLE `place` ADD COLUMN IF NOT EXISTS archived BOOLEAN NOT NULL DEFAULT FALSE;
