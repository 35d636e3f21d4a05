<script setup lang="ts">
import type { ChecklistLine } from '#core/inspection/line'
import type { Occasion } from '#core/inspection/occasion'
import type { Gear } from '#shared/inspection/schema'
import { MARKS, spanText } from '~/components/inspection/line-words'
import { useInspection } from '~/composables/inspection/inspection'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'

/** The checklist of one look, all lines on one page. A failed critical line locks the gear out the moment it is logged. */
const props = defineProps<{ gear: Gear; occasion: Occasion }>()
const emit = defineEmits<{ logged: [result: string] }>()
const signIn = useSignIn()
const units = useUnits()
const { list, busy, errors, message, log: logNow } = useInspection(props.gear, props.occasion)
const { checklist, entries, missing } = list

/** This look, passed afresh, lets locked gear back into service. */
const unlocks = computed(
  () =>
    props.gear.lockReason !== null &&
    props.gear.lockOccasion === props.occasion &&
    signIn.may('lead', 'instructor'),
)
const wrongOf = (line: ChecklistLine): string | undefined =>
  missing.value[line.id] ?? errors.value[`lines.${line.id}`]

async function log(): Promise<void> {
  const result = await logNow()
  if (result) emit('logged', result)
}
</script>

<template>
  <form class="space-y-1" novalidate @submit.prevent="log">
    <div v-for="line in checklist" :key="line.id" class="py-2.5 border-b border-(--rule)">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p class="grow basis-72 leading-snug">
          {{ line.text }}
          <span v-if="line.critical" class="text-sm font-bold text-stop whitespace-nowrap">
            locks out
          </span>
        </p>
        <div v-if="line.measure" class="w-44">
          <QuantityInput
            v-model="entries.lines[line.id]!.reading"
            :unit="line.measure.unit"
            :label="line.measure.name"
            :help="spanText(line.measure, units)"
          />
        </div>
        <ChoiceRow
          :model-value="entries.lines[line.id]!.mark"
          :legend="line.text"
          hide-legend
          :options="MARKS"
          :data-testid="`line-${line.id}`"
          @update:model-value="$event && list.mark(line, $event)"
        />
      </div>
      <FaultNote
        v-if="entries.lines[line.id]!.mark === 'fail'"
        v-model="entries.lines[line.id]!.note"
        :line="line"
      />
      <PhotoTaker
        v-if="line.photo || entries.lines[line.id]!.mark === 'fail'"
        v-model="entries.lines[line.id]!.photo"
        :of="line.text"
        :wanted="line.photo"
      />
      <p v-if="wrongOf(line)" class="text-stop text-sm font-semibold mt-1">
        {{ wrongOf(line) }}
      </p>
    </div>
    <div v-if="list.meterKinds.length > 0" class="grid sm:grid-cols-2 gap-4 pt-3">
      <MeterPickers v-model="entries.meters" :kinds="list.meterKinds" />
    </div>
    <UFormField
      v-if="unlocks"
      label="Repair note"
      help="What was repaired, if no repair was logged. A full pass then unlocks the gear."
      :error="errors.repairNote"
      class="pt-3"
    >
      <UTextarea v-model="entries.repairNote" :rows="2" class="w-full" />
    </UFormField>
    <p v-if="message && !errors.repairNote" role="alert" class="text-stop font-semibold pt-2">
      {{ message }}
    </p>
    <div class="flex flex-wrap gap-3 pt-4">
      <UButton type="submit" :loading="busy">
        {{ unlocks ? 'Log, and unlock on a pass' : 'Log the inspection' }}
      </UButton>
      <UButton variant="outline" color="neutral" @click="list.passTheRest">The rest passes</UButton>
    </div>
    <p class="muted text-sm">
      Lines that lock out, readings and photos are looked at one by one: the rest does not pass
      them.
    </p>
  </form>
</template>
