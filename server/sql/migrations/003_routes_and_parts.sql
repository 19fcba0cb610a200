-- Named routes. Those that ship are version 1 in the code; every change is a new row here and never changes again.

CREATE TABLE route (
  id         text NOT NULL,
  version    int  NOT NULL CHECK (version >= 1),
  name       text NOT NULL,
  body       jsonb NOT NULL,
  -- why it was changed
  note       text NOT NULL,
  at         timestamptz NOT NULL,
  by         text NOT NULL,
  command_id text NOT NULL,
  PRIMARY KEY (id, version)
);
CREATE TRIGGER route_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON route FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- which route a batch runs, to count and filter by
ALTER TABLE batch ADD COLUMN route_id text NOT NULL DEFAULT 'two-baths';
CREATE INDEX batch_of_route ON batch (route_id);

-- What the bench tells whoever prepares the files: where on the part, and what was wrong there.
CREATE TABLE part_note (
  seq         bigserial PRIMARY KEY,
  id          text NOT NULL UNIQUE,
  part        text NOT NULL,
  mesh_sha256 text REFERENCES mesh,
  batch_id    text NOT NULL REFERENCES batch,
  kind        text NOT NULL CHECK (kind IN ('unreachable support', 'scar on a show face', 'missing drain hole', 'warped', 'other')),
  -- x y z in the file's own axes, mm
  at_mm       jsonb,
  text        text NOT NULL DEFAULT '',
  at          timestamptz NOT NULL,
  by          text NOT NULL,
  command_id  text NOT NULL
);
CREATE INDEX part_note_of_part ON part_note (part, seq DESC);
CREATE TRIGGER part_note_is_a_fact BEFORE UPDATE OR DELETE OR TRUNCATE ON part_note FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Resin cards are versions that never change; each says why it was made.
ALTER TABLE resin_card ADD COLUMN note text NOT NULL DEFAULT '';
ALTER TABLE resin_card ADD COLUMN at timestamptz;
ALTER TABLE resin_card ADD COLUMN by text;
CREATE TRIGGER resin_card_is_a_fact BEFORE UPDATE ON resin_card FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Photos by their SHA-256, in chunks, so that one backup holds everything.
CREATE TABLE photo (
  sha256 text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
  media  text NOT NULL CHECK (media IN ('image/png', 'image/jpeg', 'image/webp')),
  bytes  bigint NOT NULL,
  at     timestamptz NOT NULL
);
CREATE TABLE photo_chunk (
  sha256 text NOT NULL REFERENCES photo,
  place  int  NOT NULL,
  data   bytea NOT NULL,
  PRIMARY KEY (sha256, place)
);

-- the batches that stand behind a card
CREATE INDEX batch_of_card ON batch ((state->'card'->>'id'));
