<script setup lang="ts">
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import { ALSO_PRESENT, ALSO_PRESENT_NAME, type AlsoPresent, type JobSpec } from '#core/job/job'
import { figure } from '#shared/units/units'

/** What refines the estimate: the shop's own consumption, a respirator, results of air sampling. */
const spec = defineModel<JobSpec>({ required: true })
defineProps<{ errors: Record<string, string>; disabled?: boolean }>()
const respirators = RESPIRATOR_TABLE.map((row) => ({
  value: row.kind,
  label: row.apf > 1 ? `${row.name} · factor ${figure(row.apf)}` : row.name,
}))
const sampled = computed({
  get: () => spec.value.measured !== null,
  set: (on) => {
    spec.value.measured = on ? { reference: '', results: {} } : null
  },
})
const mark = (entry: AlsoPresent, on: boolean): void => {
  spec.value.also = on
    ? [...spec.value.also, entry]
    : spec.value.also.filter((other) => other !== entry)
}
</script>

<template>
  <div class="space-y-4">
    <div class="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-4">
      <QuantityInput
        v-model="spec.consumption"
        unit="kg/h"
        label="Filler per arc hour"
        help="Blank: amperage default"
        :error="errors['spec.consumption']"
        :disabled="disabled"
      />
      <UFormField label="Respirator worn" class="sm:col-span-2">
        <USelect
          v-model="spec.respirator"
          :items="respirators"
          class="w-full"
          data-testid="respirator"
          :disabled="disabled"
        />
      </UFormField>
    </div>
    <fieldset :disabled="disabled">
      <legend class="font-semibold mb-1">Also there</legend>
      <div class="flex flex-wrap gap-x-6 gap-y-2">
        <UCheckbox
          v-for="entry in ALSO_PRESENT"
          :key="entry"
          :model-value="spec.also.includes(entry)"
          :label="ALSO_PRESENT_NAME[entry]"
          @update:model-value="mark(entry, Boolean($event))"
        />
      </div>
    </fieldset>
    <USwitch v-model="sampled" label="Air sampling of this task is on file" :disabled="disabled" />
    <SamplingResults
      v-if="spec.measured"
      v-model="spec.measured"
      :errors="errors"
      :disabled="disabled"
    />
  </div>
</template>
