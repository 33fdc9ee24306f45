-- The product says no more whether it is on: its subscriptions do.
ALTER TABLE product ALTER COLUMN is_on SET DEFAULT FALSE;
