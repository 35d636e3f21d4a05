<script setup lang="ts">
import type { Zone } from '#core/ppe/ppe.table'
import type { PpeAnswer } from '#core/ppe/ppe'
import { respiratorRow } from '#core/respirator/apf.table'
import type { RespiratorKind } from '#core/job/job'

/** Who goes to the work, dressed: each piece on its place with a number, the reason one tap away. */
const props = defineProps<{ answer: PpeAnswer, shade: number | null, respirator: RespiratorKind }>()
const chosen = ref<string | null>(null)
const has = (id: string): boolean => props.answer.wear.some(item => item.id === id)
const leather = computed(() => has('leathers') || has('cape'))

/** Where the number of each piece stands, and where its line meets the figure. */
const SPOT: Record<Zone, { x: number, y: number, tx: number, ty: number }> = {
  head: { x: 44, y: 34, tx: 138, ty: 36 }, eyes: { x: 282, y: 66, tx: 168, ty: 74 }, face: { x: 44, y: 84, tx: 136, ty: 84 }, ears: { x: 282, y: 26, tx: 184, ty: 62 },
  breath: { x: 282, y: 108, tx: 164, ty: 98 }, neck: { x: 44, y: 132, tx: 146, ty: 126 }, torso: { x: 282, y: 178, tx: 178, ty: 178 }, arms: { x: 44, y: 204, tx: 101, ty: 196 },
  hands: { x: 282, y: 252, tx: 224, ty: 258 }, legs: { x: 44, y: 330, tx: 142, ty: 330 }, feet: { x: 282, y: 420, tx: 186, ty: 424 },
}
const spots = computed(() => {
  const seen = new Map<Zone, number>()
  return props.answer.wear.map((item, i) => {
    const n = seen.get(item.zone) ?? 0
    seen.set(item.zone, n + 1)
    return { item, number: i + 1, ...SPOT[item.zone], y: SPOT[item.zone].y + n * 34 }
  })
})
const toggle = (id: string): void => { chosen.value = chosen.value === id ? null : id }
const arcHood = computed(() => has('helmet') || has('plasma-shield'))
</script>

<template>
  <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,20rem)_minmax(0,1fr)] gap-6">
    <svg viewBox="0 0 326 450" class="w-full max-w-80 mx-auto" role="img" :aria-label="`Figure dressed with ${answer.wear.length} pieces; the list beside it says the same`">
      <g fill="var(--panel)" stroke="currentColor" stroke-width="2.5" stroke-linejoin="round">
        <path d="M140 404h-2l-6 24h34l2-24z M186 404h2l6 24h-34l-2-24z" :fill="has('boots') ? 'var(--fig-boot)' : undefined" />
        <path d="M128 236 132 408h32l4-120 4 120h32l4-172z" fill="var(--fig-trouser)" transform="translate(-5 0)" />
        <path d="M122 132 98 150 88 250h20l8-66v62h94v-62l8 66h20L228 150 204 132z" :fill="leather ? 'var(--fig-leather)' : 'var(--fig-jacket)'" />
        <path v-if="!leather && has('jacket')" d="M122 132 98 150 88 250h20l9-72z M204 132l24 18 10 100h-20l-9-72z" fill="var(--fig-leather)" />
        <path d="M163 140v106" fill="none" stroke-dasharray="2 9" />
        <path v-if="has('cape')" d="M132 112c-14 6-26 22-28 40h118c-2-18-14-34-28-40z" fill="var(--fig-leather)" />
        <path d="M84 240h26l2 16-4 26q-10 10-22 0l-4-26z M216 240h26l2 16-4 26q-10 10-22 0l-4-26z" fill="var(--fig-glove)" />
        <ellipse cx="163" cy="78" rx="30" ry="37" fill="var(--fig-skin)" />
        <path v-if="has('cap')" d="M132 72c0-34 14-44 31-44s31 10 31 44c-8-10-54-10-62 0z" fill="var(--fig-cap)" />
        <path v-if="has('plugs')" d="M130 76h6v10h-6z M190 76h6v10h-6z" fill="var(--arc)" />
        <path v-if="has('glasses') && !arcHood" d="M138 72h22v13h-22z M166 72h22v13h-22z M160 77h6" fill="#cfeef2" />
        <path v-if="has('gas-goggles')" d="M136 68h24v19h-24z M166 68h24v19h-24z M160 77h6" fill="#2d4a34" />
        <path v-if="respirator !== 'none' && !arcHood" d="M148 94h30l4 16q-19 12-38 0z" fill="var(--fig-glove)" />
        <g v-if="arcHood">
          <path d="M126 62c2-30 20-40 37-40s35 10 37 40l-4 46-16 20h-34l-16-20z" fill="var(--fig-hood)" />
          <path d="M138 62h50v26h-50z" fill="#16301f" stroke="var(--arc)" />
          <text x="163" y="82" text-anchor="middle" class="plate" font-size="24" fill="#dfffbf" stroke="none">{{ shade ?? '?' }}</text>
        </g>
      </g>
      <g v-for="spot in spots" :key="spot.item.id" class="cursor-pointer" @click="toggle(spot.item.id)">
        <path :d="`M${spot.x} ${spot.y}L${spot.tx} ${spot.ty}`" :stroke="chosen === spot.item.id ? 'var(--ui-primary)' : 'var(--ui-text-muted)'" :stroke-width="chosen === spot.item.id ? 3 : 1.3" />
        <circle :cx="spot.tx" :cy="spot.ty" r="3.5" fill="var(--ui-text)" />
        <circle :cx="spot.x" :cy="spot.y" r="15" :fill="chosen === spot.item.id ? 'var(--ui-primary)' : 'var(--panel)'" stroke="var(--ui-text-muted)" stroke-width="1.5" />
        <text :x="spot.x" :y="spot.y + 6" text-anchor="middle" font-size="17" font-weight="700" :fill="chosen === spot.item.id ? 'var(--panel)' : 'currentColor'">{{ spot.number }}</text>
      </g>
    </svg>
    <div class="grid grid-cols-1 xl:grid-cols-[3fr_2fr] gap-6 content-start">
      <ol class="space-y-1">
        <li v-for="spot in spots" :key="spot.item.id">
          <button type="button" class="w-full text-left flex gap-3 px-2 py-1.5 rounded-sm cursor-pointer hover:bg-(--ui-primary)/10" :class="{ 'bg-(--ui-primary)/10': chosen === spot.item.id }" :aria-expanded="chosen === spot.item.id" @click="toggle(spot.item.id)">
            <span class="plate text-2xl w-7 text-right shrink-0 pt-0.5">{{ spot.number }}</span>
            <span><span class="font-semibold">{{ spot.item.item }}</span><span v-if="spot.item.zone === 'face' && shade !== null" class="font-semibold">, shade {{ shade }}</span>
              <span class="muted block text-sm leading-snug">{{ spot.item.properties }}</span>
              <span v-if="chosen === spot.item.id" class="block text-sm leading-snug mt-1">{{ spot.item.reason }} <span class="muted">{{ spot.item.source.document }}.</span></span>
            </span>
          </button>
        </li>
        <li v-if="respirator !== 'none'" class="flex gap-3 px-2 py-1.5"><span class="plate text-2xl w-7 text-right shrink-0">+</span><span><span class="font-semibold">{{ respiratorRow(respirator).name }}</span><span class="muted block text-sm">Cleared, fit tested, clean-shaven at the seal; chosen under Air</span></span></li>
      </ol>
      <div>
        <h3 class="text-stop mb-1">Leave off</h3>
        <ul class="space-y-2"><li v-for="item in answer.avoid" :key="item.id" class="flex gap-2 leading-snug"><span class="text-stop font-bold shrink-0" aria-hidden="true">×</span><span><span class="font-semibold">{{ item.item }}.</span> <span class="muted text-sm">{{ item.reason }}</span></span></li></ul>
      </div>
    </div>
  </div>
</template>
