-- What lists say of a batch, beside its state: a page of them reads no state. Filled in at the start, by the program that knows how.
ALTER TABLE batch ADD COLUMN summary jsonb;

-- An index that asks the state made every change of a state write all indexes anew.
DROP INDEX batch_measured;
ALTER TABLE batch ADD COLUMN measured boolean GENERATED ALWAYS AS (state ? 'sizes') STORED;
CREATE INDEX batch_measured ON batch (created_at DESC) WHERE measured;
