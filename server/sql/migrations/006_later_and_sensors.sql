-- What is seen of a sealed batch later is a record of its own, behind the one of its making.
ALTER TABLE record DROP CONSTRAINT record_batch_id_key;
ALTER TABLE record ADD COLUMN kind text NOT NULL DEFAULT 'made' CHECK (kind IN ('made', 'later look'));
CREATE UNIQUE INDEX record_made_once ON record (batch_id) WHERE kind = 'made';
CREATE INDEX record_of_batch ON record (batch_id, number);

ALTER TABLE device DROP CONSTRAINT device_kind_check;
ALTER TABLE device ADD CONSTRAINT device_kind_check CHECK (kind IN
  ('scale', 'camera', 'lamp', 'uv-meter', 'wash-unit', 'density-meter', 'room-sensor', 'vapour-sensor', 'scanner'));

-- What a wash unit did while a batch was in it.
CREATE TABLE wash_sample (
  seq        bigserial PRIMARY KEY,
  station_id text NOT NULL REFERENCES station,
  batch_id   text NOT NULL REFERENCES batch,
  step_id    text NOT NULL,
  stirring   boolean NOT NULL,
  lid_open   boolean NOT NULL,
  temp_c     double precision,
  at         timestamptz NOT NULL
);
CREATE INDEX wash_sample_of_batch ON wash_sample (batch_id, seq);
CREATE TRIGGER wash_sample_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON wash_sample FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What the room was, by its sensors.
CREATE TABLE room_sample (
  seq            bigserial PRIMARY KEY,
  device_id      text NOT NULL REFERENCES device,
  temp_c         double precision,
  humidity_pct   double precision,
  -- solvent vapour as a share of what can burn, %
  vapour_pct_lel double precision,
  at             timestamptz NOT NULL
);
CREATE INDEX room_sample_newest ON room_sample (at DESC);
CREATE TRIGGER room_sample_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON room_sample FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
