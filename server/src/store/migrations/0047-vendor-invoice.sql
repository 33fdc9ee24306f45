-- Vendors' invoices laid against a month's bill, as they were pasted; not versioned, since lines may name people.
CREATE TABLE IF NOT EXISTS vendor_invoice (
  account_id UUID NOT NULL,
  id UUID NOT NULL,
  month CHAR(7) NOT NULL,
  product VARCHAR(60) NOT NULL,
  laid_by_id UUID NOT NULL,
  laid_at_us BIGINT NOT NULL,
  invoice_lines JSON NOT NULL,
  PRIMARY KEY (account_id, id),
  KEY invoice_of_month (account_id, month)
) ENGINE=InnoDB;
