-- How the installation stands, over all organisations: counts and seconds, nothing of anybody.
CREATE FUNCTION installation_health(moment timestamptz)
  RETURNS TABLE (
    alerts integer, waiting integer, given_up integer, overdue double precision, watches integer,
    standbys integer, lag double precision
  )
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
  SELECT
    (SELECT count(*)::integer FROM public.alert WHERE ended_at IS NULL),
    (SELECT count(*)::integer FROM public.message WHERE sent_at IS NULL AND given_up_at IS NULL),
    (SELECT count(*)::integer FROM public.message WHERE given_up_at > moment - interval '1 day'),
    coalesce((
      SELECT max(extract(epoch FROM moment - look_at)) FROM public.site_look
      WHERE look_at <= moment AND look_at > '-infinity'
    ), 0)::double precision,
    (SELECT count(*)::integer FROM public.permit WHERE work_started_at IS NOT NULL AND state NOT IN ('draft', 'closed')),
    (SELECT count(*)::integer FROM pg_stat_replication WHERE state = 'streaming'),
    coalesce((SELECT max(extract(epoch FROM replay_lag)) FROM pg_stat_replication), 0)::double precision
$$;
REVOKE ALL ON FUNCTION installation_health(timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION installation_health(timestamptz) TO zonaris_app;
CREATE INDEX messages_unsent ON message (made_at) WHERE sent_at IS NULL AND given_up_at IS NULL;
