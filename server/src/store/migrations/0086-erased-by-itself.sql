-- Whether those who left long enough ago are erased by themselves, or only called to mind (model X7).
ALTER TABLE account_settings ADD COLUMN IF NOT EXISTS erased_by_itself BOOLEAN NOT NULL DEFAULT FALSE;
