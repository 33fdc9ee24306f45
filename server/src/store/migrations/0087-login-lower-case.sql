-- Logins are kept in the one normal form of an address (core, people/email.ts); what is not plain follows in the step after.
UPDATE login SET email = LOWER(TRIM(email))
