-- Gas sets: regulators, hoses, arrestors and torches as items of the register, what is put together, and the steps done with it.

ALTER TABLE gear DROP CONSTRAINT equipment_kind_check;
ALTER TABLE gear
  ADD CONSTRAINT gear_kind_known CHECK (
    kind IN ('machine', 'helmet', 'gasSet', 'regulator', 'hose', 'arrestor', 'torch')
  ),
  -- Of a gas set: what it is put together for.
  ADD COLUMN set_kind text CHECK (set_kind IN ('oxyFuel', 'shielding', 'manifold')),
  ADD CHECK ((kind = 'gasSet') = (set_kind IS NOT NULL)),
  -- What only a helmet or a part of a gas set has.
  DROP CONSTRAINT equipment_check2,
  ADD CONSTRAINT gear_details_told CHECK (
    (kind IN ('helmet', 'regulator', 'hose', 'arrestor', 'torch')) = (details IS NOT NULL)
  ),
  -- Of a gas set: when a part or a cylinder of it last changed. A leak test counts from then on.
  ADD COLUMN set_changed_at timestamptz,
  -- Of a part: the set that it is on, and its line there.
  ADD COLUMN set_id uuid,
  ADD COLUMN line text CHECK (line IN ('oxygen', 'fuel', 'inert')),
  ADD CHECK (set_id IS NULL OR kind IN ('regulator', 'hose', 'arrestor', 'torch')),
  ADD FOREIGN KEY (organisation_id, set_id) REFERENCES gear (organisation_id, id);
CREATE INDEX gear_of_set ON gear (set_id) WHERE set_id IS NOT NULL;

ALTER TABLE cylinder
  ADD COLUMN set_id uuid,
  ADD FOREIGN KEY (organisation_id, set_id) REFERENCES gear (organisation_id, id),
  ADD CHECK (set_id IS NULL OR state IN ('connected', 'inUse')),
  ADD CHECK (set_id IS NULL OR store_id IS NULL),
  -- Of acetylene that lay down: when it was stood up, and for how many minutes it lay; null: nobody knows.
  ADD COLUMN stood_at timestamptz,
  ADD COLUMN lay_minutes double precision CHECK (lay_minutes >= 0);
CREATE INDEX cylinder_of_set ON cylinder (set_id) WHERE set_id IS NOT NULL;

ALTER TABLE cylinder_event
  ADD COLUMN set_id uuid,
  ADD COLUMN minutes double precision CHECK (minutes >= 0),
  ADD FOREIGN KEY (organisation_id, set_id) REFERENCES gear (organisation_id, id),
  DROP CONSTRAINT cylinder_event_kind_check,
  ADD CONSTRAINT cylinder_event_kind_known CHECK (kind IN ('reading', 'move', 'lay'));

-- A task begun on a set, with its steps as they stood; the steps answered only grow.
CREATE TABLE set_run (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  set_id uuid NOT NULL,
  task text NOT NULL CHECK (
    task IN ('setUp', 'leakTest', 'light', 'shutDown', 'tearDown', 'transport')
  ),
  steps jsonb NOT NULL CHECK (jsonb_typeof(steps) = 'array'),
  person_id uuid NOT NULL,
  started_at timestamptz NOT NULL,
  ended_at timestamptz,
  -- Left: put aside before its end.
  result text CHECK (result IN ('done', 'failed', 'left')),
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK ((ended_at IS NULL) = (result IS NULL)),
  UNIQUE (organisation_id, id),
  FOREIGN KEY (organisation_id, set_id) REFERENCES gear (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);
CREATE UNIQUE INDEX set_run_one_open ON set_run (set_id) WHERE ended_at IS NULL;
CREATE INDEX set_run_newest ON set_run (set_id, started_at DESC);

CREATE TABLE set_run_step (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL,
  run_id uuid NOT NULL,
  step text NOT NULL CHECK (length(step) BETWEEN 1 AND 40),
  at timestamptz NOT NULL,
  person_id uuid NOT NULL,
  result text NOT NULL CHECK (result IN ('done', 'failed')),
  pressure double precision CHECK (pressure >= 0),
  temperature double precision CHECK (temperature > 0),
  finding jsonb,
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 500),
  rehearsal boolean NOT NULL DEFAULT false,
  CHECK (result <> 'failed' OR length(note) > 0),
  CONSTRAINT set_run_step_once UNIQUE (run_id, step),
  FOREIGN KEY (organisation_id, run_id) REFERENCES set_run (organisation_id, id),
  FOREIGN KEY (organisation_id, person_id) REFERENCES person (organisation_id, id)
);

DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['set_run', 'set_run_step'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY own_organisation ON %I USING (organisation_id = current_organisation()) WITH CHECK (organisation_id = current_organisation())', t);
    EXECUTE format('GRANT SELECT, INSERT ON %I TO zonaris_app', t);
  END LOOP;
END $$;
GRANT UPDATE (ended_at, result) ON set_run TO zonaris_app;

-- The habits of the shop where the trade has more than one; days from an order to its delivery, null: not told.
ALTER TABLE site ADD COLUMN gas jsonb NOT NULL DEFAULT '{
  "drawSchool": "present", "standingRule": "asLongAsItLay", "lightingOrder": "fuelFirst",
  "shuttingOrder": "fuelFirst", "stripHabit": "everyNight", "deliveryDays": null
}' CHECK (jsonb_typeof(gas) = 'object');
