-- Those named so far are approvers by name.
UPDATE access_grant SET approvers = JSON_OBJECT('kind', 'named', 'personIds', JSON_EXTRACT(approver_ids, '$'))
WHERE JSON_LENGTH(approver_ids) > 0 AND approvers IS NULL;
