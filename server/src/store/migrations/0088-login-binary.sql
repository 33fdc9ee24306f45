-- Addresses are compared letter by letter: é is not e, and a look-alike is another mailbox.
ALTER TABLE login MODIFY email VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL
