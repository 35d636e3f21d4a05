-- Tens of thousands of cylinders: a page by its own index, a search for any part of label, gas and serial by trigrams.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE FUNCTION cylinder_text(label text, gas text, serial text) RETURNS text
  LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$ SELECT label || ' ' || gas || ' ' || serial $$;
CREATE INDEX cylinder_text_parts ON cylinder USING gin (cylinder_text(label, gas, serial) gin_trgm_ops);
CREATE INDEX cylinder_here ON cylinder (site_id, label, id) INCLUDE (organisation_id)
  WHERE state IS DISTINCT FROM 'returned';

-- Under row-level security a search may not use its index, as the comparison could tell of rows that are not one's own. This one
-- asks for the own organisation itself, and tells identifiers only.
CREATE FUNCTION cylinders_found(at_site uuid, wanted text) RETURNS SETOF uuid
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  RETURN QUERY
    SELECT c.id FROM cylinder c
    WHERE cylinder_text(c.label, c.gas, c.serial) ILIKE wanted
      AND c.organisation_id = (SELECT current_organisation())
      AND c.site_id = at_site;
END $$;

-- The organisation is looked up once a query, not once a row.
DO $$
DECLARE p record;
BEGIN
  FOR p IN
    SELECT tablename, with_check IS NOT NULL AS checks FROM pg_policies
    WHERE schemaname = 'public' AND policyname = 'own_organisation' AND qual = '(organisation_id = current_organisation())'
  LOOP
    EXECUTE format('ALTER POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation()))', p.tablename);
  END LOOP;
END $$;
