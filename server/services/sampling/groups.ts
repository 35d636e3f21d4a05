import { dayText } from '#core/calendar/day'
import type { Finding } from '#core/finding/finding'
import { asSubstance, limitsOf, strictest } from '#core/exposure/limits.table'
import { unitOf, type Substance } from '#core/exposure/terms'
import { judgeSamples } from '#core/sampling/judge'
import type { DayFault } from '#core/sampling/parts'
import { probabilityPoints } from '#core/sampling/lognormal'
import { inOrganisation } from '#server/db/pool'
import { sampleGroups, samplesOfGroup } from '#server/db/sample'
import type { SampleGroup } from '#shared/sampling/schema'
import type { Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import { daysOf, type RefusedDay } from './days'

export const readGroups = (
  actor: Actor,
): Promise<{ group: string; substance: Substance; days: number }[]> =>
  inOrganisation(actor.organisation, (db) => sampleGroups(db, actor.site))

const WHY: Record<DayFault, string> = {
  moreThanDay: 'cover more than 24 h',
  overlap: 'overlap in time',
  startNeeded: 'are longer than the shift together, and nobody wrote down when each began',
}

/** A group with a day that cannot be is not judged by the others alone. */
function refusedFinding(finding: Finding, [first, ...others]: readonly RefusedDay[]): Finding {
  if (!first) return finding
  const more = others.length > 0 ? `, and ${others.length} more days` : ''
  return {
    ...finding,
    level: finding.level === 'stop' ? 'stop' : 'unknown',
    sentence: `Not judged: the parts of ${first.who} on ${dayText(first.on)}${more} ${WHY[first.fault]}.`,
    remedy: 'Take the wrong part out of the samples, or log it again with its time.',
  }
}

export function readGroup(actor: Actor, group: string, substance: Substance): Promise<SampleGroup> {
  return inOrganisation(actor.organisation, async (db) => {
    const {
      rules: { limits: adopted },
    } = await scopeOf(db, actor)
    const { days, refused } = daysOf(await samplesOfGroup(db, actor.site, group, substance))
    const answer = judgeSamples(days, substance, adopted)
    const deciding = strictest(substance, 'twa', adopted)
    return {
      group,
      substance,
      unit: unitOf(substance),
      days: days.map(({ jobId: _, ...day }) => day),
      finding: refusedFinding(answer.finding, refused),
      fit: answer.fit && {
        ...answer.fit,
        p95: answer.p95!,
        upper70: answer.upper70!,
        upper95: answer.upper95!,
        exceedance: answer.exceedance,
      },
      compliance: answer.compliance && {
        test: answer.compliance.test,
        verdict: answer.compliance.verdict,
        sentence: answer.compliance.sentence,
      },
      points: answer.values.length > 0 ? probabilityPoints(answer.values) : [],
      limits: limitsOf(substance)
        .filter((limit) => limit.kind === 'twa')
        .map((limit) => ({
          set: limit.set,
          value: asSubstance(limit),
          decides: limit === deciding,
        })),
    }
  })
}
