-- A sampling result says over what time it was taken. Results kept so far were 8 h averages; peaks stay open until sampled.
UPDATE job SET spec = jsonb_set(spec, '{measured}', jsonb_build_object(
  'reference', spec #> '{measured,reference}',
  'results', jsonb_build_object('twa', (spec -> 'measured') - 'reference')
)) WHERE jsonb_typeof(spec -> 'measured') = 'object';
