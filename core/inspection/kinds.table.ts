import { COMMON_PRACTICE } from '../finding/source'
import type { GearKind, Kind } from './kind'
import { critical, osha } from './line'
import { AIR_KINDS } from './kinds/air.table'
import { GAS_KINDS } from './kinds/gas.table'
import { LEAD_KINDS } from './kinds/leads.table'
import { PERSON_KINDS } from './kinds/person.table'
import { PLACE_KINDS } from './kinds/place.table'
import { POWER_KINDS } from './kinds/power.table'
import { TOOL_KINDS } from './kinds/tool.table'

/** What holds for any gear, until the shop writes lines for its own kind. */
const OWN: Kind = {
  name: 'Own kind',
  group: 'tool',
  everyDays: 1,
  fields: [],
  fittedTo: [],
  checklists: {
    beforeUse: [
      critical('whole', 'Whole', 'Whole, clean, nothing loose or missing', COMMON_PRACTICE),
    ],
  },
  intervals: {},
  defect: osha('1910.242(a)'),
}

export const KINDS: Readonly<Record<GearKind, Kind>> = {
  ...POWER_KINDS,
  ...LEAD_KINDS,
  ...GAS_KINDS,
  ...AIR_KINDS,
  ...PLACE_KINDS,
  ...PERSON_KINDS,
  ...TOOL_KINDS,
  own: OWN,
}
