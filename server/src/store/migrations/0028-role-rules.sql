-- What a role follows, who approves, whether it passes walls, whether it was retired (model R3, R4, T3, R5).
ALTER TABLE `role`
  ADD COLUMN IF NOT EXISTS base_id UUID NULL,
  ADD COLUMN IF NOT EXISTS approvers JSON NULL,
  ADD COLUMN IF NOT EXISTS wall_passing BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN IF NOT EXISTS retired BOOLEAN NOT NULL DEFAULT FALSE;
