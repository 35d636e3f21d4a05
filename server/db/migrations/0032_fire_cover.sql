-- What can burn at a station; null: nobody told.
ALTER TABLE station ADD COLUMN burns jsonb CHECK (
  jsonb_typeof(burns) = 'array' AND jsonb_array_length(burns) BETWEEN 1 AND 4
);
