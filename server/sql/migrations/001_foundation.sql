-- Facts (append-only) and the states they add up to.

CREATE TABLE command (
  id       text PRIMARY KEY,
  kind     text NOT NULL,
  at       timestamptz NOT NULL,
  response jsonb NOT NULL
);

CREATE TABLE event (
  seq        bigserial PRIMARY KEY,
  at         timestamptz NOT NULL,
  batch_id   text NOT NULL,
  type       text NOT NULL,
  by         text NOT NULL,
  payload    jsonb NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX event_of_batch ON event (batch_id, seq);

CREATE TABLE person (
  id    text PRIMARY KEY,
  name  text NOT NULL,
  role  text NOT NULL,
  place int  NOT NULL
);

CREATE TABLE vessel (
  id          text PRIMARY KEY,
  name        text NOT NULL,
  kind        text NOT NULL CHECK (kind IN ('bath', 'can', 'drum', 'jar', 'bottle', 'pan', 'tin')),
  role        text UNIQUE CHECK (role IN ('first', 'clean', 'fresh', 'drum', 'reclaimed')),
  agitation   text NOT NULL DEFAULT 'impeller',
  solvent     text NOT NULL DEFAULT 'isopropanol' CHECK (solvent IN ('isopropanol', 'ethanol', 'water', 'detergent')),
  capacity_ml double precision NOT NULL CHECK (capacity_ml > 0),
  surface_m2  double precision NOT NULL CHECK (surface_m2 > 0),
  place       int NOT NULL,
  -- what it holds: kept by the ledger alone, never below zero
  solvent_mg  bigint NOT NULL DEFAULT 0 CONSTRAINT vessel_overdrawn_solvent CHECK (solvent_mg >= 0),
  water_mg    bigint NOT NULL DEFAULT 0 CONSTRAINT vessel_overdrawn_water CHECK (water_mg >= 0),
  resin_mg    bigint NOT NULL DEFAULT 0 CONSTRAINT vessel_overdrawn_resin CHECK (resin_mg >= 0)
);

CREATE TABLE station (
  id        text PRIMARY KEY,
  name      text NOT NULL,
  side      text NOT NULL CHECK (side IN ('wet', 'dry', 'light')),
  capacity  int  NOT NULL CHECK (capacity > 0),
  vessel_id text REFERENCES vessel,
  note      text NOT NULL DEFAULT '',
  place     int  NOT NULL
);

CREATE TABLE setting (
  key   text PRIMARY KEY,
  value jsonb NOT NULL
);

CREATE TABLE resin_card (
  id      text NOT NULL,
  version int  NOT NULL,
  name    text NOT NULL,
  card    jsonb NOT NULL,
  PRIMARY KEY (id, version)
);

CREATE TABLE lot (
  card_id text NOT NULL,
  code    text NOT NULL,
  PRIMARY KEY (card_id, code)
);

CREATE TABLE mesh (
  sha256   text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
  name     text NOT NULL,
  bytes    bigint NOT NULL,
  measures jsonb NOT NULL,
  at       timestamptz NOT NULL
);
CREATE TABLE mesh_chunk (
  sha256 text NOT NULL REFERENCES mesh,
  place  int  NOT NULL,
  data   bytea NOT NULL,
  PRIMARY KEY (sha256, place)
);

CREATE TABLE batch (
  id         text PRIMARY KEY,
  name       text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  sealed_at  timestamptz,
  due_at     timestamptz,
  flagged    boolean NOT NULL DEFAULT false,
  search     text NOT NULL,
  state      jsonb NOT NULL
);
CREATE INDEX batch_open ON batch (created_at) WHERE sealed_at IS NULL;
CREATE INDEX batch_newest ON batch (created_at DESC);
CREATE INDEX batch_sealed ON batch (sealed_at DESC) WHERE sealed_at IS NOT NULL;
CREATE INDEX batch_flagged ON batch (created_at DESC) WHERE flagged;

CREATE TABLE ledger_posting (
  id         text PRIMARY KEY,
  at         timestamptz NOT NULL,
  kind       text NOT NULL,
  note       text NOT NULL,
  by         text NOT NULL,
  batch_id   text REFERENCES batch,
  reverses   text UNIQUE REFERENCES ledger_posting,
  command_id text NOT NULL
);
CREATE INDEX ledger_posting_newest ON ledger_posting (at DESC);

CREATE TABLE ledger_line (
  posting_id text   NOT NULL REFERENCES ledger_posting,
  account    text   NOT NULL,
  solvent_mg bigint NOT NULL,
  water_mg   bigint NOT NULL,
  resin_mg   bigint NOT NULL,
  PRIMARY KEY (posting_id, account)
);

-- Roll-up of the accounts that are not vessels; they may be negative.
CREATE TABLE sink (
  account    text PRIMARY KEY,
  solvent_mg bigint NOT NULL DEFAULT 0,
  water_mg   bigint NOT NULL DEFAULT 0,
  resin_mg   bigint NOT NULL DEFAULT 0
);
INSERT INTO sink (account) VALUES ('supply'), ('evaporated'), ('drag-out'), ('left-on-parts'), ('sludge'), ('disposed'), ('spilled'), ('unaccounted');

CREATE TABLE record (
  number    bigint PRIMARY KEY,
  batch_id  text NOT NULL UNIQUE REFERENCES batch,
  sealed_at timestamptz NOT NULL,
  prev_hash text NOT NULL UNIQUE,
  hash      text NOT NULL UNIQUE,
  -- the canonical text that was hashed lives in the file; the body is kept as text so that it never changes
  file      text NOT NULL
);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'FACTS_ARE_APPEND_ONLY: % on % is refused; answer a mistake with a reversing fact', TG_OP, TG_TABLE_NAME;
END $$;

CREATE TRIGGER event_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER posting_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON ledger_posting FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER line_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON ledger_line FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON record FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER command_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON command FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Each line moves its account: a vessel (guarded) or a sink.
CREATE FUNCTION book_line() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE vessel SET solvent_mg = solvent_mg + NEW.solvent_mg, water_mg = water_mg + NEW.water_mg, resin_mg = resin_mg + NEW.resin_mg
   WHERE id = NEW.account;
  IF NOT FOUND THEN
    UPDATE sink SET solvent_mg = solvent_mg + NEW.solvent_mg, water_mg = water_mg + NEW.water_mg, resin_mg = resin_mg + NEW.resin_mg
     WHERE account = NEW.account;
    IF NOT FOUND THEN
      RAISE EXCEPTION 'LEDGER_UNKNOWN_ACCOUNT: %', NEW.account;
    END IF;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER line_books AFTER INSERT ON ledger_line FOR EACH ROW EXECUTE FUNCTION book_line();

-- Each posting sums to nothing in every column, at commit.
CREATE FUNCTION posting_balances() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  total record;
BEGIN
  SELECT sum(solvent_mg) AS solvent, sum(water_mg) AS water, sum(resin_mg) AS resin
    INTO total FROM ledger_line WHERE posting_id = NEW.posting_id;
  IF total.solvent <> 0 OR total.water <> 0 OR total.resin <> 0 THEN
    RAISE EXCEPTION 'LEDGER_UNBALANCED: posting % leaves % / % / % mg', NEW.posting_id, total.solvent, total.water, total.resin;
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER line_balances AFTER INSERT ON ledger_line
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION posting_balances();

CREATE FUNCTION no_reversal_of_reversal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.reverses IS NOT NULL AND EXISTS (SELECT 1 FROM ledger_posting p WHERE p.id = NEW.reverses AND p.reverses IS NOT NULL) THEN
    RAISE EXCEPTION 'REVERSAL_OF_REVERSAL: %', NEW.reverses;
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER posting_reverses BEFORE INSERT ON ledger_posting FOR EACH ROW EXECUTE FUNCTION no_reversal_of_reversal();
