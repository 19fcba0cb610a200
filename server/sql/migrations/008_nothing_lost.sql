-- What a command asked for: its id stands for that alone. Commands of before have nothing to compare.
ALTER TABLE command ADD COLUMN asked text;

-- Files come in pieces that let others in between; the row of the whole is written last.
ALTER TABLE mesh_chunk DROP CONSTRAINT mesh_chunk_sha256_fkey;
ALTER TABLE photo_chunk DROP CONSTRAINT photo_chunk_sha256_fkey;
ALTER TABLE mesh_chunk ALTER COLUMN data SET STORAGE EXTERNAL;
ALTER TABLE photo_chunk ALTER COLUMN data SET STORAGE EXTERNAL;

-- A device that was taken away: what it measured stays, its token counts no more.
ALTER TABLE device ADD COLUMN removed_at timestamptz;

-- What was taken back is asked for at every read of the bench.
CREATE INDEX ledger_posting_reverses ON ledger_posting (reverses) WHERE reverses IS NOT NULL;
