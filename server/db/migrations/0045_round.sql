-- What a step says beside its note: where a round looked and what was noticed, or a hot part and until when it may burn.
ALTER TABLE permit_event
  ADD COLUMN details jsonb,
  DROP CONSTRAINT permit_event_kind_check,
  ADD CONSTRAINT permit_event_kind_check
    CHECK (kind IN ('action', 'round', 'sign', 'override', 'hand_over', 'void', 'extend', 'refused', 'hot_part'));
