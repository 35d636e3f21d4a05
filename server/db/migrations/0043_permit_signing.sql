-- What was signed, word for word, with its hash: written once for each version of a draft that somebody signed.
CREATE TABLE permit_snapshot (
  organisation_id uuid NOT NULL,
  permit_id uuid NOT NULL,
  version integer NOT NULL,
  content text NOT NULL CHECK (length(content) <= 200000),
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$'),
  at timestamptz NOT NULL,
  PRIMARY KEY (permit_id, version),
  FOREIGN KEY (organisation_id, permit_id) REFERENCES permit (organisation_id, id)
);
ALTER TABLE permit_snapshot ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON permit_snapshot
  USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT ON permit_snapshot TO zonaris_app;

ALTER TABLE permit_event
  DROP CONSTRAINT permit_event_kind_check,
  ADD CONSTRAINT permit_event_kind_check
    CHECK (kind IN ('action', 'round', 'sign', 'override', 'hand_over', 'void', 'extend'));

-- Of a printed permit, whoever reads it: whether it is the one on record, and what became of it. Nothing else is told without signing in.
CREATE FUNCTION verify_permit(wanted uuid, printed text) RETURNS TABLE (
  organisation_id uuid,
  number integer,
  state text,
  valid_to timestamptz,
  time_zone text,
  is_current boolean,
  newest bigint
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT
    p.organisation_id, p.number, p.state, p.valid_to, s.time_zone, n.version = p.version,
    (SELECT max(audit_seq) FROM permit_event WHERE permit_id = p.id)
  FROM permit p
    JOIN permit_snapshot n ON n.permit_id = p.id AND n.hash = printed
    JOIN site s ON s.id = p.site_id
  WHERE p.id = wanted
  ORDER BY n.version DESC
  LIMIT 1
$$;
REVOKE ALL ON FUNCTION verify_permit(uuid, text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION verify_permit(uuid, text) TO zonaris_app;
