import { PRODUCTS, PRODUCT_IDS, type Composition } from './gas.table'

/** What labels say beside the names of the table; small letters, without signs. Common practice. */
const ALSO: Record<string, keyof typeof PRODUCTS> = {
  ar: 'argon',
  c25: 'argonCo2_25',
  '7525': 'argonCo2_25',
  argonco27525: 'argonCo2_25',
  argon75co225: 'argonCo2_25',
  argonco28218: 'argonCo2_18',
  c10: 'argonCo2_10',
  argonco29010: 'argonCo2_10',
  argonco2982: 'argonCo2_2',
  argonoxygen982: 'argonOxygen_2',
  argono2982: 'argonOxygen_2',
  argonhelium7525: 'argonHelium_25',
  he: 'helium',
  n2: 'nitrogen',
  forminggas: 'forming_5',
  o2: 'oxygen',
  co2: 'carbonDioxide',
  c2h2: 'acetylene',
  h2: 'hydrogen',
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '')

/** All that a label may say, by how it is compared. */
export const LABELS: Readonly<Record<string, keyof typeof PRODUCTS>> = {
  ...ALSO,
  ...Object.fromEntries(PRODUCT_IDS.map((id) => [plain(PRODUCTS[id].name), id])),
}

/** The gas of a label, or null where no row of the table says the very same: it is never guessed. */
export function partsOfLabel(label: string): Composition | null {
  const id = LABELS[plain(label)]
  return id ? PRODUCTS[id].parts : null
}
