-- A lot is used up one day; batches that ran it keep it.
ALTER TABLE lot ADD COLUMN used_up_at timestamptz;
CREATE VIEW lot_there AS SELECT * FROM lot WHERE used_up_at IS NULL;

-- A simulated device that the server itself keeps running, for practice.
ALTER TABLE device ADD COLUMN practice boolean NOT NULL DEFAULT false;
