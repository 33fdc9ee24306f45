-- What was remembered with the keeping stands with its lists.
UPDATE member_list AS list
JOIN product_keeping AS kept ON kept.account_id = list.account_id AND kept.product = list.product
SET list.list_columns = kept.list_columns
WHERE list.list_columns = '{}';
