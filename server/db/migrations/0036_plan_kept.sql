-- The published plan by which work was judged: of a job when it was described last, of a permit when it was issued.
ALTER TABLE job ADD COLUMN plan_version integer CHECK (plan_version >= 1);
ALTER TABLE permit ADD COLUMN plan_version integer CHECK (plan_version >= 1);
