<script setup lang="ts">
import { byPlate, isArc, PROCESS_NAME, PROCESSES, type LaserSpec } from '#core/job/job'
import { judgeLaser } from '#core/laser/hazard'
import { judgeMarking } from '#core/marking/judge'
import { MARKED_PARTS, type MarkedPart } from '#core/marking/terms'
import { readMarking } from '#core/marking/read'
import { personalShade } from '#core/shade/personal'
import type { ShadeQuery } from '#core/shade/school'
import { assignShade } from '#core/shade/shade'
import { useScanner } from '~/composables/scanner'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'

/** The bench for eyes: the ladder without a job, what a marking says, and the laser. Everything is worked out here, nothing is stored. */
useHead({ title: 'Eyes · Zonaris' })
const signIn = useSignIn()
const rules = computed(() => signIn.me!.site.rules)
const query = ref<ShadeQuery>({
  process: 'SMAW',
  amps: 120,
  electrode: null,
  thickness: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  baseMetal: 'carbon_steel',
})
watch(
  () => query.value.process,
  (process) => {
    if (isArc(process)) query.value.amps ??= 120
    else query.value.amps = null
    if (byPlate(process)) query.value.thickness ??= 10
    query.value.arcHidden = process === 'SAW'
  },
)
const move = (x: number): void => {
  if (isArc(query.value.process)) query.value.amps = x
  else query.value.thickness = x
}
const eyes = ref({
  lightSensitive: false,
  correction: 'none' as const,
  tint: null as number | null,
  found: null,
})
const answer = computed(() => assignShade(query.value, rules.value))
const person = computed(() => personalShade(answer.value, eyes.value))
const processes = PROCESSES.map((value) => ({ value, label: `${value} · ${PROCESS_NAME[value]}` }))

const text = ref('')
const part = ref<MarkedPart>('helmet')
const marking = computed(() => readMarking(text.value))
const fits = computed(() =>
  text.value.trim() === ''
    ? []
    : judgeMarking(marking.value, {
        part: part.value,
        floor: answer.value.floor,
        working: person.value.wanted,
        grinding: query.value.process === 'GRIND',
      }),
)
const PART: Record<MarkedPart, string> = {
  lens: 'Lens of glasses',
  frame: 'Frame of glasses',
  helmet: 'Helmet or filter',
}
const scanner = useScanner((found) => {
  text.value = found
})
const { finder, running, refused } = scanner

const laser = ref<LaserSpec | null>(null)
const laserFindings = computed(() => judgeLaser(laser.value))
const needed = (code: string): number | undefined =>
  laserFindings.value.find((finding) => finding.code === code)?.value?.amount
const judgedFor = computed(() =>
  joined(
    query.value.process,
    query.value.amps && `${query.value.amps} A`,
    person.value.wanted && `shade ${person.value.wanted}`,
  ),
)
</script>

<template>
  <div class="space-y-6">
    <div>
      <h1>Eyes</h1>
      <p class="muted">
        Ask without a job. The answers are the same as on the job page; nothing is kept.
      </p>
    </div>
    <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="ladder">
      <h2 id="ladder">Shade</h2>
      <div
        class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-[minmax(0,2fr)_repeat(3,minmax(0,1fr))_auto] gap-4 items-start"
      >
        <UFormField label="Process">
          <USelect
            v-model="query.process"
            :items="processes"
            class="w-full"
            data-testid="eyes-process"
          />
        </UFormField>
        <QuantityInput v-if="isArc(query.process)" v-model="query.amps" unit="A" label="Current" />
        <QuantityInput
          v-if="query.process === 'SMAW'"
          v-model="query.electrode"
          unit="mm"
          label="Electrode"
        />
        <template v-if="byPlate(query.process)">
          <QuantityInput v-model="query.thickness" unit="mm" label="Plate" />
          <QuantityInput
            v-model="query.gasFlow"
            unit="L/h"
            :label="query.process === 'OFW' ? 'Acetylene flow' : 'Oxygen flow'"
            help="For the European table"
          />
        </template>
        <QuantityInput
          v-model="eyes.tint"
          unit="shade"
          label="Tinted glasses, shade"
          help="Worn under the helmet"
        />
        <UCheckbox v-model="eyes.lightSensitive" label="Light-sensitive eyes" class="sm:mt-8" />
      </div>
      <LensLadder :query="query" :rules="rules" :wanted="person.wanted" @move="move" />
      <FindingList :findings="[...answer.findings, ...person.findings]" />
    </section>
    <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="marking">
      <h2 id="marking">What is printed on it</h2>
      <div class="grid grid-cols-1 md:grid-cols-[minmax(0,1fr)_auto] gap-4 items-end">
        <UFormField
          label="Marking"
          help="Type it as it stands, e.g. Z87+ W5 U6 or 4/9-13 1/1/1/2 EN 379"
        >
          <UInput v-model="text" class="w-full" autocomplete="off" data-testid="marking" />
        </UFormField>
        <UButton
          v-if="scanner.available && !running"
          variant="outline"
          icon="i-lucide-camera"
          class="mb-6"
          @click="scanner.start"
        >
          Scan
        </UButton>
      </div>
      <video
        v-if="running"
        ref="finder"
        class="max-w-md w-full rounded-sm border border-(--rule)"
        muted
        playsinline
        aria-label="Camera picture"
      />
      <p v-if="refused" role="alert" class="font-semibold">{{ refused }}</p>
      <ChoiceRow
        v-model="part"
        legend="Printed on"
        :options="MARKED_PARTS.map((value) => ({ value, label: PART[value] }))"
      />
      <div v-if="text.trim()" class="grid grid-cols-1 lg:grid-cols-2 gap-6" aria-live="polite">
        <dl class="space-y-2" data-testid="marking-words">
          <div v-for="(token, i) in marking.tokens" :key="i" class="flex gap-4 items-baseline">
            <dt class="plate text-2xl w-28 shrink-0 break-words">{{ token.text }}</dt>
            <dd v-if="token.meaning">{{ token.meaning.words }}</dd>
            <dd v-else class="flex gap-2">
              <FindingMark level="unknown" :size="18" class="mt-1" />
              Not known: {{ token.because }}.
            </dd>
          </div>
        </dl>
        <div>
          <p class="font-semibold mb-1">For {{ judgedFor }}</p>
          <div class="space-y-2">
            <FindingLine v-for="finding in fits" :key="finding.code" :finding="finding" />
          </div>
        </div>
      </div>
    </section>
    <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="laser">
      <h2 id="laser">Hand-held laser</h2>
      <LaserFields v-model="laser" :errors="{}" prefix="" />
      <div v-if="needed('laser.eyeDistance')" class="flex flex-wrap gap-x-10 gap-y-3">
        <p>
          <span class="muted block">Optical density, at least</span>
          <span class="plate text-6xl">{{ needed('laser.density') }}</span>
        </p>
        <p>
          <span class="muted block">Bare eyes, danger to</span>
          <QuantityText :amount="needed('laser.eyeDistance')!" unit="m" class="plate text-6xl" />
        </p>
        <p>
          <span class="muted block">Skin, danger to</span>
          <QuantityText :amount="needed('laser.skinDistance')!" unit="m" class="plate text-6xl" />
        </p>
      </div>
      <FindingList :findings="laserFindings" />
    </section>
  </div>
</template>
