-- When somebody left, and when their name and health data were taken out of the records.
ALTER TABLE person ADD COLUMN left_on date, ADD COLUMN erased_at timestamptz;
UPDATE person SET left_on = current_date WHERE NOT active;

CREATE FUNCTION person_left() RETURNS trigger LANGUAGE plpgsql SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  NEW.left_on := CASE WHEN NEW.active THEN NULL WHEN OLD.active THEN current_date ELSE OLD.left_on END;
  RETURN NEW;
END $$;
CREATE TRIGGER person_left BEFORE UPDATE OF active ON person FOR EACH ROW EXECUTE FUNCTION person_left();

ALTER TABLE person ADD CHECK (erased_at IS NULL OR (NOT active AND email IS NULL AND password_hash IS NULL AND pin_hash IS NULL));
