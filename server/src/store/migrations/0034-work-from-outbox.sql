-- Messages that still wait in the older table go on as durable work; repeating this adds nothing twice.
INSERT IGNORE INTO durable_work (id, account_id, kind, ids, state, attempts, due_at_us, created_at_us, last_error)
SELECT id, account_id, template, ids, state, attempts, due_at_us, created_at_us, last_error FROM outbox;
