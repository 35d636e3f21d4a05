-- A calendar of what is due, read by a program of its owner by an address that nobody can guess; one a person.
CREATE TABLE calendar_feed (
  person_id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  token_hash text NOT NULL UNIQUE CHECK (length(token_hash) = 64),
  created_at timestamptz NOT NULL,
  last_read_at timestamptz,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
ALTER TABLE calendar_feed ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON calendar_feed
  USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, UPDATE, DELETE ON calendar_feed TO zonaris_app;

-- Found before the organisation is known; answers only whose it is. Whoever has left reads nothing.
CREATE FUNCTION auth_find_calendar(wanted text)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT p.id, p.organisation_id, p.site_id
  FROM calendar_feed f JOIN person p ON p.id = f.person_id
  WHERE f.token_hash = wanted AND p.active
$$;
REVOKE ALL ON FUNCTION auth_find_calendar(text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_find_calendar(text) TO zonaris_app;
