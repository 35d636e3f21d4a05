import { randomUUID } from 'node:crypto'
import { caseOfJob } from '#core/air/basis'
import type { AirCase } from '#core/air/case'
import type { Composition } from '#core/fume/composition'
import type { Section } from '#core/hood/section'
import type { JobSpec } from '#core/job/job'
import { allGear } from '#server/db/gear'
import { inOrganisation } from '#server/db/pool'
import { assess } from '#server/services/air/assess'
import { addConsumable } from '#server/services/air/consumable'
import { logSurvey, setHood } from '#server/services/air/station'
import type { Actor } from '#server/services/actor'
import { addSample } from '#server/services/sampling/samples'
import { readStations, scopeOf } from '#server/services/shop/shop'
import { dayAfter } from '#core/calendar/day'

const DAY = 86_400_000
const FPM = 0.3048 / 60
const CFM = 0.3048 ** 3 / 60

const arm = (flow: number, hood: Section['hood']): Section => ({
  process: 'GMAW',
  amps: 180,
  shape: 'flanged',
  opening: 0.3048,
  duct: 0.1397,
  flow: flow * CFM,
  damper: 1,
  hood,
  head: { x: -0.38, y: 0.42 },
  draft: 0,
})

/** Hoods of the bays, with surveys over a year: air speed falls as the filter loads, jumps when it is changed. Invented. */
const HOODS: {
  station: string
  section: Section
  need: number
  days: readonly (readonly [ago: number, fpm: number, changed?: true])[]
}[] = [
  ...Array.from({ length: 9 }, (_, i) => ({
    station: `Booth ${i + 1}`,
    section: arm(640, { x: 0.13, y: 0.2 }),
    need: 100 * FPM,
    days: [
      [355, 148 - i, true],
      [268, 139 - i],
      [180, 128 - i],
      [95, 150 - i, true],
      [70, 148.6 - i],
      [45, 146.8 - i],
      [12 + i * 3, 145 - i],
    ] as const,
  })),
  {
    station: 'Booth 10',
    section: arm(520, { x: 0.2, y: 0.28 }),
    need: 100 * FPM,
    days: [
      [350, 141, true],
      [262, 131],
      [170, 121],
      [82, 109],
      [40, 104.5],
    ],
  },
  {
    station: 'Pipe bay',
    section: { ...arm(380, { x: 0.15, y: 0.2 }), process: 'GTAW', amps: 120 },
    need: 100 * FPM,
    days: [
      [300, 150, true],
      [205, 138],
      [118, 124],
    ],
  },
]

const WIRE: Composition = {
  name: 'TH-71 cored wire',
  process: 'FCAW',
  alloy: 'steel',
  fume: 11.4,
  of: 'fume',
  parts: { manganese: 0.07, fluorides: 0.03, chromium: 0.001, iron: 0.55, other: 0.349 },
  reference: 'Data sheet TH-71, invented',
}

/** Days of personal sampling, mg/m3. Invented. */
const SAMPLED: {
  group: string
  substance: 'manganese' | 'fume' | 'chromiumVI'
  values: readonly (number | `<${number}`)[]
  task: string
  job?: string
}[] = [
  {
    group: 'Plate shop welders',
    substance: 'fume',
    task: 'Wire welding, plate shop',
    values: [1.1, 0.8, 2.3, 1.6, 0.9, 1.9, 3.1, 1.2],
  },
  {
    group: 'Plate shop welders',
    substance: 'manganese',
    task: 'Wire welding, plate shop',
    values: [0.06, 0.05, 0.14, 0.1, 0.05, 0.11, 0.19, 0.07],
  },
  {
    group: 'Apprentice bay',
    substance: 'fume',
    task: 'Practice fillets',
    values: [0.42, 0.35, 0.7, 0.51, 0.44, 0.62, 0.38],
    job: 'fillets',
  },
  {
    group: 'Pipe bay, TIG',
    substance: 'chromiumVI',
    task: 'TIG on stainless',
    values: ['<0.0002', 0.0004, 0.0003, 0.0005, 0.0004, 0.0003, 0.0006],
  },
]

/** Hoods, surveys, a wire of the shop's own, assessments and samples, through the same use cases that people use. */
export async function addAir(
  actor: Actor,
  jobs: Map<string, string>,
  specs: ReadonlyMap<string, JobSpec>,
  today: string,
): Promise<void> {
  const stations = await readStations(actor)
  const [airMeter] = (
    await inOrganisation(actor.organisation, async (db) =>
      allGear(db, await scopeOf(db, actor), 'airMeter'),
    )
  ).flatMap(({ id, label }) => (label === 'AM-2' ? [id] : []))
  const at = (ago: number): Actor => ({ ...actor, now: new Date(actor.now.getTime() - ago * DAY) })
  for (const hood of HOODS) {
    const station = stations.find((entry) => entry.name === hood.station)!.id
    await setHood(at(400), station, { section: hood.section, need: hood.need, surveyDays: 90 })
    for (const [ago, fpm, changed] of hood.days)
      await logSurvey(at(ago), station, {
        id: randomUUID(),
        on: dayAfter(today, -ago),
        velocity: fpm * FPM,
        staticPressure: null,
        filterChanged: changed ?? false,
        meterId: airMeter!,
        note: changed ? 'New filter' : '',
      })
  }
  await addConsumable(at(90), WIRE)
  for (const job of ['fillets', 'practice'] as const) {
    const air: AirCase = { ...caseOfJob(specs.get(job)!), near: { radius: 0.5, airSpeed: 0.2 } }
    await assess(at(75), jobs.get(job)!, {
      air,
      seed: 20_260,
      draws: 10_000,
      note: 'First look, before sampling',
    })
  }
  for (const [i, set] of SAMPLED.entries()) {
    for (const [n, result] of set.values.entries()) {
      const under = typeof result === 'string'
      await addSample(at(60 - n * 7), {
        // One welder carries one pump a day: each group has its own days.
        on: dayAfter(today, -(60 - n * 7) - i),
        kind: 'personal',
        group: set.group,
        who: `Welder ${(n % 3) + 1}`,
        task: set.task,
        pump: `P-${(n % 4) + 1}`,
        substance: set.substance,
        startsAt: null,
        minutes: 420,
        shiftMinutes: 480,
        value: under ? Number(result.slice(1)) : result,
        underDetection: under,
        rest: 'as_sampled',
        reference: `AS-${20 + i}`,
        jobId: set.job ? jobs.get(set.job)! : null,
      })
    }
  }
}
