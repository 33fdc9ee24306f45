-- Counted on with each new password and address: what was proven before counts no more (links, known browsers, tickets).
ALTER TABLE login ADD COLUMN IF NOT EXISTS generation INT NOT NULL DEFAULT 0
