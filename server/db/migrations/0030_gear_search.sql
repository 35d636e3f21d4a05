-- Hundreds of thousands of pieces: a page and a count by an index alone, a search for any part of what is told by trigrams.
DROP INDEX gear_of_kind;
CREATE INDEX gear_of_kind ON gear (site_id, kind, label, id) INCLUDE (organisation_id);
CREATE INDEX gear_here ON gear (site_id, label, id) INCLUDE (organisation_id);
CREATE INDEX cylinder_all ON cylinder (site_id, label, id) INCLUDE (organisation_id);

CREATE FUNCTION gear_text(label text, description text, maker text, model text, serial text) RETURNS text
  LANGUAGE sql IMMUTABLE PARALLEL SAFE
  AS $$ SELECT label || ' ' || description || ' ' || maker || ' ' || model || ' ' || serial $$;
CREATE INDEX gear_text_parts ON gear
  USING gin (gear_text(label, description, maker, model, serial) gin_trgm_ops);
CREATE INDEX cylinder_description_parts ON cylinder USING gin (description gin_trgm_ops);

-- As cylinders_found: asks for the own organisation itself, and tells identifiers only.
CREATE FUNCTION items_found(at_site uuid, wanted text, of_kind text, most integer) RETURNS SETOF uuid
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  IF of_kind IS DISTINCT FROM 'cylinder' THEN
    RETURN QUERY
      SELECT g.id FROM gear g
      WHERE gear_text(g.label, g.description, g.maker, g.model, g.serial) ILIKE wanted
        AND g.organisation_id = (SELECT current_organisation())
        AND g.site_id = at_site
        AND (of_kind IS NULL OR g.kind = of_kind)
      LIMIT most;
  END IF;
  IF coalesce(of_kind, 'cylinder') = 'cylinder' THEN
    RETURN QUERY
      SELECT c.id FROM cylinder c
      WHERE (cylinder_text(c.label, c.gas, c.serial) ILIKE wanted OR c.description ILIKE wanted)
        AND c.organisation_id = (SELECT current_organisation())
        AND c.site_id = at_site
      LIMIT most;
  END IF;
END $$;
REVOKE ALL ON FUNCTION items_found(uuid, text, text, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION items_found(uuid, text, text, integer) TO zonaris_app;
