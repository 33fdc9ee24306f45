-- Accounts that were there before do on its day what was planned for it, too.
INSERT INTO durable_work (id, account_id, kind, ids, state, attempts, due_at_us, created_at_us)
SELECT UUID(), id, 'dates', '{}', 'waiting', 0, 0, 0 FROM account
WHERE NOT EXISTS (SELECT 1 FROM durable_work WHERE kind = 'dates' AND durable_work.account_id = account.id);
