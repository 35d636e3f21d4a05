-- Where the work of a permit is on the plan; null: it is not on it, or nobody pointed at it.
ALTER TABLE permit
  ADD COLUMN work_floor text CHECK (length(work_floor) BETWEEN 1 AND 40),
  ADD COLUMN work_x double precision CHECK (work_x BETWEEN -5000 AND 5000),
  ADD COLUMN work_y double precision CHECK (work_y BETWEEN -5000 AND 5000),
  ADD CHECK ((work_floor IS NULL) = (work_x IS NULL) AND (work_x IS NULL) = (work_y IS NULL));
