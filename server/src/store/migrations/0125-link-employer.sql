-- The firm that those who come by a link work for.
ALTER TABLE arrival_link ADD COLUMN IF NOT EXISTS employer_id UUID NULL;
