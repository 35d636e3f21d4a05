-- A second factor: a key from which a device of the person makes codes. Sealed by a key that is not in the database.
CREATE TABLE second_factor (
  organisation_id uuid NOT NULL REFERENCES organisation,
  person_id uuid PRIMARY KEY,
  sealed_key text NOT NULL,
  -- Counts from the day on which a first code was right.
  confirmed_at timestamptz,
  -- The newest half minute of which a code was used: each code opens once.
  last_step bigint NOT NULL DEFAULT 0,
  -- Digests of the recovery codes that are left.
  recovery text[] NOT NULL DEFAULT '{}',
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
ALTER TABLE second_factor ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON second_factor USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, UPDATE, DELETE ON second_factor TO zonaris_app;

-- Whether this site asks its safety leads for one.
ALTER TABLE site ADD COLUMN lead_factor boolean NOT NULL DEFAULT false;

DROP FUNCTION auth_find_sign_in(uuid);
CREATE FUNCTION auth_find_sign_in(wanted uuid)
  RETURNS TABLE (person_id uuid, organisation_id uuid, site_id uuid, name text, role text, kind text, station_id uuid, lacks_factor boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT p.id, p.organisation_id, p.site_id, p.name, s.role, s.kind, s.station_id,
    s.kind = 'account' AND s.role = 'lead' AND t.lead_factor
      AND NOT EXISTS (SELECT 1 FROM second_factor f WHERE f.person_id = p.id AND f.confirmed_at IS NOT NULL)
  FROM sign_in s JOIN person p ON p.id = s.person_id JOIN site t ON t.id = p.site_id
  WHERE s.id = wanted AND s.revoked_at IS NULL AND s.expires_at > clock_timestamp()
    AND p.active AND p.role = s.role AND p.access_version = s.access_version
$$;
REVOKE ALL ON FUNCTION auth_find_sign_in(uuid) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_find_sign_in(uuid) TO zonaris_app;
