-- How a session was opened, when its holder last proved who they are, and on what kind of device.
ALTER TABLE session
  ADD COLUMN IF NOT EXISTS strength VARCHAR(14) NOT NULL DEFAULT 'password',
  ADD COLUMN IF NOT EXISTS proved_at_us BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN IF NOT EXISTS device VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS slip_id UUID NULL,
  ADD KEY IF NOT EXISTS session_login (login_id);
