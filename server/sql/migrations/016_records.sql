-- What lists and recalls ask for, taken out of the state by the database itself.
ALTER TABLE batch ADD COLUMN lot text GENERATED ALWAYS AS (state->>'lot') STORED;
ALTER TABLE batch ADD COLUMN card_id text GENERATED ALWAYS AS (state->'card'->>'id') STORED;
ALTER TABLE batch ADD COLUMN customer text GENERATED ALWAYS AS (state->>'customer') STORED;
DROP INDEX batch_of_card;
CREATE INDEX batch_of_card ON batch (card_id);
ALTER TABLE batch ADD COLUMN pieces int GENERATED ALWAYS AS ((state->>'count')::int) STORED;
CREATE INDEX batch_of_lot ON batch (lot, created_at DESC);
CREATE INDEX batch_of_customer ON batch (customer, created_at DESC) WHERE customer IS NOT NULL;
-- how it ended, or stands: which words there are is said in one place, and not here
ALTER TABLE batch ADD COLUMN outcome text NOT NULL DEFAULT 'open';
-- what the first look after its light said
ALTER TABLE batch ADD COLUMN first_look text;
UPDATE batch SET first_look = jsonb_path_query_first(state, '$.steps[*] ? (@.kind == "look-cured" && @.state == "done").outcome') #>> '{}';
CREATE INDEX batch_of_outcome ON batch (outcome, created_at DESC);
UPDATE batch SET outcome = CASE
  WHEN state ? 'mergedInto' THEN 'merged'
  WHEN sealed_at IS NULL AND state ? 'held' THEN 'held'
  WHEN sealed_at IS NULL THEN 'open'
  WHEN (state->>'broken')::int >= (state->>'count')::int THEN 'scrapped'
  WHEN state ? 'flag' THEN 'flagged'
  WHEN jsonb_path_exists(state, '$.steps[*] ? (@.kind == "hand-over" && @.state == "done")') THEN 'green'
  ELSE 'passed' END;

-- Steps that were begun, one row each: which bath and what was known of it then, which lamp, who, what was seen.
CREATE TABLE batch_step (
  batch_id      text NOT NULL REFERENCES batch,
  step_id       text NOT NULL,
  place         int  NOT NULL,
  kind          text NOT NULL,
  station_id    text NOT NULL,
  -- the vessel that stood there then
  vessel_id     text,
  started_at    timestamptz NOT NULL,
  ended_at      timestamptz,
  by            text,
  outcome       text,
  planned_s     double precision,
  -- weight %: the load as it was estimated, its range, and what the bath was good for
  load_pct      double precision,
  load_low_pct  double precision,
  load_high_pct double precision,
  limit_pct     double precision,
  -- of a cure: the light on its coldest spot, mW/cm², and how long it was lit, s; at a look: how much yellower, in b*
  light_mw      double precision,
  lit_s         double precision,
  tint_db       double precision,
  PRIMARY KEY (batch_id, step_id)
);
CREATE INDEX batch_step_in_vessel ON batch_step (vessel_id, started_at) WHERE vessel_id IS NOT NULL;
CREATE INDEX batch_step_at ON batch_step (station_id, started_at);
CREATE INDEX batch_step_by ON batch_step (by, started_at);
CREATE INDEX batch_step_tinted ON batch_step (started_at) WHERE tint_db IS NOT NULL;
CREATE INDEX batch_step_over ON batch_step (started_at) WHERE coalesce(load_high_pct, load_pct) > limit_pct;

CREATE FUNCTION ms_of(value jsonb) RETURNS timestamptz LANGUAGE sql IMMUTABLE AS $$ SELECT to_timestamp((value #>> '{}')::double precision / 1000) $$;
-- Steps of a batch that are other than before are written anew; those that were taken back are gone.
CREATE FUNCTION project_steps(batch_key text, steps jsonb, steps_before jsonb) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  IF steps_before IS NOT NULL THEN
    DELETE FROM batch_step s WHERE s.batch_id = batch_key AND s.step_id IN (
      SELECT e->>'id' FROM jsonb_array_elements(steps_before) AS e
       WHERE e->>'state' <> 'waiting' AND NOT EXISTS (SELECT 1 FROM jsonb_array_elements(steps) AS n WHERE n->>'id' = e->>'id' AND n->>'state' <> 'waiting'));
  END IF;
  INSERT INTO batch_step (batch_id, step_id, place, kind, station_id, vessel_id, started_at, ended_at, by, outcome, planned_s, load_pct, load_low_pct, load_high_pct, limit_pct, light_mw, lit_s, tint_db)
  SELECT batch_key, e->>'id', (n - 1)::int, e->>'kind', e->>'station', (SELECT vessel_id FROM station WHERE id = e->>'station'),
         ms_of(coalesce(e->'startedAtMs', e->'endedAtMs')), ms_of(e->'endedAtMs'), e->>'by', e->>'outcome', (e->>'plannedS')::double precision,
         (e->'knew'->>'loadPctW')::double precision, (e->'knew'->>'loadLowPctW')::double precision,
         (e->'knew'->>'loadHighPctW')::double precision, (e->'knew'->>'limitPctW')::double precision,
         (e->'knew'->>'lightMWPerCm2')::double precision,
         CASE WHEN e->>'kind' = 'cure' THEN coalesce((e->'knew'->>'litS')::double precision, least(((e->>'endedAtMs')::double precision - (e->>'startedAtMs')::double precision) / 1000,
           (e->>'plannedS')::double precision + (SELECT coalesce(sum((a->>'addS')::double precision), 0) FROM jsonb_array_elements(coalesce(e->'added', '[]')) AS a))) END,
         (e->'colour'->>'deltaDb')::double precision
    FROM jsonb_array_elements(steps) WITH ORDINALITY AS one (e, n)
   WHERE e->>'state' <> 'waiting' AND coalesce(e->'startedAtMs', e->'endedAtMs') IS NOT NULL AND e IS DISTINCT FROM steps_before->((n - 1)::int)
  ON CONFLICT (batch_id, step_id) DO UPDATE
     SET place = excluded.place, started_at = excluded.started_at, ended_at = excluded.ended_at, by = excluded.by, outcome = excluded.outcome,
         station_id = excluded.station_id, planned_s = excluded.planned_s, load_pct = excluded.load_pct, load_low_pct = excluded.load_low_pct,
         load_high_pct = excluded.load_high_pct, limit_pct = excluded.limit_pct, light_mw = excluded.light_mw, lit_s = excluded.lit_s, tint_db = excluded.tint_db,
         vessel_id = CASE WHEN batch_step.station_id = excluded.station_id THEN batch_step.vessel_id ELSE excluded.vessel_id END;
END $$;
CREATE FUNCTION batch_is_new() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM project_steps(NEW.id, NEW.state->'steps', NULL);
  RETURN NULL;
END $$;
CREATE FUNCTION batch_is_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM project_steps(NEW.id, NEW.state->'steps', OLD.state->'steps');
  RETURN NULL;
END $$;
CREATE TRIGGER batch_steps_follow_new AFTER INSERT ON batch FOR EACH ROW EXECUTE FUNCTION batch_is_new();
CREATE TRIGGER batch_steps_follow AFTER UPDATE OF state ON batch FOR EACH ROW
  WHEN (NEW.state->'steps' IS DISTINCT FROM OLD.state->'steps') EXECUTE FUNCTION batch_is_changed();
SELECT project_steps(id, state->'steps', NULL) FROM batch;

-- Which kinds of records there are is said in one place, and not here.
ALTER TABLE record DROP CONSTRAINT record_kind_check;
CREATE INDEX record_newest_sealed ON record (sealed_at DESC);
