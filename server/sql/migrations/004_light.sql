-- Light sources as the workshop describes them, by the station they stand at.
CREATE TABLE lamp (
  station_id text PRIMARY KEY REFERENCES station,
  version    int  NOT NULL CHECK (version >= 1),
  lamp       jsonb NOT NULL,
  -- what a meter would show at its marked places if the description were true and nothing had faded, mW/cm²
  described  jsonb NOT NULL,
  -- hours it burnt since the description was written
  burnt_h    double precision NOT NULL DEFAULT 0 CHECK (burnt_h >= 0)
);
-- Why each lamp is what it is: described anew, metered, a sky looked at.
CREATE TABLE lamp_event (
  seq        bigserial PRIMARY KEY,
  station_id text NOT NULL REFERENCES station,
  kind       text NOT NULL CHECK (kind IN ('described', 'metered', 'sky')),
  payload    jsonb NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX lamp_event_of_station ON lamp_event (station_id, seq DESC);
CREATE TRIGGER lamp_event_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON lamp_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Light maps by what they depend on: mesh, places, lamp. A cache: it can be emptied at any time.
CREATE TABLE light_map (
  key  text PRIMARY KEY CHECK (key ~ '^[0-9a-f]{64}$'),
  body jsonb NOT NULL,
  at   timestamptz NOT NULL
);

-- Coupons timed on purpose.
CREATE TABLE coupon_ladder (
  id         text PRIMARY KEY,
  station_id text NOT NULL REFERENCES station,
  card_id    text NOT NULL,
  lot        text NOT NULL,
  medium     text NOT NULL,
  mw_per_cm2 double precision NOT NULL CHECK (mw_per_cm2 > 0),
  outcomes   jsonb NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX coupon_ladder_of_pair ON coupon_ladder (card_id, station_id, at DESC);
CREATE TRIGGER coupon_ladder_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON coupon_ladder FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What ladders and looks together say of a resin under a lamp: follows from facts, fitted anew when they change.
CREATE TABLE lamp_pair (
  card_id    text NOT NULL,
  station_id text NOT NULL REFERENCES station,
  body       jsonb NOT NULL,
  fitted_at  timestamptz NOT NULL,
  PRIMARY KEY (card_id, station_id)
);

-- Samples tested for hardness or load, by the schedule that cured them.
CREATE TABLE cure_test (
  id         text PRIMARY KEY,
  card_id    text NOT NULL,
  lot        text NOT NULL,
  schedule   jsonb NOT NULL,
  property   text NOT NULL CHECK (property IN ('Shore D', 'breaking load')),
  readings   jsonb NOT NULL,
  note       text NOT NULL DEFAULT '',
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX cure_test_of_card ON cure_test (card_id, at DESC);
CREATE TRIGGER cure_test_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON cure_test FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What a lamp's own sensors saw while a batch was in it.
CREATE TABLE light_sample (
  seq        bigserial PRIMARY KEY,
  station_id text NOT NULL REFERENCES station,
  batch_id   text NOT NULL REFERENCES batch,
  step_id    text NOT NULL,
  mw_per_cm2 double precision NOT NULL,
  temp_c     double precision,
  door_open  boolean NOT NULL DEFAULT false,
  at         timestamptz NOT NULL
);
CREATE INDEX light_sample_of_batch ON light_sample (batch_id, seq);
CREATE TRIGGER light_sample_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON light_sample FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- A device may stand at a station.
ALTER TABLE device ADD COLUMN station_id text REFERENCES station;
ALTER TABLE device DROP CONSTRAINT IF EXISTS device_kind_check;
ALTER TABLE device ADD CONSTRAINT device_kind_check CHECK (kind IN ('scale', 'camera', 'lamp', 'uv-meter'));
