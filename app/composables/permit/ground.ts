import type { Ref } from 'vue'
import { middleOfAll } from '#core/plan/move'
import type { Plan, Point } from '#core/plan/plan'
import type { PermitDraftBody } from '#shared/permit/schema'

/**
 * What the work of a draft is drawn on: its own sketch, or the plan of the shop; and what is pointed at there.
 * @param permit its identifier; the floor of its sketch is called so
 */
export function useGround(
  draft: Ref<PermitDraftBody>,
  permit: string,
  published: Readonly<Ref<Plan | null>>,
) {
  const plan = computed((): Plan | null => draft.value.sketch ?? published.value)
  const sketching = ref(false)
  const sketch = computed({
    get: (): Plan =>
      draft.value.sketch ?? {
        floors: [{ id: permit, name: 'Sketch', outdoors: false, level: 0 }],
        things: [],
      },
    set: (drawn) => {
      draft.value.sketch = drawn as PermitDraftBody['sketch']
    },
  })
  /** On another ground what was pointed at is nowhere. */
  function leaveGround(): void {
    draft.value.work = null
    for (const one of draft.value.found) one.at = null
  }
  function beginSketch(): void {
    if (!draft.value.sketch) {
      leaveGround()
      sketch.value = sketch.value
    }
    sketching.value = true
  }
  function dropSketch(): void {
    draft.value.sketch = null
    leaveGround()
  }
  /** The work is in the middle of what was drawn, until somebody points elsewhere. */
  watch(sketching, (isOpen) => {
    const { sketch: drawn, work } = draft.value
    if (isOpen || !drawn || work || drawn.things.length === 0) return
    const middle = middleOfAll(drawn.things.map(({ shape }) => shape))
    draft.value.work = { floor: drawn.floors[0]!.id, ...middle }
  })

  /** Of what was found, the one whose place is pointed at. */
  const pointing = ref<string | null>(null)
  function pointed(at: Point): void {
    const one = draft.value.found.find(({ id }) => id === pointing.value)
    if (one) one.at = at
    document.getElementById(`found-${pointing.value}`)?.scrollIntoView({ block: 'center' })
    pointing.value = null
  }
  return { plan, sketch, sketching, beginSketch, dropSketch, pointing, pointed }
}
