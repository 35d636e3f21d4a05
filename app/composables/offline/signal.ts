/** Whether the server is heard, as the newest request found; and how far this device's clock is off. */
const offlineSince = ref<number | null>(null)
/** The oldest answer that is shown from this device, ms by its clock; null: all is fresh. */
const shownFrom = ref<number | null>(null)
const SKEW = 'zonaris-skew'
/** The header says whole seconds, ms. */
const HALF_A_SECOND = 500

/** Called when the server is heard again. */
const onBack = new Set<() => void>()

export const useSignal = () => ({
  offlineSince: readonly(offlineSince),
  shownFrom: readonly(shownFrom),
})

export const isOffline = (): boolean => offlineSince.value !== null

/** @param then called each time that the server is heard again */
export const whenBack = (then: () => void): void => void onBack.add(then)

/** No answer came. */
export function lostSignal(): void {
  offlineSince.value ??= Date.now()
}

/** An answer came, whatever it says. */
export function heardServer(answer: Response): void {
  const said = Date.parse(answer.headers.get('date') ?? '')
  if (Number.isFinite(said)) localStorage.setItem(SKEW, String(said + HALF_A_SECOND - Date.now()))
  if (offlineSince.value === null) return
  offlineSince.value = null
  shownFrom.value = null
  for (const then of onBack) then()
}

/** Something is shown that this device kept. */
export function showsKept(at: number): void {
  shownFrom.value = Math.min(shownFrom.value ?? Infinity, at)
}

/** Server less device, ms, when the server was last heard; null: never. */
export function knownSkew(): number | null {
  const kept = localStorage.getItem(SKEW)
  return kept === null ? null : Number(kept)
}
