<script setup lang="ts">
import { isFlame, PROCESSES, PROCESS_NAME } from '#core/job/job'
import { HOUSE_CHART } from '#core/shade/shade.table'
import { routes } from '#shared/api/routes'
import { houseChartBody, type HouseChartBody } from '#shared/eyes/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

/** The shop's own shade chart, with the day from which it counts. A new chart begins; old ones stay readable. */
defineProps<{ mayWrite: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const charts = useLoad(() => call(routes.houseCharts, {}))
onMounted(charts.load)
const { today } = useSiteTime()
const { busy, errors, message, submit, check } = useSubmit()
const open = ref(false)
const draft = ref<HouseChartBody>({ effectiveFrom: '', rows: [] })
const inForce = computed(() => charts.data.value?.find((chart) => chart.inForce))
const seen = ref<string | null>(null)
const shown = computed(
  () => charts.data.value?.find((chart) => chart.id === seen.value) ?? inForce.value ?? null,
)
const processes = PROCESSES.filter((process) => !['SAW', 'LBW', 'GRIND'].includes(process)).map(
  (value) => ({ value, label: `${value} · ${PROCESS_NAME[value]}` }),
)
const span = (row: HouseChartBody['rows'][number]): string =>
  `${row.from === 0 ? 'under' : row.from}${row.to === null ? (row.from === 0 ? ' every size' : ' and over') : ` ${row.from === 0 ? '' : 'to '}${row.to}`}${row.from === 0 && row.to === null ? '' : isFlame(row.process) ? ' mm' : ' A'}`.replace(
    'under every',
    'every',
  )

function begin(): void {
  draft.value = {
    effectiveFrom: today(),
    rows: JSON.parse(JSON.stringify(inForce.value?.rows ?? HOUSE_CHART)) as HouseChartBody['rows'],
  }
  open.value = true
}
async function save(): Promise<void> {
  const body = check(houseChartBody, draft.value)
  if (!body || !(await submit(() => call(routes.createHouseChart, { body })))) return
  open.value = false
  await charts.load()
  emit('changed')
}
</script>

<template>
  <section aria-labelledby="house-chart">
    <div class="flex flex-wrap items-end gap-4 mb-3">
      <h2 id="house-chart" class="grow">House shade chart</h2>
      <UButton v-if="mayWrite" icon="i-lucide-plus" @click="begin">New chart</UButton>
    </div>
    <Failure v-if="charts.failure.value" :failure="charts.failure.value" @retry="charts.load" />
    <p v-else-if="charts.data.value?.length === 0" class="panel p-5 muted">
      No chart of your own. The legal minimum, the guide and the European table serve without one.
    </p>
    <div v-else-if="shown" class="panel p-4 space-y-3">
      <div class="flex flex-wrap gap-1" role="group" aria-label="Charts by day">
        <UButton
          v-for="chart in charts.data.value"
          :key="chart.id"
          :variant="chart.id === shown.id ? 'solid' : 'outline'"
          color="neutral"
          @click="seen = chart.id"
        >
          from {{ chart.effectiveFrom }}
          <template v-if="chart.inForce">, in force</template>
        </UButton>
      </div>
      <div class="overflow-x-auto">
        <table class="list max-w-xl">
          <thead>
            <tr>
              <th>Process</th>
              <th>Current or plate</th>
              <th>Shade</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in shown.rows" :key="`${row.process} ${row.from}`">
              <td>{{ row.process }}</td>
              <td>{{ span(row) }}</td>
              <td class="plate text-2xl">{{ row.shade }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="muted text-sm">
        A value under the legal minimum is raised to it wherever the chart is used.
      </p>
    </div>
    <UModal
      v-model:open="open"
      title="New house chart"
      description="It counts from its day on. Where it lies under the legal minimum it is raised, and the answer says so."
      :ui="{ content: 'max-w-3xl' }"
    >
      <template #body>
        <form id="house" class="space-y-3" novalidate @submit.prevent="save">
          <UFormField label="Counts from" :error="errors.effectiveFrom">
            <UInput v-model="draft.effectiveFrom" type="date" />
          </UFormField>
          <div
            v-for="(row, i) in draft.rows"
            :key="i"
            class="grid grid-cols-[minmax(0,1fr)_5rem_5rem_4.5rem_auto] gap-2 items-start"
          >
            <UFormField :label="i === 0 ? 'Process' : ''" :error="errors[`rows.${i}.process`]">
              <USelect
                v-model="row.process"
                :items="processes"
                class="w-full"
                :aria-label="`Process, row ${i + 1}`"
              />
            </UFormField>
            <UFormField :label="i === 0 ? 'From' : ''" :error="errors[`rows.${i}.from`]">
              <UInput
                v-model.number="row.from"
                type="number"
                min="0"
                :aria-label="`From, row ${i + 1}`"
                class="w-full"
              />
            </UFormField>
            <UFormField :label="i === 0 ? 'To' : ''" :error="errors[`rows.${i}.to`]">
              <UInput
                :model-value="String(row.to ?? '')"
                type="number"
                :aria-label="`To, row ${i + 1}; blank for no end`"
                class="w-full"
                @update:model-value="row.to = $event === '' ? null : Number($event)"
              />
            </UFormField>
            <UFormField :label="i === 0 ? 'Shade' : ''" :error="errors[`rows.${i}.shade`]">
              <UInput
                v-model.number="row.shade"
                type="number"
                min="2"
                max="15"
                :aria-label="`Shade, row ${i + 1}`"
                class="w-full"
              />
            </UFormField>
            <UButton
              :class="{ 'mt-7': i === 0 }"
              variant="ghost"
              color="neutral"
              icon="i-lucide-x"
              :aria-label="`Take row ${i + 1} out`"
              @click="draft.rows.splice(i, 1)"
            />
          </div>
          <UButton
            variant="outline"
            color="neutral"
            icon="i-lucide-plus"
            @click="draft.rows.push({ process: 'SMAW', from: 0, to: null, shade: 10 })"
          >
            Row
          </UButton>
          <p class="muted text-sm">
            Current in A; for flames, plate in mm. A blank end means no upper limit.
          </p>
          <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
        </form>
      </template>
      <template #footer>
        <UButton type="submit" form="house" :loading="busy">Save the chart</UButton>
        <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
      </template>
    </UModal>
  </section>
</template>
