-- Steps of setting up a shop that a person ticks off, as what was printed leaves no trace.
CREATE TABLE begin_mark (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  step text NOT NULL CHECK (step IN ('rooms', 'booths', 'publish', 'people', 'gear', 'labels')),
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (site_id, step),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
ALTER TABLE begin_mark ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON begin_mark USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, DELETE ON begin_mark TO zonaris_app;
