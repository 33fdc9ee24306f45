-- Whether the planner had the right to all it ends when it was planned (model Z4); of earlier plans that is not known.
ALTER TABLE planned_docket ADD COLUMN IF NOT EXISTS authority_held BOOLEAN NOT NULL DEFAULT FALSE
