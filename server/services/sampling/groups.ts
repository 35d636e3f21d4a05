import { dayText, DAY_MINUTES } from '#core/calendar/day'
import type { Finding } from '#core/finding/finding'
import { asSubstance, limitsOf, strictest } from '#core/exposure/limits.table'
import { unitOf, type Substance } from '#core/exposure/terms'
import { judgeSamples } from '#core/sampling/judge'
import { averageOfParts } from '#core/sampling/parts'
import { probabilityPoints } from '#core/sampling/lognormal'
import { inOrganisation } from '#server/db/pool'
import { sampleGroups, samplesOfGroup } from '#server/db/sample'
import type { Sample, SampleGroup } from '#shared/sampling/schema'
import type { Actor } from '../actor'
import { scopeOf } from '../shop/shop'

export const readGroups = (
  actor: Actor,
): Promise<{ group: string; substance: Substance; days: number }[]> =>
  inOrganisation(actor.organisation, (db) => sampleGroups(db, actor.site))

interface SampledDay {
  on: string
  who: string
  value: number
  underDetection: boolean
  jobId: string | null
}

/**
 * One person on one day: the 8 h average of all parts. It is under the detection limit when every part is.
 * A day whose parts cannot be one, of more than 24 h, is left out and named.
 */
export function daysOf(samples: readonly Sample[]): {
  days: SampledDay[]
  refused: { on: string; who: string }[]
} {
  const days = new Map<string, Sample[]>()
  for (const sample of samples) {
    const key = `${sample.on} ${sample.who}`
    days.set(key, [...(days.get(key) ?? []), sample])
  }
  const whole = [...days.values()]
  const minutesOf = (parts: readonly Sample[]): number =>
    parts.reduce((sum, part) => sum + part.minutes, 0)
  const refused = whole.filter((parts) => minutesOf(parts) > DAY_MINUTES)
  return {
    days: whole.filter((parts) => !refused.includes(parts)).map(dayOf),
    refused: refused.map(([first]) => ({ on: first!.on, who: first!.who })),
  }
}

function dayOf(parts: readonly Sample[]): SampledDay {
  const under = parts.every((part) => part.underDetection)
  // A part under the limit among others counts as its limit over root 2; a day wholly under keeps the limit itself, which the statistics substitute.
  const value = averageOfParts(
    parts.map((part) => ({
      minutes: part.minutes,
      value: part.underDetection && !under ? part.value / Math.SQRT2 : part.value,
    })),
    parts[0]!.rest,
    parts[0]!.shiftMinutes,
  )
  return {
    on: parts[0]!.on,
    who: parts[0]!.who,
    value,
    underDetection: under,
    jobId: parts[0]!.jobId,
  }
}

/** A group with a day that cannot be is not judged by the others alone. */
function refusedFinding(
  finding: Finding,
  [first, ...others]: readonly { on: string; who: string }[],
): Finding {
  if (!first) return finding
  const more = others.length > 0 ? `, and ${others.length} more days` : ''
  return {
    ...finding,
    level: finding.level === 'stop' ? 'stop' : 'unknown',
    sentence: `Not judged: the parts of ${first.who} on ${dayText(first.on)}${more} cover more than 24 h.`,
    remedy: 'Take the wrong part out of the samples.',
  }
}

export function readGroup(actor: Actor, group: string, substance: Substance): Promise<SampleGroup> {
  return inOrganisation(actor.organisation, async (db) => {
    const {
      rules: { limits: adopted },
    } = await scopeOf(db, actor)
    const { days, refused } = daysOf(await samplesOfGroup(db, actor.site, group, substance))
    const positive = days.filter((day) => day.value > 0)
    const answer = judgeSamples(positive, substance, adopted)
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
