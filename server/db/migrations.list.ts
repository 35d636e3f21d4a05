/** Names of the migrations in ./migrations, kept here because the built server does not carry the files. A test holds the two together. */
export const MIGRATIONS = [
  '0001_organisations',
  '0002_work',
  '0003_audit',
  '0004_sessions',
  '0005_air',
  '0006_words',
  '0007_limit_levels',
  '0008_indexes',
  '0009_results_by_kind',
  '0010_wind_and_hoods',
  '0011_sample_start',
  '0012_noise',
  '0013_events_seen',
  '0014_access',
  '0015_privacy',
  '0016_versions',
] as const
