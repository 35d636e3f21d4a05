-- One word a thing: a class is a session, what is worked with is gear, the highest 15 minutes are the STEL.
ALTER TABLE training RENAME TO session;
ALTER TABLE training_member RENAME TO session_member;
ALTER TABLE training_station RENAME TO session_station;
ALTER TABLE training_change RENAME TO session_change;
ALTER TABLE session_member RENAME COLUMN training_id TO session_id;
ALTER TABLE session_station RENAME COLUMN training_id TO session_id;
ALTER TABLE session_change RENAME COLUMN training_id TO session_id;
ALTER TABLE inspection RENAME COLUMN training_id TO session_id;
ALTER INDEX training_newest RENAME TO session_newest;
ALTER INDEX training_helmet_once RENAME TO session_helmet_once;
ALTER INDEX training_of_person RENAME TO session_of_person;
ALTER INDEX training_change_of RENAME TO session_change_of;

ALTER TABLE equipment RENAME TO gear;
ALTER TABLE gear RENAME CONSTRAINT equipment_label_once TO gear_label_once;
ALTER TABLE job_equipment RENAME TO job_gear;
ALTER TABLE job_gear RENAME COLUMN equipment_id TO gear_id;
ALTER TABLE inspection RENAME COLUMN equipment_id TO gear_id;
ALTER INDEX inspection_of_equipment RENAME TO inspection_of_gear;

-- Where the arc burns is a place; indoors, outdoors or confined is its space.
UPDATE job SET spec = jsonb_set(spec, '{air}', (spec -> 'air') - 'place' || jsonb_build_object('space', spec #> '{air,place}'));
UPDATE station SET air = air - 'place' || jsonb_build_object('space', air -> 'place');
UPDATE air_assessment SET results = replace(results::text, '"highest15"', '"stel"')::jsonb;

-- What stood before a change of a session names its kind and version.
UPDATE session_change SET before = jsonb_build_object('version', 1) || CASE
  WHEN before ? 'added' THEN jsonb_build_object('kind', 'add', 'was', before)
  WHEN before ? 'members' THEN jsonb_build_object('kind', 'remove', 'was', before)
  WHEN before ? 'proofs' THEN jsonb_build_object('kind', 'prove', 'was', before)
  WHEN before ? 'seals' THEN jsonb_build_object('kind', 'seal', 'was', before)
  WHEN before ? 'cleared' THEN jsonb_build_object('kind', 'clear', 'was', before -> 'cleared')
  WHEN before ? 'lent' THEN jsonb_build_object('kind', 'lend', 'was', before -> 'lent')
  WHEN before ? 'kit' THEN jsonb_build_object(
    'kind', 'kit',
    'was', (before -> 'kit') - 'items' || jsonb_build_object('pieces', before #> '{kit,items}')
  )
END;

ALTER FUNCTION auth_find_session(uuid) RENAME TO auth_find_sign_in;
CREATE OR REPLACE FUNCTION auth_find_booth(wanted text, today date)
  RETURNS TABLE (organisation_id uuid, site_name text, time_zone text, station_id uuid, station_name text, person_id uuid, person_name text, has_pin boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT s.organisation_id, si.name, si.time_zone, s.id, s.name, p.id, p.name, p.pin_hash IS NOT NULL
  FROM station s
    JOIN site si ON si.id = s.site_id
    LEFT JOIN (session_member m JOIN session t ON t.id = m.session_id AND t.day = today)
      ON m.station_id = s.id AND m.presence <> 'absent'
    LEFT JOIN person p ON p.id = m.person_id AND p.active
  WHERE s.code = wanted
$$;

-- A hood takes fume away; what is worn on the head is a helmet.
UPDATE job SET spec = jsonb_set(spec, '{respirator}', to_jsonb(replace(spec ->> 'respirator', '_hood', '_helmet')))
  WHERE spec ->> 'respirator' IN ('powered_hood', 'airline_hood');
UPDATE air_assessment SET
  respirator = replace(respirator, '_hood', '_helmet'),
  basis = replace(replace(basis, '"powered_hood"', '"powered_helmet"'), '"airline_hood"', '"airline_helmet"')
  WHERE respirator IN ('powered_hood', 'airline_hood');
