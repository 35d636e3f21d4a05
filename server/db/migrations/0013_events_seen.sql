-- What a sender says happened carries an identifier of the sender's. Taken once, it stands for that content from that person:
-- the same again gets the same answer, anything else under it is refused. Only a digest is kept, as the content may be private.
CREATE TABLE event_seen (
  organisation_id uuid NOT NULL REFERENCES organisation (id),
  id uuid NOT NULL,
  person_id uuid NOT NULL,
  digest text NOT NULL CHECK (length(digest) = 64),
  at timestamptz NOT NULL,
  PRIMARY KEY (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
ALTER TABLE event_seen ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_organisation ON event_seen
  USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation());
GRANT SELECT, INSERT ON event_seen TO zonaris_app;

-- The watch may be handed to somebody else, who takes it over with the own PIN.
ALTER TABLE permit_event
  DROP CONSTRAINT permit_event_kind_check,
  ADD CONSTRAINT permit_event_kind_check CHECK (kind IN ('action', 'round', 'sign', 'override', 'hand_over'));
