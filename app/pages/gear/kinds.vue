<script setup lang="ts">
import { changeOf, linesOf } from '#core/inspection/checklist'
import { GEAR_GROUP_NAME, GEAR_GROUPS } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { OCCASIONS, occasionName, type Occasion } from '#core/inspection/occasion'
import {
  LISTED_ROUNDS,
  PLACE_OF_ROUND,
  ROUND_NAME,
  ROUND_PLACES,
  type ListedRound,
} from '#core/inspection/round'
import { LISTED, LISTED_OCCASIONS } from '#shared/inspection/checklist'
import type { OwnKind } from '#shared/inspection/kind'
import { KIND_CHOICES } from '~/components/inspection/gear-words'
import { useAddress } from '~/composables/list'
import { useGearKinds } from '~/stores/gear-kinds'
import { useSignIn } from '~/stores/sign-in'

/** Kinds of gear with their checklists: what the trade looks at, and what this shop adds, tightens or leaves out. */
useHead({ title: 'Checklists · Zonaris' })
const kinds = useGearKinds()
const signIn = useSignIn()
onMounted(kinds.load)
const address = useAddress()
const kindName = address.choice('kind', LISTED)
const look = address.choice('look', LISTED_OCCASIONS)
const place = computed(() => ROUND_PLACES.find((one) => one === kindName.value) ?? null)
/** Rounds of a place, looks of a kind. */
const occasions = computed<readonly (Occasion | ListedRound)[]>(() =>
  place.value ? LISTED_ROUNDS.filter((one) => PLACE_OF_ROUND[one] === place.value) : OCCASIONS,
)
const occasion = computed({
  get: () => occasions.value.find((one) => one === look.value) ?? occasions.value[0]!,
  set: (value) => {
    look.value = value
  },
})
const kindId = computed(() => address.text('own'))

const chosen = computed({
  get: () => kindId.value || kindName.value,
  set: (value: string) => {
    const own = kinds.ownOf(value)
    address.put({ own: own?.id, kind: own ? 'own' : value })
  },
})
const which = computed(() => ({
  kind: kindName.value,
  kindId: kindId.value || null,
  occasion: occasion.value,
}))
const choices = computed(() => [
  ...GEAR_GROUPS.flatMap((group) => [
    { type: 'label' as const, label: GEAR_GROUP_NAME[group] },
    ...KIND_CHOICES.filter(({ value }) => KINDS[value].group === group),
  ]),
  { type: 'label' as const, label: 'Rounds' },
  { value: 'shop', label: 'Shop' },
  { value: 'booth', label: 'Booth' },
  ...(kinds.own.length > 0 ? [{ type: 'label' as const, label: 'Own kinds' }] : []),
  ...kinds.own.map(({ id, name }) => ({ value: id, label: name })),
])
const lookChoices = computed(() =>
  occasions.value.map((value) => ({ value, label: lookName(value) })),
)
const everyDays = computed(() => {
  if (kindName.value === 'shop' || kindName.value === 'booth') return 1
  return kinds.ownOf(kindId.value)?.everyDays ?? KINDS[kindName.value].everyDays
})
const lookName = (value: Occasion | ListedRound): string => {
  const round = LISTED_ROUNDS.find((one) => one === value)
  return round ? ROUND_NAME[round] : occasionName(value as Occasion, everyDays.value)
}
const base = computed(() => linesOf(kindName.value, occasion.value))
const change = computed(() => changeOf(kinds.changes, which.value))
const ownKind = ref<OwnKind | null>(null)
const editing = ref(false)
function edit(kind: OwnKind | null): void {
  ownKind.value = kind
  editing.value = true
}
const mayChange = computed(() => signIn.may('lead', 'instructor'))
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Checklists</h1>
      </div>
      <UButton v-if="mayChange" icon="i-lucide-plus" @click="edit(null)">Add a kind</UButton>
    </header>
    <Failure v-if="kinds.failure && !kinds.data" :failure="kinds.failure" @retry="kinds.load" />
    <template v-else-if="kinds.data">
      <div class="flex flex-wrap gap-4 items-end">
        <UFormField label="Kind">
          <USelect v-model="chosen" :items="choices" class="min-w-64" aria-label="Kind" />
        </UFormField>
        <UButton
          v-if="mayChange && kinds.ownOf(kindId)"
          variant="outline"
          color="neutral"
          @click="edit(kinds.ownOf(kindId))"
        >
          Change the kind
        </UButton>
      </div>
      <ChoiceRow v-model="occasion" legend="Look" hide-legend :options="lookChoices" />
      <ChecklistEditor
        :key="`${chosen} ${occasion} ${change?.version ?? 0}`"
        :which="which"
        :base="base"
        :change="change"
        :may-change="mayChange"
        @saved="kinds.load"
      />
    </template>
    <p v-else class="muted">Reading the checklists…</p>
    <OwnKindForm v-model:open="editing" :kind="ownKind" @saved="kinds.load" />
  </div>
</template>
