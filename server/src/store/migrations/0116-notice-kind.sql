-- What a notice tells: one's access was changed, or someone took one's invitation up and is in or waits.
ALTER TABLE notice ADD COLUMN IF NOT EXISTS kind VARCHAR(10) NOT NULL DEFAULT 'changed';
