-- How often work was asked for while it was queued or under way. What is asked for while a worker
-- is at it may not be seen any more, so the worker starts over instead of ending.
ALTER TABLE scheduled_tasks ADD COLUMN asked_again INT NOT NULL DEFAULT 0;
