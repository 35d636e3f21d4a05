-- What runs out first, as the list of people and the reminders ask for it.
DROP INDEX person_expiry;
CREATE INDEX person_runs_out ON person (site_id, least(respirator_until, (fit_test_on + interval '12 months')::date)) WHERE active;
-- The newest reading of a monitor, and all since a moment, whatever the substance.
CREATE INDEX air_reading_newest ON air_reading (device_id, at DESC);
