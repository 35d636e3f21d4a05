import type { Process } from '#core/job/job'
import { askSchools, type ShadeQuery } from '#core/shade/school'
import { HOUSE_CHART, type HouseRow } from '#core/shade/shade.table'
import type { School } from '#core/shade/terms'

/** A process at a current, nothing else told. */
export const query = (
  process: Process,
  amps: number | null,
  more: Partial<ShadeQuery> = {},
): ShadeQuery => ({
  process,
  amps,
  electrode: null,
  thickness: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  baseMetal: 'carbon_steel',
  ...more,
})

/** The shade that one school names. */
export const says = (
  school: School,
  asked: ShadeQuery,
  house: readonly HouseRow[] = HOUSE_CHART,
): number | null => askSchools(asked, house).find((answer) => answer.school === school)!.shade
