-- Each edit of what people keep on record makes a new version; an edit of an older one is told, not taken over it.
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['person', 'station', 'gear', 'cylinder', 'stock', 'site'] LOOP
    EXECUTE format('ALTER TABLE %I ADD COLUMN version integer NOT NULL DEFAULT 1 CHECK (version > 0)', t);
  END LOOP;
END $$;
