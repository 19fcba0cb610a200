-- Readings of baths, lids and idle evaporation, what really moved, and estimates. Devices that speak to us.

ALTER TABLE vessel DROP CONSTRAINT vessel_solvent_check;
ALTER TABLE vessel ADD CONSTRAINT vessel_solvent_check CHECK (solvent IN ('isopropanol', 'ethanol', 'alcohol', 'water', 'detergent'));
ALTER TABLE vessel ADD COLUMN lid text NOT NULL DEFAULT 'closed' CHECK (lid IN ('open', 'ajar', 'closed'));
-- idle evaporation is on the books up to here
ALTER TABLE vessel ADD COLUMN evaporated_to timestamptz;
-- stricter than what the resins ask for, weight %
ALTER TABLE vessel ADD COLUMN shop_limit_pct double precision CHECK (shop_limit_pct BETWEEN 0.5 AND 25);

-- in what order postings were made, and what they did to baths as the estimator sees it (null: derived from the lines)
ALTER TABLE ledger_posting ADD COLUMN seq bigserial UNIQUE;
ALTER TABLE ledger_posting ADD COLUMN deeds jsonb;
CREATE INDEX ledger_posting_kind ON ledger_posting (kind, at DESC);
CREATE INDEX ledger_line_account ON ledger_line (account, posting_id);

CREATE TABLE reading (
  id         text PRIMARY KEY,
  seq        bigserial UNIQUE,
  vessel_id  text NOT NULL REFERENCES vessel,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  raw        jsonb NOT NULL,
  -- what it says by itself, weight %; null for a level
  load_pct   double precision,
  sd_pct     double precision,
  note       text NOT NULL DEFAULT '',
  batch_id   text REFERENCES batch,
  posting_id text REFERENCES ledger_posting,
  command_id text NOT NULL
);
CREATE INDEX reading_of_vessel ON reading (vessel_id, at DESC);

-- what a person made of a reading that disagreed; the newest counts
CREATE TABLE reading_verdict (
  seq        bigserial PRIMARY KEY,
  reading_id text NOT NULL REFERENCES reading,
  verdict    text NOT NULL CHECK (verdict IN ('trusted', 'discarded')),
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX verdict_of_reading ON reading_verdict (reading_id, seq DESC);

CREATE TRIGGER reading_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON reading FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER verdict_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON reading_verdict FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- The newest estimate, and the history it was made from. It can always be made again.
CREATE TABLE bath_estimate (
  only_one    boolean PRIMARY KEY DEFAULT true CHECK (only_one),
  history_key text NOT NULL,
  -- whether something has happened since; kept by the triggers below
  stale       boolean NOT NULL,
  body        jsonb NOT NULL
);
CREATE FUNCTION estimate_is_stale() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE bath_estimate SET stale = true WHERE NOT stale;
  RETURN NULL;
END $$;
CREATE TRIGGER posting_moves_baths AFTER INSERT ON ledger_posting FOR EACH STATEMENT EXECUTE FUNCTION estimate_is_stale();
CREATE TRIGGER reading_tells_of_baths AFTER INSERT ON reading FOR EACH STATEMENT EXECUTE FUNCTION estimate_is_stale();
CREATE TRIGGER verdict_tells_of_baths AFTER INSERT ON reading_verdict FOR EACH STATEMENT EXECUTE FUNCTION estimate_is_stale();

CREATE TABLE device (
  id           text PRIMARY KEY,
  kind         text NOT NULL CHECK (kind IN ('scale', 'camera')),
  name         text NOT NULL,
  simulated    boolean NOT NULL,
  -- SHA-256 of the token it must show
  token_sha256 text NOT NULL
);
