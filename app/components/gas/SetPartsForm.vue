<script setup lang="ts">
import type { z } from 'zod'
import { LINE_NAME, LINES_OF, PART_KINDS, type Line } from '#core/gas/set/kind'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { setPartsBody, type GasSet } from '#shared/gas/set-schema'
import { inspectionRoutes } from '#shared/inspection/routes'
import type { Gear } from '#shared/inspection/schema'
import { kindWord } from '~/components/inspection/gear-words'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Which regulators, hoses, arrestors and torches are on a set, and on which line. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ set: GasSet; onDone?: () => unknown }>()
const OFF = 'off'
const BOTH = 'both'
/** By part: off, on a line, or on both. */
const form = ref<Record<string, string>>({})
const parts = useLoad(async () =>
  (
    await Promise.all(
      PART_KINDS.map((kind) => call(inspectionRoutes.gearList, { query: { kind, all: true } })),
    )
  ).flatMap(({ rows }) => rows),
)
watch(open, async (now) => {
  if (!now) return
  form.value = Object.fromEntries(props.set.parts.map((part) => [part.id, part.line ?? BOTH]))
  await parts.load()
})
/** What is here first; what is on another set, or locked out, cannot be taken. */
const rows = computed(() =>
  (parts.data.value ?? [])
    .map((part) => ({ part, taken: whyTaken(part) }))
    .sort((a, b) => Number(b.part.setId === props.set.id) - Number(a.part.setId === props.set.id)),
)
function whyTaken(part: Gear): string | null {
  if (part.setId === props.set.id) return null
  if (part.setId !== null) return `on ${part.set}`
  return part.lockReason === null ? null : 'locked out'
}
const choices = (part: Gear) => [
  { value: OFF, label: 'Not on it' },
  ...(part.kind === 'torch'
    ? [{ value: BOTH, label: 'On it' }]
    : LINES_OF[props.set.kind].map((line) => ({
        value: line as string,
        label: `On the ${LINE_NAME[line]} line`,
      }))),
]
const body = (): unknown => ({
  version: props.set.version,
  parts: Object.entries(form.value)
    .filter(([, where]) => where !== OFF)
    .map(([id, where]) => ({ id, line: where === BOTH ? null : (where as Line) })),
})
const send = (entry: z.output<typeof setPartsBody>): Promise<GasSet> =>
  call(gasSetRoutes.setParts, { params: { id: props.set.id }, body: entry })
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Parts on ${set.label}`"
    description="Any change asks for a new leak test."
    confirm="Save"
    wide
    :state="form"
    :schema="setPartsBody"
    :body="body"
    :send="send"
    @done="onDone?.()"
  >
    <p v-if="parts.loading.value" class="muted">Reading the parts…</p>
    <p v-else-if="rows.length === 0">
      No regulators, hoses, arrestors or torches yet. Add them under Gas and gear.
    </p>
    <ul class="space-y-2">
      <li
        v-for="{ part, taken } in rows"
        :key="part.id"
        class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-(--rule) pb-2"
      >
        <span class="grow">
          <span class="font-semibold">{{ part.label }}</span>
          <span class="muted">, {{ kindWord(part.kind) }}. {{ part.description }}</span>
        </span>
        <span v-if="taken" class="muted">{{ taken }}</span>
        <USelect
          v-else
          :model-value="form[part.id] ?? OFF"
          :items="choices(part)"
          :aria-label="`Where ${part.label} is`"
          class="w-52"
          @update:model-value="form[part.id] = $event"
        />
      </li>
    </ul>
    <UFormField name="parts" :error-pattern="/^parts/" />
  </FormDialog>
</template>
