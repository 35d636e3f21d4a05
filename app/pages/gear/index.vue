<script setup lang="ts">
import type { Level } from '#core/finding/finding'
import { occasionName } from '#core/inspection/occasion'
import { GEAR_KINDS } from '#core/inspection/kind'
import { SET_KIND_NAME } from '#core/gas/set/kind'
import { rangesText } from '#core/shade/helmet'
import { inspectionRoutes } from '#shared/inspection/routes'
import type { Gear } from '#shared/inspection/schema'
import { gearState } from '#shared/inspection/state'
import { judgeGear } from '#core/inspection/gear'
import { dueState } from '#core/inspection/schedule'
import { KIND_CHOICES, kindWord } from '~/components/inspection/gear-words'
import { call } from '~/composables/api'
import { useAddress, useList } from '~/composables/list'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { useShift } from '~/stores/shift'

useHead({ title: 'Gas and gear · Zonaris' })
const signIn = useSignIn()
const shift = useShift()
const { when, today } = useSiteTime()
const EVERY = 'every'
const kind = useAddress().choice('kind', [EVERY, ...GEAR_KINDS])
const gear = useList({
  sorts: ['attention', 'label'],
  filters: [{ ref: kind, none: EVERY }],
  read: (query) =>
    call(inspectionRoutes.gearList, {
      query: { ...query, kind: kind.value === EVERY ? undefined : kind.value },
    }),
})
const adding = ref(false)
const reload = (): Promise<unknown> => Promise.all([gear.load(), shift.load()])

const KINDS = [
  { value: EVERY, label: 'All kinds' },
  ...KIND_CHOICES,
  { value: 'own', label: 'Own kinds' },
]
const COLUMNS = [
  { id: 'label', header: 'Gear', title: true },
  { id: 'what', header: 'What' },
  { id: 'stands', header: 'Stands' },
  { id: 'lastAt', header: 'Last looked at' },
  { id: 'every', header: 'Every' },
]
/** How many of those due are offered as buttons. */
const DUE_SHOWN = 24

function standOf(row: Gear): { level: Level; says: string } {
  if (row.lockReason) return { level: 'stop', says: `Locked out: ${row.lockReason}` }
  const [part] = row.lockedParts
  if (part) return { level: 'stop', says: `${part.name} on it is locked out: ${part.reason}` }
  const finding = judgeGear(gearState(row, scope.value))
  if (row.event || row.daysSince === null) return { level: 'unknown', says: finding.sentence }
  if (row.due) return { level: 'unknown', says: dueText(row) }
  if (finding.level !== 'clear') return { level: finding.level, says: finding.sentence }
  return { level: 'clear', says: 'Passed' }
}
const scope = computed(() => ({
  today: today(),
  grace: signIn.me?.site.inspection.grace ?? {},
}))
/** Which of its looks are due. */
const dueText = (row: Gear): string =>
  `Due: ${row.looks
    .filter((look) => dueState(look, scope.value.today, scope.value.grace) === 'due')
    .map((look) => occasionName(look.occasion, row.everyDays).toLowerCase())
    .join(', ')}`
const whatOf = (row: Gear): string =>
  [
    row.kind !== 'cylinder' && (row.kind === 'own' ? row.kindName : kindWord(row.kind)),
    row.gas,
    row.setKind && SET_KIND_NAME[row.setKind],
    row.set && `on ${row.set}`,
    row.parent && `on ${row.parent}`,
    row.description,
    row.ranges && rangesText(row.ranges),
    row.assignedTo,
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <ListPage
    title="Gas and gear"
    one="piece of gear"
    noun="pieces of gear"
    search="Label, gas, description"
    :list="gear"
    :columns="COLUMNS"
    none="No gear yet."
    none-help="Add cylinders, machines, leads, helmets and all else that is looked at; each gets its checklists."
    no-match="Nothing matches."
  >
    <template #actions>
      <UButton to="/gear/rack" variant="outline" color="neutral" icon="i-lucide-cylinder">
        Rack
      </UButton>
      <UButton to="/gear/set" variant="outline" color="neutral" icon="i-lucide-plug-zap">
        Gas set
      </UButton>
      <UButton to="/rounds" variant="outline" color="neutral" icon="i-lucide-footprints">
        Rounds
      </UButton>
      <UButton to="/gear/due" variant="outline" color="neutral" icon="i-lucide-list-checks">
        Due
      </UButton>
      <UButton to="/gear/trends" variant="outline" color="neutral" icon="i-lucide-chart-column">
        Trends
      </UButton>
      <UButton to="/gear/power" variant="outline" color="neutral" icon="i-lucide-zap">
        Machine and leads
      </UButton>
      <UButton to="/gear/kinds" variant="outline" color="neutral" icon="i-lucide-clipboard-list">
        Checklists
      </UButton>
      <UButton to="/gear/import" variant="outline" color="neutral" icon="i-lucide-file-up">
        From a file
      </UButton>
      <LabelPrint of="gear" title="Labels" />
      <UButton v-if="signIn.may('lead', 'instructor')" icon="i-lucide-plus" @click="adding = true">
        Add gear
      </UButton>
    </template>
    <template #top>
      <div
        v-if="shift.shift && (shift.shift.locked.length > 0 || shift.shift.due.length > 0)"
        class="grid grid-cols-1 md:grid-cols-2 gap-4 mb-6"
      >
        <section class="panel edge edge-stop p-4">
          <h2>Locked out: {{ shift.shift.locked.length }}</h2>
          <ul class="mt-2 space-y-1">
            <li v-for="one in shift.shift.locked" :key="one.id">
              <NuxtLink class="link" :to="`/gear/${one.kind}/${one.id}`">{{ one.label }}</NuxtLink>
              {{ one.reason }}
            </li>
          </ul>
        </section>
        <section class="panel edge edge-unknown p-4">
          <h2>
            <NuxtLink class="link" to="/gear/due">Due today: {{ shift.shift.dueCount }}</NuxtLink>
          </h2>
          <p class="mt-2 flex flex-wrap gap-2">
            <UButton
              v-for="one in shift.shift.due.slice(0, DUE_SHOWN)"
              :key="`${one.id} ${one.occasion}`"
              variant="outline"
              color="neutral"
              :to="`/gear/look/${one.kind}/${one.id}?look=${one.occasion}`"
            >
              {{ one.label }}
              <span class="muted text-sm font-normal">
                {{ occasionName(one.occasion, one.everyDays).toLowerCase() }}
              </span>
            </UButton>
          </p>
        </section>
      </div>
    </template>
    <template #filters>
      <USelect v-model="kind" :items="KINDS" aria-label="Kind" class="min-w-52" />
    </template>
    <template #label="{ row }">
      <NuxtLink
        class="link plate text-xl no-underline whitespace-nowrap"
        :to="`/gear/${row.kind}/${row.id}`"
      >
        {{ row.label }}
      </NuxtLink>
    </template>
    <template #what="{ row }">{{ whatOf(row) }}</template>
    <template #stands="{ row }">
      <span class="flex gap-2 items-start">
        <FindingMark :level="standOf(row).level" />
        <span>{{ standOf(row).says }}</span>
      </span>
    </template>
    <template #lastAt="{ row }">
      <span class="whitespace-nowrap">{{ when(row.lastAt) }}</span>
    </template>
    <template #every="{ row }">
      <span class="whitespace-nowrap">
        {{ row.everyDays === 1 ? 'day' : `${row.everyDays} days` }}
      </span>
    </template>
  </ListPage>
  <GearForm v-model:open="adding" @saved="reload" />
</template>
