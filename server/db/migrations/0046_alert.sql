-- Alerts: what the server calls people for, whom it called when and how, and who said to be on it.

-- How soon a site calls whom, minutes. No row: the usual ones.
CREATE TABLE alert_rule (
  site_id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  late integer NOT NULL CHECK (late BETWEEN 1 AND 5),
  missed integer NOT NULL CHECK (missed BETWEEN 2 AND 15 AND missed > late),
  hold integer NOT NULL CHECK (hold BETWEEN 1 AND 10),
  expiring integer NOT NULL CHECK (expiring BETWEEN 5 AND 60),
  unwatched integer NOT NULL CHECK (unwatched BETWEEN 2 AND 15),
  silent integer NOT NULL CHECK (silent BETWEEN 2 AND 15),
  version integer NOT NULL DEFAULT 1,
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

-- Whom to call outside the shop: the works fire brigade, the night porter, the landlord.
CREATE TABLE outside_contact (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  what text NOT NULL CHECK (length(what) <= 120),
  phone text CHECK (length(phone) BETWEEN 3 AND 40),
  email text CHECK (length(email) BETWEEN 3 AND 254),
  -- Called by the server as well, not only shown.
  called boolean NOT NULL,
  removed_at timestamptz,
  version integer NOT NULL DEFAULT 1,
  UNIQUE (organisation_id, id),
  CHECK (phone IS NOT NULL OR email IS NOT NULL),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX outside_contacts ON outside_contact (site_id) WHERE removed_at IS NULL;

-- A number for texts, which each gives for themselves.
ALTER TABLE person ADD COLUMN text_number text CHECK (length(text_number) BETWEEN 3 AND 40);

-- Browsers that take a push, each on one device of one person.
CREATE TABLE push_device (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  person_id uuid NOT NULL,
  endpoint text NOT NULL UNIQUE CHECK (length(endpoint) <= 1000),
  p256dh text NOT NULL CHECK (length(p256dh) <= 200),
  auth text NOT NULL CHECK (length(auth) <= 100),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  created_at timestamptz NOT NULL,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX push_devices_of ON push_device (person_id);

-- One row: the keys by which push services know this installation. The private one is sealed.
CREATE TABLE push_key (
  is_only boolean PRIMARY KEY DEFAULT true CHECK (is_only),
  public_key text NOT NULL,
  sealed_private_key text NOT NULL
);
ALTER TABLE push_key ENABLE ROW LEVEL SECURITY;
CREATE POLICY everybody ON push_key USING (true) WITH CHECK (true);
GRANT SELECT, INSERT ON push_key TO zonaris_app;

-- When the watch of a permit was last on a screen, by device.
CREATE TABLE watch_seen (
  organisation_id uuid NOT NULL,
  permit_id uuid NOT NULL,
  device uuid NOT NULL,
  person_id uuid NOT NULL,
  seen_at timestamptz NOT NULL,
  PRIMARY KEY (permit_id, device),
  FOREIGN KEY (organisation_id, permit_id) REFERENCES permit (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

CREATE TABLE alert (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL CHECK (
    kind IN ('fire', 'round', 'unwatched', 'silent_phone', 'expiring', 'overrun', 'detectors', 'silent_monitor')
  ),
  permit_id uuid,
  device_id uuid,
  -- The same need has the same key, whichever server looks and however often.
  key text NOT NULL CHECK (length(key) BETWEEN 1 AND 200),
  since timestamptz NOT NULL,
  raised_at timestamptz NOT NULL,
  raised_by uuid,
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 500),
  ended_at timestamptz,
  rehearsal boolean NOT NULL,
  UNIQUE (organisation_id, id),
  CHECK (num_nonnulls(permit_id, device_id) = 1),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, permit_id) REFERENCES permit (organisation_id, id),
  FOREIGN KEY (organisation_id, device_id) REFERENCES air_device (organisation_id, id),
  FOREIGN KEY (organisation_id, raised_by) REFERENCES person (organisation_id, id)
);
-- One open alert for each need, whoever looks.
CREATE UNIQUE INDEX alert_of_need ON alert (organisation_id, key) WHERE ended_at IS NULL;
CREATE INDEX alerts_open ON alert (site_id) WHERE ended_at IS NULL;
CREATE INDEX alerts_newest ON alert (site_id, since DESC, id);

CREATE TABLE alert_step (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  alert_id uuid NOT NULL,
  step integer NOT NULL,
  circle text NOT NULL CHECK (circle IN ('watch', 'leads', 'everybody')),
  -- When it was to be, and when it was.
  due_at timestamptz NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (alert_id, step),
  FOREIGN KEY (organisation_id, alert_id) REFERENCES alert (organisation_id, id)
);

-- Somebody is on it; each says so once.
CREATE TABLE alert_answer (
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  alert_id uuid NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (alert_id, person_id),
  FOREIGN KEY (organisation_id, alert_id) REFERENCES alert (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

-- Who is told what, how. Written with the step that asks for it; sent by a job of the same id.
CREATE TABLE message (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  alert_id uuid,
  -- The step that it belongs to; null: that the alert is over, or a trial.
  step integer,
  person_id uuid,
  contact_id uuid,
  channel text NOT NULL CHECK (channel IN ('page', 'push', 'mail', 'text')),
  -- Where to; of a push the device.
  address text NOT NULL CHECK (length(address) <= 254),
  subject text NOT NULL,
  body text NOT NULL,
  link text NOT NULL,
  made_at timestamptz NOT NULL,
  sent_at timestamptz,
  tries integer NOT NULL DEFAULT 0,
  failure text,
  -- Given up: it was tried as often as it is tried.
  given_up_at timestamptz,
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, alert_id) REFERENCES alert (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id),
  FOREIGN KEY (organisation_id, contact_id) REFERENCES outside_contact (organisation_id, id)
);
-- Nobody is told the same twice.
CREATE UNIQUE INDEX message_once ON message (alert_id, step, person_id, contact_id, channel, address) NULLS NOT DISTINCT
  WHERE alert_id IS NOT NULL;
CREATE INDEX messages_of_alert ON message (alert_id, made_at);
CREATE INDEX messages_of_person ON message (person_id, made_at);

-- When a site is looked at next. A row and not a message: nobody can lose it.
CREATE TABLE site_look (
  site_id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  look_at timestamptz NOT NULL,
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX site_looks ON site_look (look_at);

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY[
    'alert_rule', 'outside_contact', 'push_device', 'watch_seen', 'alert', 'alert_step', 'alert_answer', 'message', 'site_look'
  ] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format(
      'CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation()))
       WITH CHECK (organisation_id = current_organisation())', name);
  END LOOP;
END $$;
GRANT SELECT, INSERT, UPDATE ON alert_rule, outside_contact, watch_seen, alert, message, site_look TO zonaris_app;
GRANT SELECT, INSERT ON alert_step, alert_answer TO zonaris_app;
GRANT SELECT, INSERT, UPDATE, DELETE ON push_device TO zonaris_app;

-- A device is one person's: whoever signs in there next takes it over, in whatever organisation.
CREATE FUNCTION push_device_leaves(wanted text) RETURNS void
  LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  DELETE FROM push_device WHERE endpoint = wanted
$$;
REVOKE ALL ON FUNCTION push_device_leaves(text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION push_device_leaves(text) TO zonaris_app;

-- What changes a permit, its record or an answer has its site looked at again. Always written, so that it waits for a look under way, which may not
-- have seen it; and at the very end of the transaction, so that everybody takes locks in one order.
CREATE FUNCTION look_again(organisation uuid, site uuid) RETURNS void LANGUAGE sql
  SET search_path = pg_catalog, public, pg_temp AS $$
  INSERT INTO site_look (organisation_id, site_id, look_at) VALUES (organisation, site, '-infinity')
  ON CONFLICT (site_id) DO UPDATE SET look_at = '-infinity'
$$;
CREATE FUNCTION look_again_by_site() RETURNS trigger LANGUAGE plpgsql
  SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM look_again(NEW.organisation_id, NEW.site_id);
  RETURN NULL;
END $$;
CREATE FUNCTION look_again_by_permit() RETURNS trigger LANGUAGE plpgsql
  SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  PERFORM look_again(organisation_id, site_id)
  FROM permit WHERE id = NEW.permit_id AND work_started_at IS NOT NULL;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER look_again AFTER UPDATE ON permit DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW.work_started_at IS NOT NULL) EXECUTE FUNCTION look_again_by_site();
CREATE CONSTRAINT TRIGGER look_again AFTER INSERT ON permit_event DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION look_again_by_permit();
CREATE CONSTRAINT TRIGGER look_again AFTER INSERT ON alert_answer DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION look_again_by_site();
CREATE CONSTRAINT TRIGGER look_again AFTER INSERT OR UPDATE ON alert_rule DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION look_again_by_site();
CREATE CONSTRAINT TRIGGER look_again AFTER INSERT ON alert DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW.kind = 'fire') EXECUTE FUNCTION look_again_by_site();
CREATE CONSTRAINT TRIGGER look_again AFTER INSERT ON air_device DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION look_again_by_site();

INSERT INTO site_look (organisation_id, site_id, look_at)
  SELECT organisation_id, site_id, '-infinity'::timestamptz FROM permit WHERE work_started_at IS NOT NULL
  UNION SELECT organisation_id, site_id, '-infinity'::timestamptz FROM air_device WHERE revoked_at IS NULL
  ON CONFLICT DO NOTHING;

-- Sites whose time has come, whatever the organisation: the server looks after all of them.
CREATE FUNCTION sites_to_look(moment timestamptz, most integer)
  RETURNS TABLE (organisation_id uuid, site_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT organisation_id, site_id FROM site_look WHERE look_at <= moment ORDER BY look_at LIMIT most
$$;
REVOKE ALL ON FUNCTION sites_to_look(timestamptz, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION sites_to_look(timestamptz, integer) TO zonaris_app;

-- Screens hear of it.
CREATE TRIGGER tell_insert AFTER INSERT ON alert REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
CREATE TRIGGER tell_update AFTER UPDATE ON alert REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
CREATE TRIGGER tell_insert AFTER INSERT ON alert_step REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
CREATE TRIGGER tell_insert AFTER INSERT ON alert_answer REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
CREATE TRIGGER tell_update AFTER UPDATE ON message REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION tell_change('alerts', 'site');
