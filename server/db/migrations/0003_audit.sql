-- Append-only log; each row carries the hash of the one before, so a change anywhere breaks every hash after it.
CREATE TABLE audit (
  organisation_id uuid NOT NULL REFERENCES organisation (id),
  seq bigint NOT NULL,
  at timestamptz NOT NULL,
  person_id uuid,
  action text NOT NULL,
  subject text NOT NULL,
  subject_id uuid,
  details jsonb NOT NULL,
  rehearsal boolean NOT NULL,
  prev_hash text NOT NULL,
  hash text NOT NULL,
  PRIMARY KEY (organisation_id, seq)
);
CREATE INDEX audit_of_subject ON audit (subject_id, seq);

-- The newest row of each chain: serialises writers, and shows when rows are cut off at the end.
CREATE TABLE audit_head (
  organisation_id uuid PRIMARY KEY REFERENCES organisation (id),
  seq bigint NOT NULL,
  hash text NOT NULL
);

-- Text that is hashed. UTC and epoch microseconds, so that no session setting changes it.
CREATE FUNCTION audit_text(a audit) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT concat_ws('|', a.organisation_id, a.seq, (extract(epoch FROM a.at) * 1000000)::bigint, coalesce(a.person_id::text, '-'), a.action, a.subject,
    coalesce(a.subject_id::text, '-'), a.details::text, a.rehearsal, a.prev_hash)
$$;

CREATE FUNCTION audit_chain() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE head audit_head;
BEGIN
  INSERT INTO audit_head VALUES (NEW.organisation_id, 0, repeat('0', 64)) ON CONFLICT DO NOTHING;
  SELECT * INTO head FROM audit_head WHERE organisation_id = NEW.organisation_id FOR UPDATE;
  NEW.seq := head.seq + 1;
  NEW.prev_hash := head.hash;
  NEW.hash := encode(sha256(convert_to(audit_text(NEW), 'UTF8')), 'hex');
  UPDATE audit_head SET seq = NEW.seq, hash = NEW.hash WHERE organisation_id = NEW.organisation_id;
  RETURN NEW;
END $$;
CREATE TRIGGER audit_chain BEFORE INSERT ON audit FOR EACH ROW EXECUTE FUNCTION audit_chain();

CREATE FUNCTION audit_is_final() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN RAISE EXCEPTION 'The audit log is append-only.' USING ERRCODE = 'insufficient_privilege'; END $$;
CREATE TRIGGER audit_no_change BEFORE UPDATE OR DELETE ON audit FOR EACH ROW EXECUTE FUNCTION audit_is_final();
CREATE TRIGGER audit_no_truncate BEFORE TRUNCATE ON audit FOR EACH STATEMENT EXECUTE FUNCTION audit_is_final();

-- Row security, the same on every table that belongs to an organisation.
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['site', 'site_counter', 'person', 'sign_in', 'api_token', 'station', 'equipment', 'cylinder', 'inspection', 'job', 'job_equipment', 'job_cylinder', 'permit', 'permit_event', 'audit'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
ALTER TABLE organisation ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON organisation USING (id = current_organisation());
GRANT SELECT ON organisation TO zonaris_app;
ALTER TABLE attempt ENABLE ROW LEVEL SECURITY;
ALTER TABLE audit_head ENABLE ROW LEVEL SECURITY;

-- Changing is granted where the product changes things; inspections, events and audit only grow.
GRANT UPDATE ON site, site_counter, person, sign_in, api_token, station, equipment, cylinder, job, permit TO zonaris_app;
GRANT DELETE ON job_equipment, job_cylinder TO zonaris_app;
