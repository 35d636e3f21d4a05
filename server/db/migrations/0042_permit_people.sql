-- Further watchers of a permit, each on a side of their own; who stands outside a closed space; who puts detectors back.
CREATE TABLE permit_watcher (
  organisation_id uuid NOT NULL,
  permit_id uuid NOT NULL,
  person_id uuid NOT NULL,
  side text NOT NULL CHECK (length(side) BETWEEN 1 AND 120),
  PRIMARY KEY (permit_id, person_id),
  FOREIGN KEY (organisation_id, permit_id) REFERENCES permit (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX permits_watched ON permit_watcher (person_id);
ALTER TABLE permit_watcher ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON permit_watcher
  USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, UPDATE, DELETE ON permit_watcher TO zonaris_app;

ALTER TABLE permit
  ADD COLUMN attendant_id uuid,
  ADD COLUMN rescue text NOT NULL DEFAULT '' CHECK (length(rescue) <= 500),
  ADD COLUMN puts_back_id uuid,
  ADD FOREIGN KEY (organisation_id, attendant_id) REFERENCES person (organisation_id, id),
  ADD FOREIGN KEY (organisation_id, puts_back_id) REFERENCES person (organisation_id, id);

-- Where somebody may be at work under a permit, whatever the organisation: the server looks after all of them.
CREATE FUNCTION sites_at_work() RETURNS TABLE (organisation_id uuid, site_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT DISTINCT organisation_id, site_id FROM permit WHERE state IN ('issued', 'working')
$$;
REVOKE ALL ON FUNCTION sites_at_work() FROM PUBLIC;
GRANT EXECUTE ON FUNCTION sites_at_work() TO zonaris_app;
