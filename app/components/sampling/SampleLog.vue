<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { SUBSTANCE_NAME, unitOf, unitText } from '#core/exposure/terms'
import { samplingRoutes } from '#shared/sampling/routes'
import type { Sample } from '#shared/sampling/schema'
import { figure } from '#shared/units/units'
import { call } from '~/composables/api'
import type { List } from '~/composables/list'
import { useSubmit } from '~/composables/submit'

/** Every sample on file. One that should not count is taken out of the reckoning; it stays in the record. */
const props = defineProps<{ samples: List<Sample, 'newest' | 'group'>; mayRemove: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { submit } = useSubmit()
const removing = ref<string | null>(null)
async function remove(id: string): Promise<void> {
  if (await submit(() => call(samplingRoutes.removeSample, { params: { id } }))) emit('changed')
}
const resultOf = ({ underDetection, value, substance }: Sample): string =>
  `${underDetection ? 'under ' : ''}${figure(value)} ${unitText(unitOf(substance))}`

const SORTS = [
  { value: 'newest', label: 'Newest first' },
  { value: 'group', label: 'By group' },
] as const
const COLUMNS = [
  { id: 'day', header: 'Day' },
  { id: 'group', header: 'Group', title: true },
  { id: 'who', header: 'Who' },
  { id: 'task', header: 'Task' },
  { id: 'substance', header: 'Substance' },
  { id: 'result', header: 'Result' },
  { id: 'minutes', header: 'Minutes' },
  { id: 'report', header: 'Report' },
  ...(props.mayRemove ? [{ id: 'remove', header: 'Take out' }] : []),
]
</script>

<template>
  <ListPage
    title="Log"
    :level="2"
    one="sample"
    noun="samples"
    search="Group, person, task, substance or report"
    :list="samples"
    :columns="COLUMNS"
    :sorts="SORTS"
    none="No samples yet."
    none-help="Log one, or import a laboratory's file."
    no-match="Nothing matches."
  >
    <template #day="{ row }">
      <span class="whitespace-nowrap">{{ dayText(row.on) }}</span>
    </template>
    <template #group="{ row }">
      {{ row.group }}
      <span v-if="row.kind === 'area'" class="muted block text-sm">area</span>
    </template>
    <template #who="{ row }">{{ row.who }}</template>
    <template #task="{ row }">{{ row.task }}</template>
    <template #substance="{ row }">{{ SUBSTANCE_NAME[row.substance] }}</template>
    <template #result="{ row }">
      <span class="whitespace-nowrap">{{ resultOf(row) }}</span>
    </template>
    <template #minutes="{ row }">{{ figure(row.minutes) }}</template>
    <template #report="{ row }">{{ row.reference }}</template>
    <template #remove="{ row }">
      <UButton
        v-if="removing !== row.id"
        variant="ghost"
        color="neutral"
        icon="i-lucide-x"
        :aria-label="`Take out the sample of ${row.who} on ${dayText(row.on)}`"
        @click="removing = row.id"
      />
      <UButton v-else color="error" variant="outline" @click="remove(row.id)">
        Really take out
      </UButton>
    </template>
  </ListPage>
</template>
