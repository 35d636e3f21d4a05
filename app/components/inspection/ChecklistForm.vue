<script setup lang="ts">
import { inSentence } from '#core/finding/wording'
import { CHECKLISTS } from '#core/inspection/checklist.table'
import type { Mark } from '#core/inspection/inspection'
import { inspectionRoutes } from '#shared/inspection/routes'
import { inspectionBody, type Gear } from '#shared/inspection/schema'
import { display } from '#shared/units/units'
import { call } from '~/composables/api'
import { useSubmit } from '~/composables/submit'
import { useKeptDraft } from '~/composables/kept-draft'
import { useUnits } from '~/composables/units'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'

/** The checklist of one piece of gear, line by line. A failed critical line locks it out the moment it is logged. */
const props = defineProps<{ gear: Gear }>()
const emit = defineEmits<{ logged: [result: string] }>()
const signIn = useSignIn()
const shift = useShift()
const units = useUnits()
const { busy, errors, message, submit } = useSubmit()

interface Entry {
  mark?: Mark
  note: string
  reading: number | null
}
const checklist = computed(() => CHECKLISTS[props.gear.kind])
const blank = () => ({
  lines: Object.fromEntries(
    CHECKLISTS[props.gear.kind].map((line) => [line.id, { note: '', reading: null } as Entry]),
  ),
  repairNote: '',
})
const entries = ref(blank())
const { begin, settle } = useKeptDraft(`inspection-${props.gear.id}`, entries)
begin(blank())
const locked = computed(() => props.gear.lockReason !== null)
const mayUnlock = computed(() => signIn.may('lead', 'instructor'))
const MARKS = [
  { value: 'pass', label: 'Pass' },
  { value: 'fail', label: 'Fail' },
  { value: 'na', label: 'n/a' },
] as const
const span = (min?: number, max?: number, unit?: Parameters<typeof display>[0]): string => {
  const shown = display(unit!, units.value)
  return `${Math.round(shown.from(min ?? 0))} to ${Math.round(shown.from(max ?? 0))} ${shown.unit}`
}
const missing = ref<Record<string, string>>({})

/** A line with a reading is never passed unread. */
function passTheRest(): void {
  for (const line of checklist.value) {
    const entry = entries.value.lines[line.id]!
    if (!entry.mark && !line.measure) entry.mark = 'pass'
  }
}

async function log(): Promise<void> {
  missing.value = Object.fromEntries(
    checklist.value
      .filter((line) => !entries.value.lines[line.id]!.mark)
      .map((line) => [line.id, 'Answer this line.']),
  )
  for (const line of checklist.value) {
    const entry = entries.value.lines[line.id]!
    if (entry.mark === 'fail' && !entry.note.trim() && !(line.measure && entry.reading !== null))
      missing.value[line.id] = 'Say what is wrong.'
    if (
      line.measure &&
      entry.mark &&
      entry.mark !== 'na' &&
      (entry.reading === null || Number.isNaN(entry.reading))
    )
      missing.value[line.id] = `Enter the reading: ${inSentence(line.measure.name)}.`
  }
  if (Object.keys(missing.value).length > 0) {
    message.value = 'Look at the lines marked.'
    return
  }
  const body = {
    lines: checklist.value.map((line) => {
      const entry = entries.value.lines[line.id]!
      return {
        id: line.id,
        mark: entry.mark!,
        ...(entry.note.trim() && { note: entry.note }),
        ...(entry.reading !== null && entry.mark !== 'na' && { reading: entry.reading }),
      }
    }),
    ...(entries.value.repairNote.trim() && { repairNote: entries.value.repairNote }),
  }
  const parsed = inspectionBody.safeParse(body)
  if (!parsed.success) {
    message.value = parsed.error.issues[0]!.message
    return
  }
  const done = await submit(() =>
    call(inspectionRoutes.inspect, {
      params: { kind: props.gear.kind, id: props.gear.id },
      body: parsed.data,
    }),
  )
  if (!done) return
  entries.value = blank()
  settle()
  void shift.load()
  emit('logged', done.result)
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
            :help="span(line.measure.min, line.measure.max, line.measure.unit)"
          />
        </div>
        <ChoiceRow
          v-model="entries.lines[line.id]!.mark"
          :legend="line.text"
          hide-legend
          :options="MARKS"
          :data-testid="`line-${line.id}`"
        />
      </div>
      <UInput
        v-if="entries.lines[line.id]!.mark === 'fail'"
        v-model="entries.lines[line.id]!.note"
        placeholder="What is wrong"
        class="w-full mt-2"
        :aria-label="`What is wrong: ${line.text}`"
      />
      <p
        v-if="missing[line.id] ?? errors[`lines.${line.id}`]"
        class="text-stop text-sm font-semibold mt-1"
      >
        {{ missing[line.id] ?? errors[`lines.${line.id}`] }}
      </p>
    </div>
    <UFormField
      v-if="locked && mayUnlock"
      label="Repair note"
      help="What was repaired, by whom. A full pass then unlocks the gear."
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
        {{ locked && mayUnlock ? 'Log, and unlock on a pass' : 'Log the inspection' }}
      </UButton>
      <UButton variant="outline" color="neutral" @click="passTheRest">The rest passes</UButton>
    </div>
  </form>
</template>
