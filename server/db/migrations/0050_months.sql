-- What grows day by day lies by months, the audit, of which nothing is ever removed, by years: what is asked for most lies together
-- however long a shop has been kept, and what is kept no longer leaves without a trace in the rest.
-- The pieces lie in a schema of their own, which the application cannot name: it comes to them through their table alone.
CREATE SCHEMA months;

CREATE FUNCTION partitioned_tables() RETURNS TABLE (name text, moment text, period text)
  LANGUAGE sql IMMUTABLE AS $$
  VALUES
    ('air_reading', 'at', 'month'),
    ('inspection', 'at', 'month'),
    ('permit_event', 'at', 'month'),
    ('cylinder_event', 'at', 'month'),
    ('message', 'made_at', 'month'),
    ('audit', 'at', 'year')
$$;

-- Make the pieces of a table that are not there yet. What is older or newer than all of them goes to its rest, so that nothing is refused.
-- Each is made beside the table and joined to it: what is written meanwhile waits for moments at the most.
CREATE FUNCTION make_partitions(wanted text, since timestamptz, until timestamptz) RETURNS integer
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp SET lock_timeout = '2s' AS $$
DECLARE
  t record;
  s timestamp;
  part text;
  made integer := 0;
BEGIN
  SELECT * INTO STRICT t FROM partitioned_tables() WHERE name = wanted;
  IF until > since + interval '12 years' THEN
    RAISE EXCEPTION 'No more than 12 years at once.' USING ERRCODE = 'invalid_parameter_value';
  END IF;
  -- Two processes at once take turns.
  PERFORM pg_advisory_xact_lock(hashtext('partitions of ' || wanted));
  FOR s IN
    SELECT generate_series(
      date_trunc(t.period, since AT TIME ZONE 'UTC'), until AT TIME ZONE 'UTC', ('1 ' || t.period)::interval
    )
  LOOP
    part := wanted || '_' || to_char(s, CASE t.period WHEN 'month' THEN 'YYYY_MM' ELSE 'YYYY' END);
    CONTINUE WHEN to_regclass('months.' || part) IS NOT NULL;
    BEGIN
      EXECUTE format(
        'CREATE TABLE months.%I (LIKE public.%I INCLUDING DEFAULTS INCLUDING CONSTRAINTS)', part, wanted
      );
      EXECUTE format('ALTER TABLE months.%I ENABLE ROW LEVEL SECURITY', part);
      EXECUTE format(
        'ALTER TABLE public.%I ATTACH PARTITION months.%I FOR VALUES FROM (%L) TO (%L)', wanted, part,
        s AT TIME ZONE 'UTC', (s + ('1 ' || t.period)::interval) AT TIME ZONE 'UTC'
      );
      made := made + 1;
    EXCEPTION WHEN check_violation THEN
      -- The rest holds some of that time already; it stays there.
      NULL;
    END;
  END LOOP;
  RETURN made;
END $$;
REVOKE ALL ON FUNCTION make_partitions(text, timestamptz, timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION make_partitions(text, timestamptz, timestamptz) TO zonaris_app;

-- A photo belongs to a look or a round by name and time.
ALTER TABLE photo ADD COLUMN of_at timestamptz;
UPDATE photo f SET of_at = i.at FROM inspection i WHERE i.id = f.inspection_id;
UPDATE photo f SET of_at = e.at FROM permit_event e WHERE e.id = f.event_id;
ALTER TABLE photo
  DROP CONSTRAINT photo_inspection_id_fkey,
  DROP CONSTRAINT photo_event_id_fkey,
  ADD CONSTRAINT photo_of_when CHECK ((of_at IS NULL) = (inspection_id IS NULL AND event_id IS NULL));
GRANT UPDATE (of_at) ON photo TO zonaris_app;

-- Put a table anew into pieces, with all that belongs to it. `identity`: its primary key, which has to hold the moment.
CREATE FUNCTION pg_temp.divide(t text, identity text) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  moment text := (SELECT p.moment FROM partitioned_tables() p WHERE p.name = t);
  before regclass := ('public.' || t)::regclass;
  belongings text[];
  belonging text;
  oldest timestamptz;
BEGIN
  belongings :=
    ARRAY(
      SELECT format('ALTER TABLE public.%I ADD CONSTRAINT %I %s', t, conname, pg_get_constraintdef(oid))
      FROM pg_constraint WHERE conrelid = before AND contype = 'f' ORDER BY conname
    ) || ARRAY(
      SELECT pg_get_indexdef(indexrelid) FROM pg_index WHERE indrelid = before AND NOT indisunique
    ) || ARRAY(
      SELECT pg_get_triggerdef(oid) FROM pg_trigger WHERE tgrelid = before AND NOT tgisinternal ORDER BY tgname
    ) || ARRAY(
      SELECT format('CREATE POLICY %I ON public.%I USING (%s) WITH CHECK (%s)', policyname, t, qual, with_check)
      FROM pg_policies WHERE schemaname = 'public' AND tablename = t
    ) || ARRAY(
      SELECT format('GRANT %s ON public.%I TO zonaris_app', privilege_type, t)
      FROM information_schema.role_table_grants
      WHERE table_schema = 'public' AND table_name = t AND grantee = 'zonaris_app'
    );
  EXECUTE format('ALTER TABLE public.%I RENAME TO before', t);
  EXECUTE format(
    'CREATE TABLE public.%I (LIKE public.before INCLUDING DEFAULTS INCLUDING CONSTRAINTS) PARTITION BY RANGE (%I)',
    t, moment
  );
  EXECUTE format('ALTER TABLE public.%I ENABLE ROW LEVEL SECURITY', t);
  EXECUTE format('CREATE TABLE months.%I PARTITION OF public.%I DEFAULT', t || '_rest', t);
  EXECUTE format('ALTER TABLE months.%I ENABLE ROW LEVEL SECURITY', t || '_rest');
  EXECUTE format('SELECT min(%I) FROM public.before', moment) INTO oldest;
  PERFORM make_partitions(
    t, greatest(least(oldest, now()), now() - interval '11 years'), now() + interval '3 months'
  );
  EXECUTE format('INSERT INTO public.%I SELECT * FROM public.before', t);
  IF t = 'audit' THEN
    DROP FUNCTION audit_text(before);
  END IF;
  DROP TABLE public.before;
  EXECUTE format('ALTER TABLE public.%I ADD PRIMARY KEY (%s)', t, identity);
  FOREACH belonging IN ARRAY belongings LOOP
    EXECUTE belonging;
  END LOOP;
END $$;
SELECT pg_temp.divide('air_reading', 'device_id, substance, at');
SELECT pg_temp.divide('inspection', 'id, at');
SELECT pg_temp.divide('permit_event', 'id, at');
SELECT pg_temp.divide('cylinder_event', 'id, at');
SELECT pg_temp.divide('message', 'id, made_at');
SELECT pg_temp.divide('audit', 'organisation_id, seq, at');
DROP FUNCTION pg_temp.divide(text, text);

CREATE FUNCTION audit_text(a audit) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT concat_ws('|', a.organisation_id, a.seq, (extract(epoch FROM a.at) * 1000000)::bigint, coalesce(a.person_id::text, '-'), a.action, a.subject,
    coalesce(a.subject_id::text, '-'), a.details::text, a.rehearsal, a.prev_hash)
$$;

-- The steps of an alert are taken once, and their messages are written with them: of one moment each is there once.
CREATE UNIQUE INDEX message_once ON message (alert_id, step, person_id, contact_id, channel, address, made_at)
  NULLS NOT DISTINCT WHERE alert_id IS NOT NULL;
ALTER TABLE photo
  ADD CONSTRAINT photo_of_inspection FOREIGN KEY (inspection_id, of_at) REFERENCES inspection (id, at),
  ADD CONSTRAINT photo_of_event FOREIGN KEY (event_id, of_at) REFERENCES permit_event (id, at);
