<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { isFlame, PROCESSES, PROCESS_NAME } from '#core/job/job'
import { HOUSE_CHART } from '#core/shade/shade.table'
import { eyesRoutes } from '#shared/eyes/routes'
import { houseChartBody, type HouseChartBody } from '#shared/eyes/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'
import { joined } from '~/components/frame/joined'

/** The shop's own shade chart, with the day from which it counts. A new chart begins; old ones stay readable. */
defineProps<{ mayWrite: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const charts = useLoad(() => call(eyesRoutes.houseCharts, {}))
onMounted(charts.load)
const { today } = useSiteTime()
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
function spanOf({ process, from, to }: HouseChartBody['rows'][number]): string {
  const unit = isFlame(process) ? 'mm' : 'A'
  if (from === 0) return to === null ? 'every size' : `under ${to} ${unit}`
  return to === null ? `${from} ${unit} and over` : `${from} to ${to} ${unit}`
}

function begin(): void {
  draft.value = {
    effectiveFrom: today(),
    rows: JSON.parse(JSON.stringify(inForce.value?.rows ?? HOUSE_CHART)) as HouseChartBody['rows'],
  }
  open.value = true
}
const send = (body: HouseChartBody): Promise<unknown> => call(eyesRoutes.createHouseChart, { body })
async function saved(): Promise<void> {
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
          from {{ joined(dayText(chart.effectiveFrom), chart.inForce && 'in force') }}
        </UButton>
      </div>
      <SideScroll label="House chart">
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
              <td>{{ spanOf(row) }}</td>
              <td class="plate text-2xl">{{ row.shade }}</td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
      <p class="muted text-sm">
        A value under the legal minimum is raised to it wherever the chart is used.
      </p>
    </div>
    <FormDialog
      v-model:open="open"
      title="New house chart"
      description="It counts from its day on. Where it lies under the legal minimum it is raised, and the answer says so."
      wide
      confirm="Save the chart"
      :state="draft"
      :schema="houseChartBody"
      :body="() => draft"
      :send="send"
      @done="saved"
    >
      <UFormField label="Counts from" name="effectiveFrom">
        <UInput v-model="draft.effectiveFrom" type="date" />
      </UFormField>
      <div
        v-for="(row, i) in draft.rows"
        :key="i"
        class="grid grid-cols-[minmax(0,1fr)_5rem_5rem_4.5rem_auto] gap-2 items-start"
      >
        <UFormField :label="i === 0 ? 'Process' : ''" :name="`rows.${i}.process`">
          <USelect
            v-model="row.process"
            :items="processes"
            class="w-full"
            :aria-label="`Process, row ${i + 1}`"
          />
        </UFormField>
        <UFormField :label="i === 0 ? 'From' : ''" :name="`rows.${i}.from`">
          <UInput
            v-model.number="row.from"
            type="number"
            min="0"
            :aria-label="`From, row ${i + 1}`"
            class="w-full"
          />
        </UFormField>
        <UFormField :label="i === 0 ? 'To' : ''" :name="`rows.${i}.to`">
          <UInput
            :model-value="String(row.to ?? '')"
            type="number"
            :aria-label="`To, row ${i + 1}; blank for no end`"
            class="w-full"
            @update:model-value="row.to = $event === '' ? null : Number($event)"
          />
        </UFormField>
        <UFormField :label="i === 0 ? 'Shade' : ''" :name="`rows.${i}.shade`">
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
    </FormDialog>
  </section>
</template>
