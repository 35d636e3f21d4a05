<script setup lang="ts">
import { SUPPLIER_NAME, type Zone, type Supplier } from '#core/ppe/terms'
import { propertiesText, type PpeAnswer } from '#core/ppe/ppe'
import { respiratorRow } from '#core/respirator/apf.table'
import type { RespiratorKind } from '#core/job/job'
import { CAP, CAPE, SPOT, STACK, type Side } from '~/components/ppe/figure'

/** Who goes to the work, dressed, from the front and from behind: each piece on its place with a number, the reason one tap away; what is missing only outlined. */
const props = defineProps<{
  answer: PpeAnswer
  shade: number | null
  respirator: RespiratorKind
  missing?: readonly string[]
  supplied?: Readonly<Record<string, Supplier>>
}>()
const chosen = ref<string | null>(null)
const asked = (id: string): boolean => props.answer.wear.some((piece) => piece.id === id)
/** What shades the eyes carries the shade with its name. */
const titleOf = ({ name, zone, id }: PpeAnswer['wear'][number]): string =>
  zone === 'face' && props.shade !== null && id !== 'face-shield'
    ? `${name}, shade ${props.shade}`
    : name
const lacks = (id: string): boolean => props.missing?.includes(id) ?? false
const has = (id: string): boolean => asked(id) && !lacks(id)
const anyOf = (...ids: string[]): boolean => ids.some(has)
const zoneLacks = (zone: Zone): boolean =>
  props.answer.wear.some((piece) => piece.zone === zone && lacks(piece.id))

const spots = computed(() => {
  const seen = new Map<Zone, number>()
  return props.answer.wear.map((piece, i) => {
    const n = seen.get(piece.zone) ?? 0
    seen.set(piece.zone, n + 1)
    return { piece, number: i + 1, ...SPOT[piece.zone], y: SPOT[piece.zone].y + n * STACK }
  })
})
const toggle = (id: string): void => {
  chosen.value = chosen.value === id ? null : id
}
const arcHelmet = computed(() => anyOf('helmet', 'plasma-shield', 'laser-helmet'))
const leather = computed(() => anyOf('leathers', 'cape'))
const SIDES: Side[] = ['front', 'back']
const spotsOf = (side: Side) => spots.value.filter((spot) => spot.side === side)
/** How the line to a piece and its number are drawn. */
function lookOf(id: string) {
  const open = chosen.value === id
  const plain = open ? 'var(--ui-primary)' : 'var(--ui-text-muted)'
  return {
    line: {
      stroke: lacks(id) ? 'var(--level-stop)' : plain,
      'stroke-width': open ? 3 : 1.3,
    },
    disc: {
      fill: open ? 'var(--ui-primary)' : 'var(--panel)',
      stroke: lacks(id) ? 'var(--level-stop)' : 'var(--ui-text-muted)',
      'stroke-width': lacks(id) ? 3 : 1.5,
      'stroke-dasharray': lacks(id) ? '5 3' : undefined,
    },
    text: open ? 'var(--panel)' : 'currentColor',
  }
}
/** Lacking pieces are drawn as an empty outline. */
const cloth = (
  zone: Zone,
  fill: string,
): { fill: string; 'stroke-dasharray'?: string; stroke?: string } =>
  zoneLacks(zone)
    ? { fill: 'var(--panel)', 'stroke-dasharray': '5 4', stroke: 'var(--level-stop)' }
    : { fill }
</script>

<template>
  <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,28rem)_minmax(0,1fr)] gap-x-8 gap-y-6">
    <div class="grid grid-cols-2 gap-1 self-start">
      <svg
        v-for="side in SIDES"
        :key="side"
        viewBox="14 4 298 446"
        class="w-full"
        role="img"
        :aria-label="`Figure from the ${side}; the list beside it says the same`"
      >
        <g fill="var(--panel)" stroke="currentColor" stroke-width="2.5" stroke-linejoin="round">
          <path
            d="M140 404h-2l-6 24h34l2-24z M186 404h2l6 24h-34l-2-24z"
            v-bind="cloth('feet', 'var(--fig-boot)')"
          />
          <path
            d="M128 236 132 408h32l4-120 4 120h32l4-172z"
            v-bind="cloth('legs', 'var(--fig-trouser)')"
            transform="translate(-5 0)"
          />
          <path
            v-if="has('knees')"
            d="M129 330 131 402h30l1-72z M168 330l1 72h30l2-72z"
            fill="var(--fig-leather)"
            transform="translate(-3 0)"
          />
          <path
            d="M122 132 98 150 88 250h20l8-66v62h94v-62l8 66h20L228 150 204 132z"
            v-bind="cloth('torso', leather ? 'var(--fig-leather)' : 'var(--fig-jacket)')"
          />
          <path
            v-if="!leather && has('jacket')"
            d="M122 132 98 150 88 250h20l9-72z M204 132l24 18 10 100h-20l-9-72z"
            fill="var(--fig-leather)"
          />
          <path
            v-if="has('apron') && side === 'front'"
            d="M140 150h46l8 156h-62z"
            fill="var(--fig-leather)"
          />
          <path v-if="side === 'front'" d="M163 140v106" fill="none" stroke-dasharray="2 9" />
          <path v-else d="M134 150q29 14 58 0" fill="none" />
          <path v-if="has('cape')" :d="CAPE[side]" fill="var(--fig-leather)" />
          <path
            d="M84 240h26l2 16-4 26q-10 10-22 0l-4-26z M216 240h26l2 16-4 26q-10 10-22 0l-4-26z"
            v-bind="cloth('hands', 'var(--fig-glove)')"
          />
          <ellipse
            cx="163"
            cy="78"
            rx="30"
            ry="37"
            :fill="side === 'front' ? 'var(--fig-skin)' : '#7d6350'"
          />
          <path v-if="has('cap')" :d="CAP[side]" fill="var(--fig-cap)" />
          <path
            v-if="has('hard-hat')"
            d="M126 62c0-30 17-42 37-42s37 12 37 42z M120 62h86"
            fill="var(--arc)"
          />
          <path v-if="has('plugs')" d="M128 78h7v11h-7z M191 78h7v11h-7z" fill="var(--arc)" />
          <template v-if="side === 'front'">
            <path
              v-if="anyOf('glasses', 'sealed-goggles', 'laser-eyewear') && !arcHelmet"
              d="M138 72h22v13h-22z M166 72h22v13h-22z M160 77h6"
              fill="#cfeef2"
            />
            <path
              v-if="has('face-shield')"
              d="M132 62h62v44q-31 22-62 0z"
              fill="#cfeef2"
              opacity="0.6"
            />
            <path
              v-if="has('gas-goggles')"
              d="M136 68h24v19h-24z M166 68h24v19h-24z M160 77h6"
              fill="#2d4a34"
            />
            <path
              v-if="respirator !== 'none' && !arcHelmet"
              d="M148 94h30l4 16q-19 12-38 0z"
              fill="var(--fig-glove)"
            />
            <g v-if="arcHelmet">
              <path
                d="M126 62c2-30 20-40 37-40s35 10 37 40l-4 46-16 20h-34l-16-20z"
                fill="var(--fig-helmet)"
              />
              <path d="M138 62h50v26h-50z" fill="#16301f" stroke="var(--arc)" />
              <text
                x="163"
                y="82"
                text-anchor="middle"
                class="plate"
                font-size="24"
                fill="#dfffbf"
                stroke="none"
              >
                {{ has('laser-helmet') ? 'OD' : (shade ?? '?') }}
              </text>
            </g>
          </template>
          <path
            v-else-if="arcHelmet"
            d="M122 74c0-38 18-56 41-56s41 18 41 56l-5 36h-9V76c0-28-12-44-27-44s-27 16-27 44v34h-9z M134 66h58v7h-58z"
            fill="var(--fig-helmet)"
          />
        </g>
        <text x="163" y="446" text-anchor="middle" font-size="15" fill="var(--ui-text-muted)">
          {{ side === 'front' ? 'Front' : 'Back' }}
        </text>
        <g
          v-for="spot in spotsOf(side)"
          :key="spot.piece.id"
          class="cursor-pointer"
          @click="toggle(spot.piece.id)"
        >
          <path
            :d="`M${spot.x} ${spot.y}L${spot.tx} ${spot.ty}`"
            v-bind="lookOf(spot.piece.id).line"
          />
          <circle :cx="spot.tx" :cy="spot.ty" r="3.5" fill="var(--ui-text)" />
          <circle :cx="spot.x" :cy="spot.y" r="16" v-bind="lookOf(spot.piece.id).disc" />
          <text
            :x="spot.x"
            :y="spot.y + 6"
            text-anchor="middle"
            font-size="18"
            font-weight="700"
            :fill="lookOf(spot.piece.id).text"
          >
            {{ spot.number }}
          </text>
        </g>
      </svg>
    </div>
    <ol class="space-y-1 lg:row-span-2">
      <li v-for="spot in spots" :key="spot.piece.id">
        <button
          type="button"
          class="w-full text-left flex gap-3 px-2 py-1.5 rounded-sm cursor-pointer hover:bg-(--ui-primary)/10"
          :class="{ 'bg-(--ui-primary)/10': chosen === spot.piece.id }"
          :aria-expanded="chosen === spot.piece.id"
          @click="toggle(spot.piece.id)"
        >
          <span class="plate text-2xl w-7 text-right shrink-0 pt-0.5">{{ spot.number }}</span>
          <span>
            <span class="font-semibold">{{ titleOf(spot.piece) }}{{ ' ' }}</span>
            <span v-if="lacks(spot.piece.id)" class="text-stop font-bold">Missing</span>
            <span class="muted block text-sm leading-snug">
              {{ propertiesText(spot.piece.properties) }}.
              {{ SUPPLIER_NAME[supplied?.[spot.piece.id] ?? spot.piece.supplier] }}.
            </span>
            <span v-if="chosen === spot.piece.id" class="block text-sm leading-snug mt-1">
              {{ spot.piece.reason }}
              <template v-if="spot.piece.school">{{ spot.piece.school }}</template>
              <span class="muted">{{ spot.piece.source.document }}.</span>
            </span>
          </span>
        </button>
      </li>
      <li v-if="respirator !== 'none'" class="flex gap-3 px-2 py-1.5">
        <span class="plate text-2xl w-7 text-right shrink-0">+</span>
        <span>
          <span class="font-semibold">{{ respiratorRow(respirator).name }}</span>
          <span class="muted block text-sm">
            Cleared, fit tested, clean-shaven at the seal; chosen under Air
          </span>
        </span>
      </li>
    </ol>
    <div class="lg:col-start-1">
      <h3 class="text-stop mb-1">Leave off</h3>
      <ul class="space-y-2">
        <li v-for="piece in answer.avoid" :key="piece.id" class="flex gap-2 leading-snug">
          <span class="text-stop font-bold shrink-0" aria-hidden="true">×</span>
          <span>
            <span class="font-semibold">{{ piece.name }}.{{ ' ' }}</span>
            <span class="muted text-sm">{{ piece.reason }}</span>
          </span>
        </li>
      </ul>
    </div>
  </div>
</template>
