-- How far the copy of the audit on another machine has come.
CREATE TABLE audit_copied (
  organisation_id uuid PRIMARY KEY REFERENCES organisation,
  seq bigint NOT NULL
);
ALTER TABLE audit_copied ENABLE ROW LEVEL SECURITY;

-- The next rows to copy, of every organisation, oldest first. The text is what the hash was made of.
CREATE FUNCTION audit_to_copy(most integer)
  RETURNS TABLE (organisation uuid, seq bigint, text text, prev_hash text, hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT a.organisation_id, a.seq, audit_text(a), a.prev_hash, a.hash
  FROM organisation o
    LEFT JOIN audit_copied c ON c.organisation_id = o.id
    JOIN LATERAL (
      SELECT * FROM audit WHERE organisation_id = o.id AND seq > coalesce(c.seq, 0) ORDER BY seq LIMIT most
    ) a ON true
  ORDER BY a.organisation_id, a.seq
  LIMIT most
$$;

-- Kept elsewhere up to this row; never back.
CREATE FUNCTION audit_copied_to(wanted uuid, reached bigint) RETURNS void
  LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO audit_copied VALUES (wanted, reached)
  ON CONFLICT (organisation_id) DO UPDATE SET seq = greatest(audit_copied.seq, EXCLUDED.seq)
$$;
REVOKE ALL ON FUNCTION audit_to_copy(integer), audit_copied_to(uuid, bigint) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION audit_to_copy(integer), audit_copied_to(uuid, bigint) TO zonaris_app;
