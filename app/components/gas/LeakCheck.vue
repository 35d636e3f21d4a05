<script setup lang="ts">
import { hoseVolume, judgeLeak } from '#core/gas/leak'

/** A leak test with numbers: what a shut set loses, once its temperature is taken out. */
const before = reactive({ pressure: null as number | null, temperature: null as number | null })
const after = reactive({ pressure: null as number | null, temperature: null as number | null })
const minutes = ref<number | null>(10)
const bore = ref<number | null>(null)
const length = ref<number | null>(null)
const resolution = ref<number | null>(null)
/** Room in a regulator and a torch, common practice. */
const REGULATOR = 0.0001
const volume = computed(() => {
  const wide = bore.value
  const long = length.value
  return wide !== null && long !== null && wide > 0 && long > 0
    ? hoseVolume(wide / 1000, long) + REGULATOR
    : null
})
const begun = computed(() => before.pressure !== null || after.pressure !== null)
const finding = computed(() =>
  judgeLeak({
    before: { pressure: before.pressure ?? Number.NaN, temperature: before.temperature },
    after: { pressure: after.pressure ?? Number.NaN, temperature: after.temperature },
    minutes: minutes.value ?? Number.NaN,
    volume: volume.value,
    resolution: resolution.value ?? Number.NaN,
  }),
)
</script>

<template>
  <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="leak">
    <h2 id="leak">Is it tight</h2>
    <p class="muted">
      Charge the set, shut the cylinder and the torch, read, wait, read again. Soap finds the joint.
    </p>
    <div class="grid grid-cols-2 lg:grid-cols-4 gap-4 items-start">
      <QuantityInput v-model="before.pressure" unit="Pa" label="Gauge before" />
      <QuantityInput v-model="before.temperature" unit="K" label="Temperature before" />
      <QuantityInput v-model="after.pressure" unit="Pa" label="Gauge after" />
      <QuantityInput v-model="after.temperature" unit="K" label="Temperature after" />
      <QuantityInput v-model="minutes" unit="min" label="Waited" />
      <QuantityInput v-model="bore" unit="mm" label="Bore of the hose" />
      <QuantityInput v-model="length" unit="m" label="Length of all hose" />
      <QuantityInput
        v-model="resolution"
        unit="Pa"
        label="The gauge shows"
        help="Its finest step"
      />
    </div>
    <FindingLine v-if="begun" :finding="finding" />
  </section>
</template>
