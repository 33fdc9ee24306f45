-- Room for values that stand under the id of what they belong to.
ALTER TABLE personal_value MODIFY field VARCHAR(60) NOT NULL;
