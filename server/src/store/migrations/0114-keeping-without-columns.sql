-- The headings of a product's list stand with the list.
ALTER TABLE product_keeping DROP COLUMN IF EXISTS list_columns;
