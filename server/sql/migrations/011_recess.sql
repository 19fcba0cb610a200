-- How slowly recesses are washed: what looks have shown of a family of resin in liquid that is moved in one way.
CREATE TABLE recess_belief (
  family    text NOT NULL,
  agitation text NOT NULL,
  body      jsonb NOT NULL,
  fitted_at timestamptz NOT NULL,
  PRIMARY KEY (family, agitation)
);
