import type { Ref } from 'vue'
import type { Section } from '#core/hood/section'
import { HEIGHT, type Drawing, type Handle } from '~/components/hood/section'

const KEY_STEP = 0.01
const DAMPER_STEP = 0.05
const BY: Record<string, { x: number; y: number }> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
}
/** Nearer to the arc than this a hood has no direction, m. */
const OFF_THE_ARC = 0.03

const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Math.round(value * 1000) / 1000))

/** Hood, head, arc and damper of a section, moved by pointer or by arrow keys. */
export function useSectionMove(
  section: Ref<Section>,
  plot: Readonly<Ref<SVGSVGElement | null>>,
  view: Readonly<Ref<Drawing>>,
  disabled: () => boolean,
) {
  const moving = ref<Handle | null>(null)
  let arcFrom = 0

  function placeDamper(share: number): void {
    section.value = { ...section.value, damper: clamp(share, 0, 1) }
  }
  /** The arc is the origin: lifting the work lowers everything else. */
  function liftArc(by: number): void {
    const { hood, head } = section.value
    const lowered = (y: number): number => clamp(y - by, view.value.bottom, view.value.top)
    section.value = {
      ...section.value,
      hood: { ...hood, y: lowered(hood.y) },
      head: { ...head, y: lowered(head.y) },
    }
  }
  function place(handle: 'hood' | 'head', x: number, y: number): void {
    const { left, right, top, bottom } = view.value
    const to = { x: clamp(x, left, right), y: clamp(y, bottom, top) }
    if (handle === 'hood' && Math.hypot(to.x, to.y) < OFF_THE_ARC) return
    section.value = { ...section.value, [handle]: to }
  }

  function drag(event: PointerEvent): void {
    if (!plot.value || disabled()) return
    const box = plot.value.getBoundingClientRect()
    const across = ((event.clientX - box.left) / box.width) * view.value.width
    const x = view.value.metresX(across)
    const y = view.value.metresY(((event.clientY - box.top) / box.height) * HEIGHT)
    if (event.type === 'pointerdown') {
      const handle = (event.target as Element).closest<SVGElement>('[data-handle]')
      if (!handle) return
      moving.value = handle.dataset.handle as Handle
      arcFrom = y
      plot.value.setPointerCapture(event.pointerId)
    }
    if (moving.value === 'damper')
      placeDamper((across - view.value.damper.x) / view.value.damper.width)
    else if (moving.value === 'arc') {
      liftArc(y - arcFrom)
      arcFrom = y
    } else if (moving.value) place(moving.value, x, y)
  }
  function drop(): void {
    moving.value = null
  }
  function press(handle: Handle, event: KeyboardEvent): void {
    const by = BY[event.key]
    if (!by || disabled()) return
    event.preventDefault()
    const step = event.shiftKey ? KEY_STEP * 10 : KEY_STEP
    if (handle === 'damper')
      placeDamper(section.value.damper + (by.x + by.y) * DAMPER_STEP * (event.shiftKey ? 5 : 1))
    else if (handle === 'arc') liftArc(by.y * step)
    else {
      const at = section.value[handle]
      place(handle, at.x + by.x * step, at.y + by.y * step)
    }
  }
  return { drag, drop, press }
}
