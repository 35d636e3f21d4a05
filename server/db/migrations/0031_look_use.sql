-- A kind of the shop's own may be looked at by use as well, and a session counts by itself.
ALTER TABLE gear_kind
  ADD COLUMN use_of text CHECK (use_of IN ('arcHours', 'cycles', 'sessions')),
  ADD COLUMN use_every double precision CHECK (use_every > 0),
  ADD CHECK ((use_of IS NULL) = (use_every IS NULL));

-- The session in which it was used; a session counts once for each piece.
ALTER TABLE gear_use
  ADD COLUMN session_id uuid,
  ADD FOREIGN KEY (organisation_id, session_id) REFERENCES session (organisation_id, id),
  ADD CHECK (session_id IS NULL OR (measure = 'sessions' AND amount = 1)),
  ADD UNIQUE (session_id, item_id);

-- Whether what a look read was read by a calibrated meter; null: it read nothing that takes one, or is from before meters were told.
ALTER TABLE gear_look ADD COLUMN calibrated boolean;
