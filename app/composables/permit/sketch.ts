import type { Ref } from 'vue'
import { begin, editBetween, make, redo, undo, type History } from '#core/plan/edit'
import { PLAN_KINDS, type ThingKind } from '#core/plan/kinds.table'
import { middleOfAll } from '#core/plan/move'
import type { Plan, Shape, Thing } from '#core/plan/plan'

const byId = (things: readonly Thing[]): Map<string, Thing> =>
  new Map(things.map((thing) => [thing.id, thing]))

/** Drawing on the sketch of one permit; what was done can be taken back until it is left. */
export function useSketch(sketch: Ref<Plan>) {
  const history = shallowRef<History>(begin(byId(sketch.value.things)))
  const things = computed(() => [...history.value.things.values()])
  const floor = computed(() => sketch.value.floors[0]!)
  const chosen = ref<string[]>([])

  function show(next: History): void {
    history.value = next
    sketch.value = { ...sketch.value, things: [...next.things.values()] }
    chosen.value = chosen.value.filter((id) => next.things.has(id))
  }
  function step(change: (things: Map<string, Thing>) => void): void {
    const next = new Map(history.value.things)
    change(next)
    show(make(history.value, editBetween(history.value.things, next)))
  }
  function add(kind: ThingKind, shape: Shape, facts: Thing['facts'] = {}): void {
    const number = things.value.filter((thing) => thing.kind === kind).length + 1
    const name = `${PLAN_KINDS[kind].name} ${number}`
    const id = crypto.randomUUID()
    step((all) => all.set(id, { id, kind, floor: floor.value.id, name, shape, facts, of: null }))
    chosen.value = [id]
  }
  const put = (changed: readonly Thing[]): void =>
    step((all) => {
      for (const thing of changed) all.set(thing.id, thing)
    })
  const remove = (): void =>
    step((all) => {
      for (const id of chosen.value) all.delete(id)
    })
  const middle = computed(() => middleOfAll(things.value.map(({ shape }) => shape)))
  return {
    things,
    floor,
    chosen,
    middle,
    add,
    put,
    remove,
    mayUndo: computed(() => history.value.done.length > 0),
    mayRedo: computed(() => history.value.undone.length > 0),
    undo: () => show(undo(history.value)),
    redo: () => show(redo(history.value)),
    setOutdoors: (outdoors: boolean) => {
      sketch.value = { ...sketch.value, floors: [{ ...floor.value, outdoors }] }
    },
  }
}
