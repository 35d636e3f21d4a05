import { useDebounceFn } from '@vueuse/core'
import {
  begin,
  editBetween,
  goOn,
  make,
  redo,
  undo,
  type Change,
  type History,
} from '#core/plan/edit'
import type { Thing } from '#core/plan/plan'
import { middleOfAll, moved, turned } from '#core/plan/move'
import { planRoutes } from '#shared/plan/routes'
import type { Draft } from '#shared/plan/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { asFailure } from '~/composables/load'

/** Drawn without a pause it is sent together. */
const SOON_MS = 250
/** Typed within it, it is one step. */
const ONE_STEP_MS = 1500
/** So many things are sent at once. */
const MOST_AT_ONCE = 200
/** How far a copy lies from what it was made of, m. */
const BESIDE = 1

/**
 * The draft of a plan as one person draws on it: what was done and can be taken back, what is chosen, and what the server has of it.
 * Every step is sent by itself; what somebody else changed meanwhile is shown as it is there, and said.
 */
export function usePlanEditor(draft: Draft) {
  const history = shallowRef<History>(begin(thingsOf(draft)))
  const things = computed(() => [...history.value.things.values()])
  const chosen = ref<string[]>([])
  const versions = new Map(draft.things.map(({ id, version }) => [id, version]))
  const waiting = new Set<string>()
  let sent: string[] = []
  let typed = { id: '', at: 0 }
  const saving = ref(false)
  /** Something was drawn that the server does not have yet. */
  const open = ref(false)
  const message = ref('')
  /** Counts what the server has taken, so that what depends on it is read anew. */
  const saved = ref(0)
  const events = useEventIds()

  function change(edit: readonly Change[]): void {
    typed = { id: '', at: 0 }
    step(make(history.value, edit))
  }
  function step(next: History): void {
    const changed = editBetween(history.value.things, next.things)
    history.value = next
    chosen.value = chosen.value.filter((id) => next.things.has(id))
    for (const { id } of changed) waiting.add(id)
    open.value = waiting.size > 0
    void sendSoon()
  }

  async function send(): Promise<void> {
    if (saving.value) return
    saving.value = true
    try {
      while (waiting.size > 0) await sendWaiting()
    } catch (error) {
      const failure = asFailure(error)
      message.value = failure.message
      if (failure.code === 'changed') await takeTheirs(failure.fields.map(({ path }) => path))
    } finally {
      saving.value = false
      open.value = waiting.size > 0
    }
  }
  const sendSoon = useDebounceFn(send, SOON_MS)

  async function sendWaiting(): Promise<void> {
    const ids = [...waiting].slice(0, MOST_AT_ONCE)
    const changes = ids
      .map((id) => ({
        id,
        version: versions.get(id) ?? null,
        thing: history.value.things.get(id) ?? null,
      }))
      .filter(({ version, thing }) => version !== null || thing !== null)
    if (changes.length > 0) {
      sent = changes.map(({ id }) => id)
      // Without an answer it is sent again as the same, so that it counts once.
      const { versions: now } = await events.once('plan', changes, (id) =>
        call(planRoutes.changeDraft, { body: { id, changes } }),
      )
      for (const { id } of changes) {
        if (now[id] === undefined) versions.delete(id)
        else versions.set(id, now[id])
      }
    }
    for (const { id, thing } of changes)
      if ((history.value.things.get(id) ?? null) === thing) waiting.delete(id)
    for (const id of ids) if (!changes.some((one) => one.id === id)) waiting.delete(id)
    message.value = ''
    saved.value++
  }

  /**
   * What somebody else changed meanwhile is shown as it is there; everything else that was drawn here stays, and is sent again.
   * Steps from before it can no longer be taken back.
   * @param met the places of what was met, as `changes.3`
   */
  async function takeTheirs(met: readonly string[]): Promise<void> {
    const lost = new Set(met.map((path) => sent[Number(path.split('.')[1])]))
    const mine = [...waiting].filter((id) => !lost.has(id))
    const before = history.value.things
    const now = await call(planRoutes.planDraft, {})
    versions.clear()
    for (const { id, version } of now.things) versions.set(id, version)
    const theirs = thingsOf(now)
    const things = new Map(theirs)
    for (const id of mine) {
      const thing = before.get(id)
      if (thing) things.set(id, thing)
      else things.delete(id)
    }
    waiting.clear()
    history.value = make(begin(theirs), editBetween(theirs, things))
    for (const id of mine) waiting.add(id)
    saved.value++
    const says = message.value
    while (waiting.size > 0) await sendWaiting()
    message.value = says
  }

  const put = (next: readonly Thing[]): void =>
    change(
      next.map((thing) => ({
        id: thing.id,
        before: history.value.things.get(thing.id) ?? null,
        after: thing,
      })),
    )
  const ofChosen = (): Thing[] => things.value.filter(({ id }) => chosen.value.includes(id))
  /** Everything that is drawn, by something else. */
  function replace(next: readonly Thing[]): void {
    const to = new Map(next.map((thing) => [thing.id, thing]))
    change(editBetween(history.value.things, to))
  }
  function remove(): void {
    change(ofChosen().map((thing) => ({ id: thing.id, before: thing, after: null })))
  }
  function copy(): void {
    const copies = ofChosen().map((thing) => ({
      ...thing,
      id: crypto.randomUUID(),
      of: null,
      shape: moved(thing.shape, { x: BESIDE, y: -BESIDE }),
    }))
    put(copies)
    chosen.value = copies.map(({ id }) => id)
  }
  const move = (x: number, y: number): void =>
    put(ofChosen().map((thing) => ({ ...thing, shape: moved(thing.shape, { x, y }) })))
  /** About the middle of what is chosen. @param degrees against the clock */
  function turn(degrees: number): void {
    const all = ofChosen()
    const about = middleOfAll(all.map(({ shape }) => shape))
    put(all.map((thing) => ({ ...thing, shape: turned(thing.shape, about, degrees) })))
  }
  function add(thing: Omit<Thing, 'id'>): void {
    const id = crypto.randomUUID()
    put([{ ...thing, id }])
    chosen.value = [id]
  }
  /** As somebody types: what follows within a moment on the same thing is one step with it. */
  function type(thing: Thing): void {
    const before = history.value.things.get(thing.id) ?? null
    const edit = [{ id: thing.id, before, after: thing }]
    const now = Date.now()
    const goesOn = typed.id === thing.id && now - typed.at < ONE_STEP_MS
    typed = { id: thing.id, at: now }
    step(goesOn ? goOn(history.value, edit) : make(history.value, edit))
  }

  function takeBack(next: History): void {
    typed = { id: '', at: 0 }
    step(next)
  }

  return {
    things,
    chosen,
    open,
    saved,
    message,
    mayUndo: computed(() => history.value.done.length > 0),
    mayRedo: computed(() => history.value.undone.length > 0),
    put,
    add,
    replace,
    remove,
    copy,
    move,
    turn,
    type,
    undo: () => takeBack(undo(history.value)),
    redo: () => takeBack(redo(history.value)),
    send,
  }
}
export type PlanEditing = ReturnType<typeof usePlanEditor>

const thingsOf = (draft: Draft): Map<string, Thing> =>
  new Map(draft.things.map(({ version: _, ...thing }) => [thing.id, thing as Thing]))
