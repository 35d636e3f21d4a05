-- A look at a site kept the row of its time while it read, and whoever wrote there waited for it, with everybody behind in the chain of the audit.
-- Now it is counted how often a look was asked for: one that was asked for meanwhile does not set its time.
ALTER TABLE site_look ADD COLUMN asked bigint NOT NULL DEFAULT 0;

CREATE OR REPLACE FUNCTION look_again(organisation uuid, site uuid) RETURNS void LANGUAGE sql
  SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO site_look AS l (organisation_id, site_id, look_at) VALUES (organisation, site, '-infinity')
  ON CONFLICT (site_id) DO UPDATE SET look_at = '-infinity', asked = l.asked + 1
$$;
