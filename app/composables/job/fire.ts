import type { Ref } from 'vue'
import { byWorst, worstLevel } from '#core/finding/finding'
import type { StepAnswer } from '#core/assessment/answer'
import type { Job, JobBody } from '#shared/job/schema'
import { permitRoutes } from '#shared/permit/routes'
import type { Permit } from '#shared/permit/schema'
import type { PlacedStation } from '#shared/shop/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Whether the place of a job needs a permit, and how the open one stands. */
export function useJobFire(
  draft: Ref<JobBody>,
  job: Ref<Job | null>,
  stations: Ref<PlacedStation[] | null>,
) {
  const { data: permit, load } = useLoad<Permit>(() =>
    call(permitRoutes.permit, { params: { id: job.value!.openPermit!.id } }),
  )
  async function loadPermit(): Promise<void> {
    if (job.value?.openPermit) await load()
  }
  const placed = computed(() => draft.value.stationId !== null || Boolean(draft.value.place))
  /** Why its place needs a permit or none; null: it is at no station. */
  const hotWork = computed(
    () => stations.value?.find((station) => station.id === draft.value.stationId)?.hotWork ?? null,
  )
  const designated = computed(() => hotWork.value?.isDesignated ?? false)
  const answer = computed((): StepAnswer => {
    const step = 'fire' as const
    if (!placed.value)
      return { step, level: 'unknown', answer: 'No place', says: 'Say where the work is.' }
    if (designated.value)
      return { step, level: 'clear', answer: 'No permit', says: hotWork.value!.because }
    if (!permit.value)
      return {
        step,
        level: 'unknown',
        answer: 'Permit first',
        says: 'Outside a designated area: sweep, permit and fire watch.',
      }
    const found = permit.value.live.filter((finding) => finding.step === 'fire')
    return {
      step,
      level: worstLevel(found),
      answer: `Permit ${permit.value.number}`,
      says: `${permit.value.state}. ${byWorst(found)[0]?.sentence ?? ''}`,
    }
  })
  return { permit, loadPermit, placed, designated, hotWork, answer }
}
