/** How wet the skin is at both hands. */
export const SKINS = ['dry', 'wet', 'saltWet'] as const
export type Skin = (typeof SKINS)[number]

/** Body hand to hand, large contact, 50 Hz, the half of people who have less have less: ohm by V. IEC 60479-1, from memory. */
export const BODY_OHMS: readonly { volts: number; ohms: Record<Skin, number> }[] = [
  { volts: 50, ohms: { dry: 2500, wet: 2000, saltWet: 1275 } },
  { volts: 75, ohms: { dry: 2000, wet: 1825, saltWet: 1250 } },
  { volts: 100, ohms: { dry: 1725, wet: 1675, saltWet: 1225 } },
]

/** What a current does, A. IEC 60479-1 and common teaching, from memory. */
export const SHOCK_MARKS = {
  letGoForAll: 0.005,
  letGo: 0.01,
  heart: 0.04,
} as const

/**
 * The current that a voltage drives through a person from hand to hand.
 * It explains why wet kills; it never permits anything.
 * @param volts no-load voltage, V; from 50 to 100, where the table has figures
 * @param skin how wet
 * @param gloves resistance in series, ohm; 0 without
 * @returns A; null outside of the table
 */
export function currentThrough(volts: number, skin: Skin, gloves = 0): number | null {
  const ohms = bodyOhms(volts, skin)
  if (ohms === null || !(gloves >= 0)) return null
  return volts / (ohms + gloves)
}

/** Between two rows by straight line. */
function bodyOhms(volts: number, skin: Skin): number | null {
  const above = BODY_OHMS.findIndex((row) => row.volts >= volts)
  if (above === -1 || !(volts >= BODY_OHMS[0]!.volts)) return null
  const high = BODY_OHMS[above]!
  const low = BODY_OHMS[Math.max(0, above - 1)]!
  if (high.volts === volts) return high.ohms[skin]
  const share = (volts - low.volts) / (high.volts - low.volts)
  return low.ohms[skin] + share * (high.ohms[skin] - low.ohms[skin])
}

/** What a current does to a person, in words. */
export function shockText(amps: number): string {
  if (amps >= SHOCK_MARKS.heart) return 'can stop the heart within a second'
  if (amps >= SHOCK_MARKS.letGo) return 'many cannot let go'
  if (amps >= SHOCK_MARKS.letGoForAll) return 'some cannot let go'
  return 'felt, and makes people jump'
}
