-- A phone that keeps entries while it has no signal, and the key by which it signs them. One person's on one browser.
CREATE TABLE phone (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  -- A point on P-256.
  key_x text NOT NULL CHECK (length(key_x) = 43),
  key_y text NOT NULL CHECK (length(key_y) = 43),
  created_at timestamptz NOT NULL,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX phone_of_person ON phone (person_id);

-- What was entered without a signal and came later: numbered by its phone, and what became of it.
CREATE TABLE late_entry (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  phone_id uuid NOT NULL,
  number integer NOT NULL CHECK (number > 0),
  person_id uuid NOT NULL,
  route text NOT NULL,
  -- What it is about, as a permit or a piece of gear.
  subject uuid,
  -- Of the route, its subject and its body.
  digest text NOT NULL CHECK (length(digest) = 64),
  -- The phone's clock when it was made and when it was sent, and the server's when it came.
  entered_at timestamptz NOT NULL,
  sent_at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  -- When it was made by the clock of the shop; null: not known.
  made_at timestamptz,
  -- Null: it was written.
  refusal text,
  -- What was refused, so that it is not lost.
  content jsonb,
  PRIMARY KEY (phone_id, number),
  CHECK (refusal IS NOT NULL OR content IS NULL),
  FOREIGN KEY (organisation_id, phone_id) REFERENCES phone (organisation_id, id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX late_entry_of_site ON late_entry (site_id, received_at DESC);
CREATE INDEX late_entry_of_person ON late_entry (person_id, received_at DESC);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['phone', 'late_entry'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = (SELECT current_organisation()))', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE (name) ON phone TO zonaris_app;
-- What was refused once may be written when it is sent again.
GRANT UPDATE (refusal, content, received_at, sent_at, made_at) ON late_entry TO zonaris_app;

-- When a step was taken, by which a round counts; null: not known, so it counts for none. `at` says when it was put on record.
ALTER TABLE permit_event ADD COLUMN counts_at timestamptz;
UPDATE permit_event SET counts_at = at;

-- More rounds of its watch are on their way from a phone that had no signal: nobody is called for those until then.
ALTER TABLE permit ADD COLUMN rounds_until timestamptz;

-- A photo of what was seen on a round.
ALTER TABLE photo
  ADD COLUMN event_id uuid REFERENCES permit_event (id),
  DROP CONSTRAINT photo_check,
  DROP CONSTRAINT photo_check1,
  ADD CONSTRAINT photo_line CHECK ((inspection_id IS NULL AND event_id IS NULL) = (line IS NULL)),
  ADD CONSTRAINT photo_of_one CHECK (num_nonnulls(inspection_id, event_id) <= CASE WHEN portrait THEN 0 ELSE 1 END);
CREATE INDEX photo_of_event ON photo (event_id) WHERE event_id IS NOT NULL;
DROP INDEX photo_waiting;
CREATE INDEX photo_waiting ON photo (person_id, at) WHERE inspection_id IS NULL AND event_id IS NULL AND NOT portrait;
GRANT UPDATE (event_id) ON photo TO zonaris_app;
DROP POLICY only_waiting_is_dropped ON photo;
CREATE POLICY only_waiting_is_dropped ON photo AS RESTRICTIVE FOR DELETE
  USING (inspection_id IS NULL AND event_id IS NULL AND NOT portrait);

-- Whoever stands watch stays signed in: as long as it is owed, and on for some hours without a signal; a day and a half in all.
CREATE FUNCTION auth_watch_holds(wanted uuid) RETURNS void
  LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  UPDATE sign_in
  SET expires_at = least(clock_timestamp() + interval '9 hours', created_at + interval '36 hours')
  WHERE id = wanted AND kind = 'account' AND revoked_at IS NULL
    AND expires_at > clock_timestamp()
    AND expires_at < least(clock_timestamp() + interval '8 hours', created_at + interval '36 hours')
$$;
REVOKE ALL ON FUNCTION auth_watch_holds(uuid) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION auth_watch_holds(uuid) TO zonaris_app;

-- Screens hear of it.
CREATE TRIGGER tell_insert AFTER INSERT ON late_entry REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('permits', 'site');
CREATE TRIGGER tell_update AFTER UPDATE ON late_entry REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('permits', 'site');
