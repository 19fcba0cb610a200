-- Reclaim runs: facts, and the state that they add up to.
CREATE TABLE reclaim_run (
  id         text PRIMARY KEY,
  name       text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  ended_at   timestamptz,
  state      jsonb NOT NULL
);
CREATE INDEX reclaim_run_open ON reclaim_run (created_at) WHERE ended_at IS NULL;
CREATE TABLE reclaim_event (
  seq        bigserial PRIMARY KEY,
  run_id     text NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  payload    jsonb NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX reclaim_event_of_run ON reclaim_event (run_id, seq);
CREATE TRIGGER reclaim_event_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON reclaim_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Which run a movement belongs to; and what vessels carried the mark "reclaimed" for before it.
ALTER TABLE ledger_posting ADD COLUMN run_id text REFERENCES reclaim_run;
ALTER TABLE ledger_posting ADD COLUMN marks_before jsonb;
CREATE INDEX ledger_posting_of_run ON ledger_posting (run_id) WHERE run_id IS NOT NULL;
CREATE INDEX ledger_posting_of_batch ON ledger_posting (batch_id) WHERE batch_id IS NOT NULL;

-- The share of what a vessel holds that came back by reclaiming.
ALTER TABLE vessel ADD COLUMN reclaimed_share double precision NOT NULL DEFAULT 0 CHECK (reclaimed_share BETWEEN 0 AND 1);
-- Which kinds of vessels and devices there are is said in one place, and not here.
ALTER TABLE vessel DROP CONSTRAINT vessel_kind_check;
ALTER TABLE device DROP CONSTRAINT device_kind_check;
DROP VIEW vessel_in_line;
CREATE VIEW vessel_in_line AS
SELECT v.*, l.name AS line_name, l.place AS line_order,
       CASE WHEN v.line_place IS NULL THEN NULL
            WHEN v.line_place = max(v.line_place) OVER w THEN 'last'
            WHEN v.line_place = min(v.line_place) OVER w THEN 'first'
            ELSE 'middle' END AS position
  FROM vessel v LEFT JOIN bath_line l ON l.id = v.line_id
WINDOW w AS (PARTITION BY v.line_id);

-- Waste: what is in which container, hardened or not, and to whom it went.
CREATE TABLE waste_container (
  id        text PRIMARY KEY,
  name      text NOT NULL,
  opened_at timestamptz NOT NULL,
  gone_at   timestamptz,
  state     jsonb NOT NULL
);
CREATE TABLE waste_event (
  seq          bigserial PRIMARY KEY,
  container_id text NOT NULL,
  at           timestamptz NOT NULL,
  by           text NOT NULL,
  payload      jsonb NOT NULL,
  command_id   text NOT NULL
);
CREATE INDEX waste_event_of_container ON waste_event (container_id, seq);
CREATE TRIGGER waste_event_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON waste_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Checks of the room that were made: ventilation, extinguisher, data sheets.
CREATE TABLE check_done (
  seq        bigserial PRIMARY KEY,
  check_id   text NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  note       text NOT NULL DEFAULT '',
  command_id text NOT NULL
);
CREATE INDEX check_done_newest ON check_done (check_id, seq DESC);
CREATE TRIGGER check_done_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON check_done FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
