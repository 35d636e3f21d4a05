import { select } from 'd3-selection'
import { zoom, zoomIdentity, zoomTransform, type ZoomTransform } from 'd3-zoom'
import type { Ref } from 'vue'
import type { Point, Thing } from '#core/plan/plan'
import { extentOf, type Extent } from '#core/plan/shape'

/** Pixels a metre: a whole yard, and a bracket on a wall. */
const SCALES: [number, number] = [1, 400]
/** Left free around everything, share of the page. */
const MARGIN = 0.06
/** Shown around one thing, m. */
const AROUND = 4

const isByHand = (event: Event | null): boolean =>
  event?.type === 'mousemove' || event?.type === 'touchmove'

interface ZoomEvent {
  transform: ZoomTransform
  sourceEvent: Event | null
}

/** How a plan lies on the page: moved and zoomed by mouse, finger and buttons. */
export function usePlanView(
  /** What the hand moves on; it stays where it is. */
  stage: Readonly<Ref<HTMLElement | null>>,
  things: Readonly<Ref<readonly Thing[]>>,
  /** Whether a press moves the page, rather than draws or drags. */
  movesPage: (event: Event) => boolean,
) {
  const transform = shallowRef<ZoomTransform>(zoomIdentity.translate(40, 400).scale(10))
  const scale = computed(() => transform.value.k)
  /** While a hand moves it, how far it has carried what is drawn, px; null: it lies still. */
  const carried = shallowRef<Point | null>(null)
  const behaviour = zoom<HTMLElement, unknown>()
    .scaleExtent(SCALES)
    .filter((event: Event) => movesPage(event))
    .on('zoom', ({ transform: now, sourceEvent }: ZoomEvent) => {
      const { k, x, y } = transform.value
      if (isByHand(sourceEvent) && now.k === k) carried.value = { x: now.x - x, y: now.y - y }
      else lay(now)
    })
    .on('end', () => stage.value && lay(zoomTransform(stage.value)))
  /** Drawn where it lies now. */
  function lay(now: ZoomTransform): void {
    transform.value = now
    carried.value = null
  }

  onMounted(() => {
    if (!stage.value) return
    select(stage.value).call(behaviour).on('dblclick.zoom', null)
    showAll()
  })

  /** Everything that is drawn, as large as the page allows. */
  function showAll(): void {
    if (things.value.length > 0) fit(extentOf(...things.value.map(({ shape }) => shape)))
  }
  /** One thing with what stands around it. */
  function show({ shape }: Thing): void {
    const { west, east, south, north } = extentOf(shape)
    fit({
      west: west - AROUND,
      east: east + AROUND,
      south: south - AROUND,
      north: north + AROUND,
    })
  }
  function fit({ west, east, south, north }: Extent): void {
    if (!stage.value) return
    const { width, height } = stage.value.getBoundingClientRect()
    const across = Math.max(1, east - west) * (1 + 2 * MARGIN)
    const up = Math.max(1, north - south) * (1 + 2 * MARGIN)
    const k = Math.max(SCALES[0], Math.min(SCALES[1], width / across, height / up))
    const x = width / 2 - (k * (west + east)) / 2
    const y = height / 2 + (k * (south + north)) / 2
    select(stage.value).call(behaviour.transform, zoomIdentity.translate(x, y).scale(k))
  }
  function zoomBy(factor: number): void {
    if (stage.value) select(stage.value).call(behaviour.scaleBy, factor)
  }
  return { transform, scale, carried, showAll, show, zoomBy }
}
