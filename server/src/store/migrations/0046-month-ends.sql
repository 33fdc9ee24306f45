-- Accounts that were there before close their months from now on too.
INSERT INTO durable_work (id, account_id, kind, ids, state, attempts, due_at_us, created_at_us)
SELECT account.id, account.id, 'month-ends', '{}', 'waiting', 0, 0, 0
FROM account
LEFT JOIN durable_work ON durable_work.account_id = account.id AND durable_work.kind = 'month-ends'
WHERE durable_work.id IS NULL;
