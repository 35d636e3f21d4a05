-- Kept results name the kind and the level of each limit; the views no longer read them out of a text.
CREATE FUNCTION pg_temp.grade(share double precision, bound boolean) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE
    WHEN share IS NULL THEN 'unknown'
    WHEN share > 1 AND bound THEN 'unknown'
    WHEN share > 1 THEN 'stop'
    WHEN share >= 0.5 THEN 'caution'
    ELSE 'clear'
  END
$$;

CREATE FUNCTION pg_temp.limits_of(substance jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT coalesce(jsonb_agg(one || jsonb_build_object(
    'kind', CASE WHEN one ->> 'text' LIKE '%15 min%' THEN 'stel' WHEN one ->> 'text' LIKE '%ceiling%' THEN 'ceiling' ELSE 'twa' END,
    'level', pg_temp.grade((one ->> 'share')::double precision, (substance ->> 'bound')::boolean)
  ) ORDER BY n), '[]')
  FROM jsonb_array_elements(substance -> 'limits') WITH ORDINALITY AS list (one, n)
$$;

CREATE FUNCTION pg_temp.substance_of(substance jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT substance || jsonb_build_object(
    'limits', pg_temp.limits_of(substance),
    'level', CASE
      WHEN substance ->> 'because' IS NOT NULL THEN 'unknown'
      ELSE pg_temp.grade(
        coalesce(
          (substance ->> 'upperShare')::double precision,
          (SELECT max((one ->> 'share')::double precision) FROM jsonb_array_elements(substance -> 'limits') AS one WHERE (one ->> 'decides')::boolean)
        ),
        (substance ->> 'bound')::boolean
      )
    END
  )
$$;

UPDATE air_assessment SET results = results || jsonb_build_object(
  'substances', (
    SELECT coalesce(jsonb_agg(pg_temp.substance_of(one) ORDER BY n), '[]')
    FROM jsonb_array_elements(results -> 'substances') WITH ORDINALITY AS list (one, n)
  ),
  'controls', (
    SELECT coalesce(jsonb_agg(one || jsonb_build_object(
      'level', CASE WHEN one ->> 'because' IS NOT NULL THEN 'unknown' ELSE pg_temp.grade((one ->> 'upperShare')::double precision, false) END
    ) ORDER BY n), '[]')
    FROM jsonb_array_elements(results -> 'controls') WITH ORDINALITY AS list (one, n)
  )
);
