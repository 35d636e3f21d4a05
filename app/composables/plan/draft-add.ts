import type { Thing } from '#core/plan/plan'
import { extentOf } from '#core/plan/shape'
import { planRoutes } from '#shared/plan/routes'
import type { Draft } from '#shared/plan/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'

/** Adding to the draft of the plan from outside the editor. */
export function useDraftAdd() {
  const { data, load, failure } = useLoad<Draft>(() => call(planRoutes.planDraft, {}))
  onMounted(load)
  const events = useEventIds()
  const floor = computed(() => data.value?.floors[0]?.id ?? 'ground')
  const rooms = computed(() => data.value?.things.filter(({ kind }) => kind === 'room') ?? [])
  /** Without an answer it is sent again as the same, so that it counts once. */
  async function add(things: readonly Thing[]): Promise<void> {
    const changes = things.map((thing) => ({ id: thing.id, version: null, thing }))
    await events.once('draft-add', changes, (id) =>
      call(planRoutes.changeDraft, { body: { id, changes } }),
    )
    await load()
  }
  /** Beside the room farthest to the east, or the origin, m. */
  const nextEast = computed(() =>
    rooms.value.length === 0 ? 0 : extentOf(...rooms.value.map(({ shape }) => shape)).east,
  )
  return { floor, rooms, nextEast, add, failure, load }
}
