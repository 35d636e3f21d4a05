-- What a permit knows of its place beside the plan of the shop: a sketch of its own, what was found there on the day, and who saw each line of its sweep when.
ALTER TABLE permit
  ADD COLUMN sketch jsonb,
  ADD COLUMN found jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(found) = 'array'),
  -- By line: who, and when.
  ADD COLUMN seen jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(seen) = 'object'),
  -- The permit that it was drafted from; it goes on from it in the next shift, or is only like it.
  ADD COLUMN from_id uuid,
  ADD COLUMN goes_on boolean NOT NULL DEFAULT false,
  -- Kept under a name for work that comes again.
  ADD COLUMN template text CHECK (length(template) BETWEEN 1 AND 80),
  ADD CHECK (NOT goes_on OR from_id IS NOT NULL),
  ADD FOREIGN KEY (organisation_id, from_id) REFERENCES permit (organisation_id, id);
CREATE INDEX permit_from ON permit (from_id) WHERE from_id IS NOT NULL;
CREATE UNIQUE INDEX permit_template_name ON permit (site_id, lower(template)) WHERE template IS NOT NULL;

-- An attempt that was refused is on record as well.
ALTER TABLE permit_event
  DROP CONSTRAINT permit_event_kind_check,
  ADD CONSTRAINT permit_event_kind_check
    CHECK (kind IN ('action', 'round', 'sign', 'override', 'hand_over', 'void', 'extend', 'refused'));
