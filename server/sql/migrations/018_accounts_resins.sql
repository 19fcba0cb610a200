-- An account of the ledger is a vessel, or a place that solvent comes from or goes to: nothing is booked on any other.
CREATE TABLE account (
  id   text PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('vessel', 'sink'))
);
INSERT INTO account (id, kind) SELECT id, 'vessel' FROM vessel;
INSERT INTO account (id, kind) SELECT account, 'sink' FROM sink;

CREATE FUNCTION open_account() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO account (id, kind) VALUES (NEW.id, 'vessel');
  RETURN NEW;
END $$;
CREATE FUNCTION close_account() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM account WHERE id = OLD.id;
  RETURN OLD;
END $$;
CREATE TRIGGER vessel_opens_account BEFORE INSERT ON vessel FOR EACH ROW EXECUTE FUNCTION open_account();
CREATE TRIGGER vessel_closes_account AFTER DELETE ON vessel FOR EACH ROW EXECUTE FUNCTION close_account();

ALTER TABLE sink ADD CONSTRAINT sink_is_an_account FOREIGN KEY (account) REFERENCES account;
ALTER TABLE ledger_line ADD CONSTRAINT ledger_unknown_account FOREIGN KEY (account) REFERENCES account;

CREATE OR REPLACE FUNCTION book_line() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE vessel SET solvent_mg = solvent_mg + NEW.solvent_mg, water_mg = water_mg + NEW.water_mg, resin_mg = resin_mg + NEW.resin_mg
   WHERE id = NEW.account;
  IF NOT FOUND THEN
    UPDATE sink SET solvent_mg = solvent_mg + NEW.solvent_mg, water_mg = water_mg + NEW.water_mg, resin_mg = resin_mg + NEW.resin_mg
     WHERE account = NEW.account;
  END IF;
  RETURN NULL;
END $$;

-- A resin is what its cards, lots, ladders and tests are of; its first card makes it.
CREATE TABLE resin (id text PRIMARY KEY);
INSERT INTO resin (id) SELECT DISTINCT id FROM resin_card;

CREATE FUNCTION know_resin() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO resin (id) VALUES (NEW.id) ON CONFLICT DO NOTHING;
  RETURN NEW;
END $$;
CREATE TRIGGER card_makes_resin BEFORE INSERT ON resin_card FOR EACH ROW EXECUTE FUNCTION know_resin();

ALTER TABLE resin_card ADD CONSTRAINT card_of_resin FOREIGN KEY (id) REFERENCES resin;
-- Not asked of what was written before: a workshop opens whatever an older program let pass.
ALTER TABLE lot ADD CONSTRAINT lot_of_resin FOREIGN KEY (card_id) REFERENCES resin NOT VALID;
ALTER TABLE coupon_ladder ADD CONSTRAINT ladder_of_resin FOREIGN KEY (card_id) REFERENCES resin NOT VALID;
ALTER TABLE lamp_pair ADD CONSTRAINT pair_of_resin FOREIGN KEY (card_id) REFERENCES resin NOT VALID;
ALTER TABLE cure_test ADD CONSTRAINT test_of_resin FOREIGN KEY (card_id) REFERENCES resin NOT VALID;
ALTER TABLE batch ADD CONSTRAINT batch_of_resin FOREIGN KEY (card_id) REFERENCES resin NOT VALID;

-- Facts are of something that is there; what they are of may be written after them, in the same transaction.
ALTER TABLE event ADD CONSTRAINT event_of_batch FOREIGN KEY (batch_id) REFERENCES batch DEFERRABLE INITIALLY DEFERRED NOT VALID;
ALTER TABLE reclaim_event ADD CONSTRAINT event_of_run FOREIGN KEY (run_id) REFERENCES reclaim_run DEFERRABLE INITIALLY DEFERRED NOT VALID;
ALTER TABLE waste_event ADD CONSTRAINT event_of_container FOREIGN KEY (container_id) REFERENCES waste_container DEFERRABLE INITIALLY DEFERRED NOT VALID;
