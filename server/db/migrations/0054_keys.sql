-- The organisation stands in every key, so that organisations can be spread over servers by it. Not in those by which one who is not known yet is found:
-- a sign-in, a known device, a token, the code of a station, the address of a device that is pushed to. They stay on every server.
CREATE FUNCTION pg_temp.found_without() RETURNS text[] LANGUAGE sql IMMUTABLE AS $$
  SELECT ARRAY[
    'sign_in_pkey', 'known_device_pkey', 'air_device_token_hash_key', 'api_token_token_hash_key',
    'calendar_feed_token_hash_key', 'push_device_endpoint_key', 'station_code_once'
  ]
$$;

-- Where the organisation stands among the columns of a table; null: it has none.
CREATE FUNCTION pg_temp.organisation_of(t oid) RETURNS smallint LANGUAGE sql AS $$
  SELECT attnum FROM pg_attribute WHERE attrelid = t AND attname = 'organisation_id' AND NOT attisdropped
$$;

-- A foreign key by which it was found without the organisation, with it.
CREATE FUNCTION pg_temp.with_organisation(definition text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE
    WHEN definition LIKE 'FOREIGN KEY (organisation_id%' THEN definition
    ELSE regexp_replace(
      replace(definition, 'FOREIGN KEY (', 'FOREIGN KEY (organisation_id, '),
      '(REFERENCES [a-z_]+)\(', '\1(organisation_id, '
    )
  END
$$;

DO $$
DECLARE
  key record;
  twin name;
  resting text[];
  taken_off text[];
  statement text;
BEGIN
  IF (SELECT count(*) FROM pg_constraint WHERE conname = ANY (pg_temp.found_without())) <> cardinality(pg_temp.found_without()) THEN
    RAISE EXCEPTION 'A key that stays as it is goes by another name.';
  END IF;
  FOR key IN
    SELECT
      con.conname AS name, con.conrelid AS of_table, con.conrelid::regclass AS table_name, con.conindid AS index,
      CASE con.contype WHEN 'p' THEN 'PRIMARY KEY' ELSE 'UNIQUE' END AS kind,
      CASE WHEN i.indnullsnotdistinct THEN ' NULLS NOT DISTINCT' ELSE '' END AS nulls,
      (
        SELECT string_agg(quote_ident(a.attname), ', ' ORDER BY u.place)
        FROM unnest(con.conkey) WITH ORDINALITY AS u (num, place)
          JOIN pg_attribute a ON a.attrelid = con.conrelid AND a.attnum = u.num
      ) AS columns,
      pg_temp.organisation_of(con.conrelid) || con.conkey AS wanted
    FROM pg_constraint con JOIN pg_index i ON i.indexrelid = con.conindid
    WHERE con.connamespace = 'public'::regnamespace
      AND con.contype IN ('p', 'u')
      AND con.conparentid = 0
      AND pg_temp.organisation_of(con.conrelid) <> ALL (con.conkey)
      AND con.conname <> ALL (pg_temp.found_without())
    ORDER BY con.conrelid::regclass::text, con.conname
  LOOP
    -- The same key with the organisation may be there already, for foreign keys to rest on.
    twin := (
      SELECT conname FROM pg_constraint
      WHERE conrelid = key.of_table AND contype = 'u' AND conkey @> key.wanted AND conkey <@ key.wanted
    );
    SELECT
      array_agg(format('ALTER TABLE %s DROP CONSTRAINT %I', conrelid::regclass, conname)),
      array_agg(format(
        'ALTER TABLE %s ADD CONSTRAINT %I %s', conrelid::regclass, conname,
        pg_temp.with_organisation(pg_get_constraintdef(oid))
      ))
    INTO taken_off, resting
    FROM pg_constraint
    WHERE contype = 'f'
      AND conparentid = 0
      AND confrelid = key.of_table
      AND conindid IN (
        SELECT conindid FROM pg_constraint WHERE conrelid = key.of_table AND conname IN (key.name, twin)
      );
    FOREACH statement IN ARRAY coalesce(taken_off, '{}') LOOP EXECUTE statement; END LOOP;
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', key.table_name, key.name);
    IF twin IS NOT NULL THEN
      EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', key.table_name, twin);
    END IF;
    EXECUTE format(
      'ALTER TABLE %s ADD CONSTRAINT %I %s%s (organisation_id, %s)',
      key.table_name, key.name, key.kind, key.nulls, key.columns
    );
    FOREACH statement IN ARRAY coalesce(resting, '{}') LOOP EXECUTE statement; END LOOP;
  END LOOP;

  -- What is unique by an index alone.
  FOR key IN
    SELECT i.indexrelid::regclass AS name, replace(pg_get_indexdef(i.indexrelid), ' ON ONLY ', ' ON ') AS definition
    FROM pg_index i JOIN pg_class c ON c.oid = i.indexrelid
    WHERE c.relnamespace = 'public'::regnamespace
      AND i.indisunique
      AND NOT c.relispartition
      AND NOT EXISTS (SELECT 1 FROM pg_constraint WHERE conindid = i.indexrelid AND contype IN ('p', 'u'))
      AND pg_temp.organisation_of(i.indrelid) <> ALL (i.indkey::smallint[])
  LOOP
    EXECUTE format('DROP INDEX %s', key.name);
    EXECUTE regexp_replace(key.definition, 'USING btree \(', 'USING btree (organisation_id, ');
  END LOOP;
END $$;

-- What looks things up beyond the organisation of whoever asks names it, too.
DO $$
DECLARE
  change record;
  definition text;
BEGIN
  FOR change IN
    SELECT * FROM (
      VALUES
        ('auth_booth_zone', 'si.id = ', 'si.organisation_id = s.organisation_id AND si.id = '),
        ('auth_find_booth', 'si.id = ', 'si.organisation_id = s.organisation_id AND si.id = '),
        ('auth_find_booth', 't.id = ', 't.organisation_id = m.organisation_id AND t.id = '),
        ('auth_find_booth', 'm.station_id = ', 'm.organisation_id = s.organisation_id AND m.station_id = '),
        ('auth_find_booth', 'p.id = ', 'p.organisation_id = s.organisation_id AND p.id = '),
        ('auth_find_calendar', 'p.id = ', 'p.organisation_id = f.organisation_id AND p.id = '),
        ('auth_find_sign_in', 'p.id = ', 'p.organisation_id = s.organisation_id AND p.id = '),
        ('auth_find_sign_in', 't.id = ', 't.organisation_id = p.organisation_id AND t.id = '),
        ('auth_find_sign_in', 'f.person_id = ', 'f.organisation_id = p.organisation_id AND f.person_id = '),
        ('auth_find_token', 'p.id = ', 'p.organisation_id = t.organisation_id AND p.id = '),
        ('verify_permit', 'n.permit_id = ', 'n.organisation_id = p.organisation_id AND n.permit_id = '),
        ('verify_permit', 's.id = ', 's.organisation_id = p.organisation_id AND s.id = '),
        ('count_gas_stock', 'WHERE site_id = ', 'WHERE organisation_id = OLD.organisation_id AND site_id = '),
        ('count_gas_stock', 'CONFLICT (', 'CONFLICT (organisation_id, '),
        ('count_gear', 'WHERE site_id = ', 'WHERE organisation_id = OLD.organisation_id AND site_id = '),
        ('count_gear', 'CONFLICT (', 'CONFLICT (organisation_id, '),
        ('count_inspection', 's.id = g.', 's.organisation_id = g.organisation_id AND s.id = g.'),
        ('count_inspection', 's.id = c.', 's.organisation_id = c.organisation_id AND s.id = c.'),
        ('count_inspection', 'WHERE g.id = ', 'WHERE g.organisation_id = NEW.organisation_id AND g.id = '),
        ('count_inspection', 'WHERE c.id = ', 'WHERE c.organisation_id = NEW.organisation_id AND c.id = '),
        ('count_inspection', 'CONFLICT (', 'CONFLICT (organisation_id, '),
        ('look_again', 'CONFLICT (', 'CONFLICT (organisation_id, '),
        ('inspections_due', 'g.id = ', 'g.organisation_id = i.organisation_id AND g.id = '),
        ('inspections_due', 'c.id = ', 'c.organisation_id = i.organisation_id AND c.id = '),
        ('remove_due', 'FROM photo_image WHERE ', 'FROM photo_image WHERE organisation_id = current_organisation() AND '),
        ('remove_due', 'FROM fault WHERE ', 'FROM fault WHERE organisation_id = current_organisation() AND '),
        ('remove_due', 'FROM inspection WHERE ', 'FROM inspection WHERE organisation_id = current_organisation() AND '),
        ('remove_due', 'WHERE e.id = ', 'WHERE e.organisation_id = current_organisation() AND e.id = '),
        ('remove_due', 'WHERE m.id = ', 'WHERE m.organisation_id = current_organisation() AND m.id = '),
        ('remove_due', 'WHERE r.device_id = ', 'WHERE r.organisation_id = current_organisation() AND r.device_id = '),
        ('remove_due', 'CONFLICT (', 'CONFLICT (organisation_id, ')
    ) AS changes (name, before, after)
  LOOP
    definition := pg_get_functiondef(to_regproc('public.' || change.name));
    IF position(change.before IN definition) = 0 THEN
      RAISE EXCEPTION '% has no "%".', change.name, change.before;
    END IF;
    EXECUTE replace(definition, change.before, change.after);
  END LOOP;
END $$;

-- Whoever holds the paper of a permit knows its id alone.
CREATE INDEX permit_of_paper ON permit (id);
