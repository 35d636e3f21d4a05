-- What thermal cameras read at one point, for the watch that stands there: of the last day. What a round took over stands with its step.
CREATE TABLE spot_reading (
  organisation_id uuid NOT NULL,
  device_id uuid NOT NULL,
  at timestamptz NOT NULL,
  kelvin double precision NOT NULL CHECK (kelvin BETWEEN 233.15 AND 1273.15),
  received_at timestamptz NOT NULL,
  PRIMARY KEY (device_id, at),
  FOREIGN KEY (organisation_id, device_id) REFERENCES air_device (organisation_id, id)
);
ALTER TABLE spot_reading ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON spot_reading USING (organisation_id = (SELECT current_organisation()))
  WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT, DELETE ON spot_reading TO zonaris_app;
