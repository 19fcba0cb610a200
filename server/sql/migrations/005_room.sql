-- What the workshop said of its room, its sizes and its prices, and when: the setting is the newest.
CREATE TABLE setting_event (
  seq        bigserial PRIMARY KEY,
  key        text NOT NULL,
  value      jsonb NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE INDEX setting_event_of_key ON setting_event (key, seq DESC);
CREATE TRIGGER setting_event_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON setting_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What one shift leaves for the next to know.
CREATE TABLE shift_note (
  seq        bigserial PRIMARY KEY,
  text       text NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL
);
CREATE TRIGGER shift_note_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON shift_note FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
