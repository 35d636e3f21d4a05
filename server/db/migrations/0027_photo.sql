-- Photos of gear. What is known of one stands here; its image apart, so that nobody reads images by the way.
CREATE TABLE photo (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  -- A piece of gear or a cylinder.
  item_id uuid NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  -- Of the piece itself; otherwise of a line of an inspection, once that is logged.
  portrait boolean NOT NULL,
  inspection_id uuid REFERENCES inspection (id),
  line text,
  width integer NOT NULL CHECK (width BETWEEN 1 AND 1600),
  height integer NOT NULL CHECK (height BETWEEN 1 AND 1600),
  bytes integer NOT NULL CHECK (bytes BETWEEN 1 AND 1500000),
  -- Of what was sent.
  digest text NOT NULL CHECK (length(digest) = 64),
  rehearsal boolean NOT NULL DEFAULT false,
  removed_at timestamptz,
  removed_by uuid,
  removed_why text,
  CHECK ((inspection_id IS NULL) = (line IS NULL)),
  CHECK (NOT portrait OR inspection_id IS NULL),
  CHECK ((removed_at IS NULL) = (removed_by IS NULL) AND (removed_at IS NULL) = (removed_why IS NULL)),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, removed_by) REFERENCES person (organisation_id, id)
);
CREATE INDEX photo_of_inspection ON photo (inspection_id) WHERE inspection_id IS NOT NULL;
CREATE INDEX photo_portrait ON photo (item_id, at DESC) WHERE portrait AND removed_at IS NULL;
CREATE INDEX photo_waiting ON photo (person_id, at) WHERE inspection_id IS NULL AND NOT portrait;

CREATE TABLE photo_image (
  photo_id uuid PRIMARY KEY REFERENCES photo (id) ON DELETE CASCADE,
  organisation_id uuid NOT NULL,
  image bytea NOT NULL CHECK (octet_length(image) <= 1500000),
  thumb bytea NOT NULL CHECK (octet_length(thumb) <= 100000)
);
-- A JPEG is as small as it gets.
ALTER TABLE photo_image ALTER COLUMN image SET STORAGE EXTERNAL, ALTER COLUMN thumb SET STORAGE EXTERNAL;

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['photo', 'photo_image'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT, DELETE ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE (inspection_id, line, removed_at, removed_by, removed_why) ON photo TO zonaris_app;
-- What belongs to a record stays; its image may be taken away, with a reason.
CREATE POLICY only_waiting_is_dropped ON photo AS RESTRICTIVE FOR DELETE
  USING (inspection_id IS NULL AND NOT portrait);
