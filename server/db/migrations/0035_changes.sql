-- Whoever looks at a screen is told that something changed: only what, never the rows. What changed is then read as ever, by role.

-- One message; the id is that of the transaction.
CREATE FUNCTION tell(organisation uuid, site uuid, topic text) RETURNS void LANGUAGE sql
  SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT pg_notify(
    'zonaris_change',
    json_build_object(
      'id', pg_current_xact_id()::text,
      'organisation', organisation,
      'site', site,
      'topic', topic
    )::text
  )
$$;

-- Told once a transaction for each organisation, site and topic; a table without a site tells the whole organisation.
CREATE FUNCTION tell_change() RETURNS trigger LANGUAGE plpgsql
  SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE change record;
BEGIN
  IF TG_ARGV[1] = 'site' THEN
    FOR change IN SELECT DISTINCT organisation_id, site_id FROM changed LOOP
      PERFORM tell(change.organisation_id, change.site_id, TG_ARGV[0]);
    END LOOP;
  ELSE
    FOR change IN SELECT DISTINCT organisation_id FROM changed LOOP
      PERFORM tell(change.organisation_id, NULL, TG_ARGV[0]);
    END LOOP;
  END IF;
  RETURN NULL;
END $$;

DO $$
DECLARE
  told record;
  how text;
BEGIN
  FOR told IN
    SELECT * FROM (VALUES
      ('plan', 'plan_version'),
      ('draft', 'plan'), ('draft', 'plan_thing'),
      ('gear', 'gear'), ('gear', 'gear_look'), ('gear', 'inspection'), ('gear', 'open_point'), ('gear', 'shop_round'),
      ('gas', 'cylinder'), ('gas', 'cylinder_event'), ('gas', 'gas_store'), ('gas', 'set_run'),
      ('people', 'person'), ('people', 'person_kit'), ('people', 'clearance'), ('people', 'found_shade'),
      ('sessions', 'session'), ('sessions', 'session_member'), ('sessions', 'session_station'),
      ('jobs', 'job'), ('jobs', 'air_assessment'), ('jobs', 'gas_test'),
      ('permits', 'permit'), ('permits', 'permit_event'),
      ('air', 'air_alarm'), ('air', 'hood'), ('air', 'hood_survey'), ('air', 'air_device'),
      ('monitors', 'air_reading'),
      ('stations', 'station'),
      ('stores', 'stock'), ('stores', 'stock_move'),
      ('rules', 'house_chart')
    ) AS t (topic, name)
  LOOP
    SELECT CASE WHEN EXISTS (
      SELECT 1 FROM information_schema.columns
      WHERE table_schema = 'public' AND table_name = told.name AND column_name = 'site_id'
    ) THEN 'site' ELSE 'organisation' END INTO how;
    EXECUTE format(
      'CREATE TRIGGER tell_insert AFTER INSERT ON %I REFERENCING NEW TABLE AS changed
       FOR EACH STATEMENT EXECUTE FUNCTION tell_change(%L, %L)',
      told.name, told.topic, how
    );
    EXECUTE format(
      'CREATE TRIGGER tell_update AFTER UPDATE ON %I REFERENCING NEW TABLE AS changed
       FOR EACH STATEMENT EXECUTE FUNCTION tell_change(%L, %L)',
      told.name, told.topic, how
    );
    EXECUTE format(
      'CREATE TRIGGER tell_delete AFTER DELETE ON %I REFERENCING OLD TABLE AS changed
       FOR EACH STATEMENT EXECUTE FUNCTION tell_change(%L, %L)',
      told.name, told.topic, how
    );
  END LOOP;
END $$;
