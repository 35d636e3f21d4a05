-- Several rule sets for hot work may be adopted; the strictest of each line governs. A permit keeps what governed it.

ALTER TABLE site ADD COLUMN rule_sets text[];
UPDATE site SET rule_sets = ARRAY[rule_set];
ALTER TABLE site
  ALTER COLUMN rule_sets SET NOT NULL,
  ALTER COLUMN rule_sets SET DEFAULT '{nfpa51b}',
  ADD CHECK (rule_sets <@ ARRAY['osha', 'nfpa51b', 'insurer', 'uk', 'australia'] AND cardinality(rule_sets) > 0),
  -- Of the house, where it is stricter: minutes after the watch, metres around the work.
  ADD COLUMN house_monitoring integer CHECK (house_monitoring BETWEEN 1 AND 1440),
  ADD COLUMN house_reach double precision CHECK (house_reach BETWEEN 10 AND 100),
  DROP COLUMN rule_set;

ALTER TABLE permit ADD COLUMN rule_sets text[];
UPDATE permit SET rule_sets = ARRAY[rule_set];
ALTER TABLE permit
  ALTER COLUMN rule_sets SET NOT NULL,
  ADD CHECK (rule_sets <@ ARRAY['osha', 'nfpa51b', 'insurer', 'uk', 'australia'] AND cardinality(rule_sets) > 0),
  -- Rounds after the watch; 0: none.
  ADD COLUMN monitor_minutes integer NOT NULL DEFAULT 0 CHECK (monitor_minutes BETWEEN 0 AND 1440),
  ADD COLUMN monitor_every integer NOT NULL DEFAULT 15 CHECK (monitor_every BETWEEN 15 AND 240),
  -- Metres: 35 ft was the only one before.
  ADD COLUMN reach double precision NOT NULL DEFAULT 10.668 CHECK (reach BETWEEN 10 AND 100),
  DROP COLUMN rule_set;
