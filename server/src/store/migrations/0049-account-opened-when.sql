-- Accounts that were there before were opened with the first entry of their ledger.
UPDATE account_settings
JOIN ledger_entry ON ledger_entry.account_id = account_settings.account_id AND ledger_entry.version = 1
SET account_settings.opened_at_us = ledger_entry.at_us
WHERE account_settings.opened_at_us = 0;
