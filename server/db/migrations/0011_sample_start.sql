-- When a part of a day began: two pumps at the same time are not two parts one after the other.
ALTER TABLE air_sample ADD COLUMN starts_at time(0);
DROP INDEX air_sample_once;
CREATE UNIQUE INDEX air_sample_once ON air_sample (site_id, reference, sampled_on, who, task, substance, minutes, starts_at) NULLS NOT DISTINCT WHERE NOT removed;
