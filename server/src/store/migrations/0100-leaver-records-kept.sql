-- A departure that was opened again is signed again; what was signed before stays.
ALTER TABLE leaver_record DROP PRIMARY KEY, ADD PRIMARY KEY (account_id, departure_id, signed_at_us)
