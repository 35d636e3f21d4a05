-- Gear of every kind: its fields, what it is fitted to, the looks it is due for, its repairs, and who reached for it while it was locked.

-- A kind that a shop has added itself.
CREATE TABLE gear_kind (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 40),
  every_days integer NOT NULL CHECK (every_days BETWEEN 1 AND 366),
  fields jsonb NOT NULL CHECK (jsonb_typeof(fields) = 'array'),
  fitted_to jsonb NOT NULL CHECK (jsonb_typeof(fitted_to) = 'array'),
  version integer NOT NULL DEFAULT 1,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE UNIQUE INDEX gear_kind_name_once ON gear_kind (site_id, lower(name));

ALTER TABLE gear
  -- The kinds are data of the core; what a kind may have is checked there.
  DROP CONSTRAINT gear_kind_known,
  ADD CONSTRAINT gear_kind_told CHECK (length(kind) BETWEEN 1 AND 40),
  ADD COLUMN kind_id uuid,
  ADD CONSTRAINT gear_own_kind CHECK ((kind = 'own') = (kind_id IS NOT NULL)),
  ADD FOREIGN KEY (organisation_id, kind_id) REFERENCES gear_kind (organisation_id, id),
  -- What it is fitted to.
  ADD COLUMN parent_id uuid CHECK (parent_id <> id),
  ADD FOREIGN KEY (organisation_id, parent_id) REFERENCES gear (organisation_id, id),
  ADD COLUMN fields jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(fields) = 'object'),
  ADD COLUMN maker text NOT NULL DEFAULT '' CHECK (length(maker) <= 60),
  ADD COLUMN model text NOT NULL DEFAULT '' CHECK (length(model) <= 60),
  ADD COLUMN serial text NOT NULL DEFAULT '' CHECK (length(serial) <= 60),
  ADD COLUMN in_service_on date NOT NULL DEFAULT CURRENT_DATE,
  -- What happened to it and nobody has looked since.
  ADD COLUMN event text CHECK (event IN ('fall', 'fire', 'flashback', 'water', 'repair', 'lent')),
  ADD COLUMN event_at timestamptz,
  ADD CHECK ((event IS NULL) = (event_at IS NULL));
ALTER TABLE gear ALTER COLUMN in_service_on DROP DEFAULT;
-- The look that locked it; the same one, passed afresh, lets it back into service.
ALTER TABLE gear ADD COLUMN lock_occasion text;
ALTER TABLE cylinder ADD COLUMN lock_occasion text;
CREATE INDEX gear_fitted ON gear (parent_id) WHERE parent_id IS NOT NULL;
CREATE INDEX gear_locked ON gear (site_id) WHERE lock_reason IS NOT NULL;
CREATE INDEX cylinder_locked ON cylinder (site_id) WHERE lock_reason IS NOT NULL;
CREATE INDEX gear_of_kind ON gear (site_id, kind, label);

-- What a shop changes on a checklist: its own lines, closer limits, lines switched off with a reason.
CREATE TABLE checklist_change (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL,
  kind_id uuid,
  occasion text NOT NULL CHECK (
    occasion IN ('beforeUse', 'weekly', 'monthly', 'quarterly', 'yearly', 'afterEvent')
  ),
  change jsonb NOT NULL CHECK (jsonb_typeof(change) = 'object'),
  version integer NOT NULL DEFAULT 1,
  UNIQUE (organisation_id, id),
  UNIQUE NULLS NOT DISTINCT (site_id, kind, kind_id, occasion),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id),
  FOREIGN KEY (organisation_id, kind_id) REFERENCES gear_kind (organisation_id, id)
);

-- A checklist as it counted; an inspection keeps the one that it was made by. Only grows.
CREATE TABLE checklist_version (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  kind text NOT NULL,
  kind_id uuid,
  occasion text NOT NULL,
  number integer NOT NULL CHECK (number >= 1),
  digest text NOT NULL,
  lines jsonb NOT NULL CHECK (jsonb_typeof(lines) = 'array'),
  made_at timestamptz NOT NULL,
  UNIQUE (organisation_id, id),
  UNIQUE NULLS NOT DISTINCT (site_id, kind, kind_id, occasion, number),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);

ALTER TABLE inspection
  ADD COLUMN occasion text NOT NULL DEFAULT 'beforeUse',
  -- Null: from before checklists had versions; its lines stand in it in full either way.
  ADD COLUMN version_id uuid,
  ADD FOREIGN KEY (organisation_id, version_id) REFERENCES checklist_version (organisation_id, id),
  -- What it answered, for whoever sends it again.
  ADD COLUMN lock_reason text,
  -- How long it took on the phone, s.
  ADD COLUMN seconds double precision CHECK (seconds >= 0);

-- Where each look of each piece of gear stands; follows from its inspections, kept so that nobody reads them all.
CREATE TABLE gear_look (
  item_id uuid NOT NULL,
  organisation_id uuid NOT NULL,
  site_id uuid NOT NULL,
  occasion text NOT NULL CHECK (
    occasion IN ('beforeUse', 'weekly', 'monthly', 'quarterly', 'yearly', 'afterEvent')
  ),
  last_at timestamptz,
  last_result text CHECK (last_result IN ('pass', 'fail', 'locked')),
  -- Null: at once.
  due_on date,
  -- Use since the last look, and how much of it asks for the next.
  used double precision NOT NULL DEFAULT 0 CHECK (used >= 0),
  use_every double precision CHECK (use_every > 0),
  -- Locked out, it waits for its repair; a look after an event waits for one.
  waits boolean NOT NULL DEFAULT false,
  PRIMARY KEY (item_id, occasion),
  CHECK ((last_at IS NULL) = (last_result IS NULL)),
  FOREIGN KEY (organisation_id, site_id) REFERENCES site (organisation_id, id)
);
CREATE INDEX gear_look_due ON gear_look (site_id, due_on NULLS FIRST, item_id) WHERE NOT waits;

INSERT INTO gear_look (item_id, organisation_id, site_id, occasion, last_at, last_result, due_on, waits)
SELECT
  i.id, i.organisation_id, i.site_id, 'beforeUse', n.at, n.result,
  (n.at AT TIME ZONE s.time_zone)::date + i.every_days, i.locked
FROM (
  SELECT id, organisation_id, site_id, every_days, lock_reason IS NOT NULL AS locked FROM gear
  UNION ALL
  SELECT id, organisation_id, site_id, every_days, lock_reason IS NOT NULL FROM cylinder
) i
JOIN site s ON s.id = i.site_id
LEFT JOIN LATERAL (
  SELECT at, result FROM inspection WHERE gear_id = i.id OR cylinder_id = i.id ORDER BY at DESC LIMIT 1
) n ON true;

-- Looks by the calendar are new: they count from today for what is here.
INSERT INTO gear_look (item_id, organisation_id, site_id, occasion, due_on, use_every, waits)
SELECT
  g.id, g.organisation_id, g.site_id, p.occasion,
  (g.in_service_on + p.every)::date, p.use_every, g.lock_reason IS NOT NULL
FROM gear g
JOIN (
  VALUES
    ('machine', 'monthly', interval '1 month', 120::double precision),
    ('machine', 'yearly', interval '1 year', NULL),
    ('regulator', 'yearly', interval '1 year', NULL),
    ('arrestor', 'yearly', interval '1 year', NULL)
) p (kind, occasion, every, use_every) ON p.kind = g.kind;

-- What was repaired, by whom, with which parts and at what cost.
CREATE TABLE repair (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  item_id uuid NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  note text NOT NULL CHECK (length(note) BETWEEN 10 AND 1000),
  parts jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(parts) = 'array'),
  -- In the money of the shop.
  cost numeric(12, 2) CHECK (cost >= 0),
  rehearsal boolean NOT NULL DEFAULT false,
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX repair_of_item ON repair (item_id, at DESC);

-- Who reached for something that was locked out, and what for.
CREATE TABLE lock_try (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  item_id uuid NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  doing text NOT NULL CHECK (length(doing) BETWEEN 1 AND 200),
  rehearsal boolean NOT NULL DEFAULT false,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX lock_try_of_item ON lock_try (item_id, at DESC);

-- How much a piece of gear was used.
CREATE TABLE gear_use (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  item_id uuid NOT NULL,
  person_id uuid NOT NULL,
  at timestamptz NOT NULL,
  measure text NOT NULL CHECK (measure IN ('arcHours', 'cycles', 'sessions')),
  amount double precision NOT NULL CHECK (amount > 0),
  rehearsal boolean NOT NULL DEFAULT false,
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE INDEX gear_use_of_item ON gear_use (item_id, at DESC);

-- When the shop is shut, the grace of its looks, and whether another than the repairer looks again.
ALTER TABLE site ADD COLUMN inspection jsonb NOT NULL DEFAULT '{
  "closed": {"weekdays": [], "days": []}, "grace": {}, "recheckByAnother": false
}' CHECK (jsonb_typeof(inspection) = 'object');

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY[
    'gear_kind', 'checklist_change', 'checklist_version', 'gear_look', 'repair', 'lock_try', 'gear_use'
  ] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = (SELECT current_organisation())) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE ON gear_kind, checklist_change, gear_look TO zonaris_app;
