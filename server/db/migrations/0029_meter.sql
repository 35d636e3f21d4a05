-- By which meter of the register a reading was taken, and whether it was calibrated then. Null: from before meters were told.
ALTER TABLE gas_test ADD COLUMN meter_id uuid, ADD COLUMN calibrated boolean,
  ADD FOREIGN KEY (organisation_id, meter_id) REFERENCES gear (organisation_id, id);
ALTER TABLE hood_survey ADD COLUMN meter_id uuid, ADD COLUMN calibrated boolean,
  ADD FOREIGN KEY (organisation_id, meter_id) REFERENCES gear (organisation_id, id);
