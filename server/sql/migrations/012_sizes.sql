-- sizes taken with a caliper stand with their batch; the series of a part is read over the few batches that have some
CREATE INDEX batch_measured ON batch (created_at DESC) WHERE state ? 'sizes';
