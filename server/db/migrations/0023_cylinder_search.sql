-- A search among tens of thousands of cylinders: any part of label, gas and serial.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE FUNCTION cylinder_text(label text, gas text, serial text) RETURNS text
  LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$ SELECT label || ' ' || gas || ' ' || serial $$;
CREATE INDEX cylinder_text_parts ON cylinder USING gin (cylinder_text(label, gas, serial) gin_trgm_ops);
