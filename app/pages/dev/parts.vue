<script setup lang="ts">
import { LEVELS, type Finding, type Level } from '#core/finding/finding'
import { COMMON_PRACTICE } from '#core/finding/source'
import { DEFAULT_RULES } from '#core/assessment/assess'
import { assignPpe } from '#core/ppe/ppe'
import type { ShadeQuery } from '#core/shade/school'

definePageMeta({ layout: false, open: true })
const SENTENCE: Record<Level, string> = {
  clear: 'H-02: use the range 9 to 13 and set 10.',
  caution: 'Estimate 62 % of the limit for manganese: have it sampled.',
  stop: 'Machine M-09 is locked out: cut to the copper.',
  unknown: 'Nickel not judged, because the air flow is not known.',
}
const findings = LEVELS.map((level): Finding => ({
  code: level,
  step: 'air',
  level,
  sentence: SENTENCE[level],
  remedy: 'What to do about it stands here.',
  reasons: [
    { rule: 'The rule', source: COMMON_PRACTICE, inputs: { flow: { amount: 2.8, unit: 'm3/s' } } },
  ],
}))
const colours = [
  'petrol-600',
  'petrol-400',
  'steel-950',
  'steel-900',
  'steel-600',
  'steel-300',
  'steel-100',
  'leaf-600',
  'straw-400',
  'straw-600',
  'hot-600',
  'hot-400',
  'violet-600',
  'violet-400',
]
const dark = computed({
  get: () => useColorMode().value === 'dark',
  set: (on) => {
    useColorMode().preference = on ? 'dark' : 'light'
  },
})
const LISTED = assignPpe({
  process: 'SMAW',
  position: 'overhead',
  amps: 130,
  grinding: true,
  arcMinutes: 120,
  noise: null,
})
const started = Date.now() - 26 * 60_000
const text = ref('')
const query = ref<ShadeQuery>({
  process: 'SMAW',
  amps: 130,
  electrode: null,
  thickness: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  baseMetal: 'carbon_steel',
})
</script>

<template>
  <main class="max-w-6xl mx-auto p-6 space-y-8">
    <header class="flex items-end justify-between">
      <h1>Parts</h1>
      <USwitch v-model="dark" label="Dark" />
    </header>
    <section class="flex flex-wrap gap-2">
      <span v-for="colour in colours" :key="colour" class="w-20 text-xs">
        <span
          class="block h-12 rounded-sm border border-(--rule)"
          :style="{ background: `var(--color-${colour})` }"
        />
        {{ colour }}
      </span>
    </section>
    <section class="panel p-4">
      <p class="plate text-8xl">0123456789</p>
      <h1>Heading one, hot work</h1>
      <h2>Heading two, ventilation</h2>
      <h3>Heading three, gas and gear</h3>
      <p>Body text at reading size: 100 fpm at the arc, 2,000 cfm a welder, 35 ft (11 m).</p>
      <p class="muted">Muted text, still legible at arm's length.</p>
    </section>
    <section class="panel p-4 grid md:grid-cols-2 gap-3">
      <FindingLine v-for="finding in findings" :key="finding.code" :finding="finding" />
    </section>
    <section class="panel p-4 flex flex-wrap gap-4 items-end">
      <UButton>Issue the permit</UButton>
      <UButton color="neutral" variant="outline">Copy</UButton>
      <UButton color="error" variant="outline">Revoke</UButton>
      <UButton disabled>Disabled</UButton>
      <UFormField label="Title" help="What the shop calls it"><UInput v-model="text" /></UFormField>
      <UFormField label="Amps" error="Must be more than zero."><UInput type="number" /></UFormField>
      <FindingMark v-for="level in LEVELS" :key="level" :level="level" label />
    </section>
    <section class="panel p-4">
      <LensLadder
        :query="query"
        :rules="DEFAULT_RULES"
        :ranges="[
          [5, 8],
          [9, 13],
        ]"
        @move="query.amps = $event"
      />
    </section>
    <section class="panel p-4">
      <DressedFigure :answer="LISTED" :shade="10" respirator="half_mask" :missing="['gauntlets']" />
    </section>
    <section class="panel p-4 flex flex-wrap gap-6">
      <WatchDial
        :started-at="started"
        :minutes="60"
        :rounds="[started + 13 * 60000]"
        :next-round-at="started + 28 * 60000"
        :now="started + 26 * 60000"
      />
      <WatchDial
        :started-at="started"
        :minutes="30"
        :rounds="[started + 13 * 60000, started + 30 * 60000]"
        :next-round-at="null"
        :now="started + 36 * 60000"
      />
    </section>
  </main>
</template>
