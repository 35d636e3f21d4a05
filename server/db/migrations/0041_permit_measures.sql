-- What is known of a container before heat, how high the work is, and how far its sparks fly by reckoning.
ALTER TABLE permit
  ADD COLUMN container jsonb,
  ADD COLUMN work_height double precision CHECK (work_height BETWEEN 0 AND 100),
  ADD COLUMN sparks jsonb;
