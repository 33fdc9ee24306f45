-- The lines of a list a run's changes came from, for its report.
ALTER TABLE docket_run ADD COLUMN IF NOT EXISTS source_lines LONGTEXT NULL;
