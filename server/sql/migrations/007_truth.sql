-- An estimate carries what the book says since, until the filter has caught up: how far the book was, and what it held then.
ALTER TABLE bath_estimate ADD COLUMN posting_seq bigint NOT NULL DEFAULT 0;
ALTER TABLE bath_estimate ADD COLUMN book jsonb;

-- The liquid that a vessel was named for before a posting named it anew: taken back, it is called so again.
ALTER TABLE ledger_posting ADD COLUMN liquids_before jsonb;
