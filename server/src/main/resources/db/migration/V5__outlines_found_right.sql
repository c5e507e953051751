-- A person looked at a doubted outline and found it right; and what a take was measured with.
ALTER TABLE take ADD COLUMN outline_right BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE take_check ADD COLUMN outline_right BOOLEAN NOT NULL DEFAULT FALSE;
