import type { ComputedRef, Ref } from 'vue'
import { assessJob } from '#core/assessment/assess'
import type { Finding } from '#core/finding/finding'
import { isPrivate } from '#core/people/private'
import { helmetSetting, nearestHelmet, type Helmet } from '#core/shade/helmet'
import type { Eyes } from '#core/shade/personal'
import { shadeBand } from '#core/shade/search'
import { assignShade } from '#core/shade/shade'
import { gasRoutes } from '#shared/gas/routes'
import type { Gear } from '#shared/inspection/schema'
import { gearState } from '#shared/inspection/state'
import type { Job, JobBody } from '#shared/job/schema'
import { peopleRoutes } from '#shared/people/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

const asHelmet = (gear: Gear | null): Helmet | null =>
  gear?.ranges ? { name: gear.label, ranges: gear.ranges } : null
const isFreeHelmet = (gear: Gear): boolean =>
  gear.kind === 'helmet' && !gear.lockReason && !gear.due && gear.assignedToId === null

/** The same core that the server judges with, on what is typed this moment. */
export function useJobAssessment(
  draft: Ref<JobBody>,
  job: Ref<Job | null>,
  store: ComputedRef<Gear[]>,
) {
  const signIn = useSignIn()
  const rules = computed(() => signIn.me!.site.rules)
  const { data, load: loadWelder } = useLoad(() =>
    call(peopleRoutes.person, { params: { id: draft.value.welderId! } }),
  )
  watch(
    () => draft.value.welderId,
    (now) => {
      if (now) void loadWelder()
    },
  )
  /** The person named, once read. */
  const welder = computed(() =>
    data.value?.person.id === draft.value.welderId ? data.value : null,
  )
  const eyes = computed<Eyes | null>(() => {
    if (!welder.value?.record) return null
    const { lightSensitive, correction, tint } = welder.value.record
    const band = shadeBand(draft.value.spec)
    const found = welder.value.shades.find((entry) => entry.band === band)?.shade ?? null
    return { lightSensitive, correction, tint, found }
  })
  const helmet = computed(
    () => store.value.find((gear) => gear.id === draft.value.helmetId) ?? null,
  )
  /** What the job names; a helmet only while it is locked out. */
  const named = computed(() => {
    const ids = [...draft.value.gearIds, ...draft.value.cylinderIds]
    return store.value.filter(
      (gear) => ids.includes(gear.id) || (gear === helmet.value && gear.lockReason !== null),
    )
  })
  const { data: forWork, load: loadCylinders } = useLoad(() =>
    call(gasRoutes.cylindersForWork, { query: { ids: draft.value.cylinderIds.join(',') } }),
  )
  watch(
    () => draft.value.cylinderIds.join(),
    (ids) => {
      if (ids) void loadCylinders()
    },
    { immediate: true },
  )
  /** What the cylinders named hold, and what keeps them from work. */
  const cylinders = computed(() =>
    (forWork.value ?? []).filter(({ id }) => draft.value.cylinderIds.includes(id)),
  )
  /** The helmet of the store that comes nearest, offered when the one named falls short. */
  const instead = computed(() => {
    const { floor, working } = assignShade(draft.value.spec, rules.value)
    if (floor === null || working === null) return null
    const own = asHelmet(helmet.value)
    if (own && helmetSetting(own, floor, working).reaches) return null
    const free = store.value.filter(isFreeHelmet)
    return nearestHelmet(
      free.map((gear) => ({ name: gear.label, ranges: gear.ranges ?? [] })),
      floor,
      working,
    )
  })
  /** Where the eyes of the person named are not ours to know, what the server says of them: ready or not. */
  const withheldEyes = computed(() =>
    welder.value && !welder.value.record && welder.value.person.id === job.value?.welderId
      ? job.value.findings.filter(isPrivate)
      : [],
  )
  const { today } = useSiteTime()
  const judged = computed(() =>
    assessJob(draft.value.spec, {
      rules: rules.value,
      eyes: eyes.value,
      instead: instead.value,
      airCheck: job.value?.airCheck ?? null,
      airNow: job.value?.airNow ?? [],
      helmet: asHelmet(helmet.value),
      gear: named.value.map((gear) => ({
        ...gearState(gear, { today: today(), grace: signIn.me!.site.inspection.grace }),
        held: cylinders.value.find(({ id }) => id === gear.id)?.held ?? [],
      })),
      cylinders: cylinders.value,
      drawSchool: signIn.me!.site.gas.drawSchool,
    }),
  )
  const assessment = computed(() => ({
    ...judged.value,
    findings: [...judged.value.findings, ...withheldEyes.value],
  }))
  const findingsOf = (step: Finding['step']): Finding[] =>
    assessment.value.findings.filter((finding) => finding.step === step)
  /** Pieces that the person named lacks on record, and who supplies each. */
  const kit = computed(() => ({
    lacks: (welder.value?.kit ?? [])
      .filter((entry) => entry.state === 'lacks')
      .map((entry) => entry.ppeId),
    supplied: Object.fromEntries(
      (welder.value?.kitList ?? []).map((line) => [line.ppeId, line.supplier]),
    ),
  }))
  return { rules, welder, loadWelder, helmet, named, assessment, findingsOf, kit }
}
