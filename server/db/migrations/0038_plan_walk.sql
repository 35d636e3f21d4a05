-- How far it is on foot from each station to each extinguisher, on each published plan; a pair that no rule lets be so far apart is left out.
CREATE TABLE plan_walk (
  plan_version_id uuid NOT NULL,
  organisation_id uuid NOT NULL,
  station_id uuid NOT NULL,
  gear_id uuid NOT NULL,
  metres double precision NOT NULL CHECK (metres >= 0 AND metres < 'Infinity'),
  PRIMARY KEY (plan_version_id, station_id, gear_id),
  FOREIGN KEY (organisation_id, plan_version_id) REFERENCES plan_version (organisation_id, id)
);
ALTER TABLE plan_walk ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON plan_walk
  USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT ON plan_walk TO zonaris_app;
