/** Names of the migrations in ./migrations, kept here because the built server does not carry the files. A test holds the two together. */
export const MIGRATIONS = [
  '0001_organisations',
  '0002_work',
  '0003_audit',
  '0004_sessions',
  '0005_air',
] as const
