// Words only, apart from the tables: the door of the program knows them without loading what is behind it.
export const SCHOOLS = ['legal', 'guide', 'europe', 'house'] as const
export type School = (typeof SCHOOLS)[number]
export const SCHOOL_NAME: Record<School, string> = {
  legal: 'Legal minimum',
  guide: 'Guide',
  europe: 'Europe',
  house: 'House chart',
}
/** As it stands in a sentence. */
export const SCHOOL_SAYS: Record<School, string> = {
  legal: 'the legal minimum',
  guide: 'the ANSI and AWS guide',
  europe: 'the European recommendation, EN 169 and EN 379',
  house: "this shop's own chart",
}
export const SCHOOL_OF: Record<School, string> = {
  legal: 'US law',
  guide: 'ANSI and AWS guide',
  europe: 'EN 169 and EN 379',
  house: "this shop's own chart",
}
