-- A piece by its label, capitals or not: what a scan and a file of gear ask for.
CREATE INDEX gear_by_label ON gear (site_id, lower(label));
