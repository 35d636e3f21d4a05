import type { CylinderForWork } from './hold'

/** Cylinders that give together: of one line on one set, or named for one piece of work. Any other gives on its own. */
export function suppliesOf(
  cylinders: ReadonlyMap<string, CylinderForWork>,
  work: readonly { cylinder_ids: readonly string[] }[] = [],
): CylinderForWork[][] {
  let groups = [...cylinders.values()].map((one) => [one])
  const join = (same: (one: CylinderForWork) => boolean): void => {
    const touched = groups.filter((group) => group.some(same))
    if (touched.length > 1)
      groups = [...groups.filter((group) => !touched.includes(group)), touched.flat()]
  }
  for (const { setId, line } of cylinders.values())
    if (setId !== null) join((one) => one.setId === setId && one.line === line)
  for (const { cylinder_ids } of work) {
    const lines = new Set(cylinder_ids.map((id) => cylinders.get(id)?.line))
    for (const line of lines) join((one) => one.line === line && cylinder_ids.includes(one.id))
  }
  return groups
}
