-- The row of a command is written first, and alone: whoever sends it twice waits there. Its answer follows. An answer that
-- shows a batch is told again from the batch's events, so only the batch is kept.
CREATE TABLE command_answer (
  command_id text PRIMARY KEY REFERENCES command (id),
  about      text,
  response   jsonb,
  CHECK ((about IS NULL) <> (response IS NULL))
);
INSERT INTO command_answer (command_id, about, response)
SELECT id, response->'batch'->>'id', CASE WHEN response->'batch'->>'id' IS NULL THEN response END FROM command;
CREATE TRIGGER command_answer_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON command_answer FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
ALTER TABLE command DROP COLUMN response;
-- written anew, so that the room of the answers is given back
ALTER TABLE command ALTER COLUMN kind TYPE text USING kind || '';

-- Counts what was written of a batch: two that change it in one moment do not write over each other.
ALTER TABLE batch ADD COLUMN version integer NOT NULL DEFAULT 1;

-- Which liquids there are is said in one place, and not here.
ALTER TABLE vessel DROP CONSTRAINT vessel_solvent_check;
