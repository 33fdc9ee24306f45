-- Which heading says what is remembered with each list, so that it is for products that are connected as well (model B3).
ALTER TABLE member_list ADD COLUMN IF NOT EXISTS list_columns LONGTEXT NOT NULL DEFAULT '{}';
