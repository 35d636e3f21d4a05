import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom'
import type { Ref } from 'vue'
import type { Thing } from '#core/plan/plan'
import { extentOf, type Extent } from '#core/plan/shape'

/** Pixels a metre: a whole yard, and a bracket on a wall. */
const SCALES: [number, number] = [1, 400]
/** Left free around everything, share of the page. */
const MARGIN = 0.06
/** Shown around one thing, m. */
const AROUND = 4

interface ZoomEvent {
  transform: ZoomTransform
  sourceEvent: Event | null
}

/** How a plan lies on the page: moved and zoomed by mouse, finger and buttons. */
export function usePlanView(
  svg: Readonly<Ref<SVGSVGElement | null>>,
  things: Readonly<Ref<readonly Thing[]>>,
  /** Whether a press moves the page, rather than draws or drags. */
  movesPage: (event: Event) => boolean,
) {
  const transform = shallowRef<ZoomTransform>(zoomIdentity.translate(40, 400).scale(10))
  const scale = computed(() => transform.value.k)
  /** Under the hand of the mouse, at this moment. */
  const moving = ref(false)
  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent(SCALES)
    .filter((event: Event) => movesPage(event))
    .on('zoom', ({ transform: now, sourceEvent }: ZoomEvent) => {
      transform.value = now
      moving.value = sourceEvent?.type === 'mousemove'
    })
    .on('end', () => {
      moving.value = false
    })

  onMounted(() => {
    if (!svg.value) return
    select(svg.value).call(behaviour).on('dblclick.zoom', null)
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
    if (!svg.value) return
    const { width, height } = svg.value.getBoundingClientRect()
    const across = Math.max(1, east - west) * (1 + 2 * MARGIN)
    const up = Math.max(1, north - south) * (1 + 2 * MARGIN)
    const k = Math.max(SCALES[0], Math.min(SCALES[1], width / across, height / up))
    const x = width / 2 - (k * (west + east)) / 2
    const y = height / 2 + (k * (south + north)) / 2
    select(svg.value).call(behaviour.transform, zoomIdentity.translate(x, y).scale(k))
  }
  function zoomBy(factor: number): void {
    if (svg.value) select(svg.value).call(behaviour.scaleBy, factor)
  }
  return { transform, scale, moving, showAll, show, zoomBy }
}
