<script setup lang="ts">
import { changeOf, linesOf } from '#core/inspection/checklist'
import { GEAR_GROUP_NAME, GEAR_GROUPS, GEAR_KINDS } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { OCCASIONS, occasionName } from '#core/inspection/occasion'
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
const kindName = address.choice('kind', [...GEAR_KINDS])
const occasion = address.choice('look', [...OCCASIONS])
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
  ...(kinds.own.length > 0 ? [{ type: 'label' as const, label: 'Own kinds' }] : []),
  ...kinds.own.map(({ id, name }) => ({ value: id, label: name })),
])
const lookChoices = computed(() => OCCASIONS.map((value) => ({ value, label: lookName(value) })))
const everyDays = computed(
  () => kinds.ownOf(kindId.value)?.everyDays ?? KINDS[kindName.value].everyDays,
)
const lookName = (value: (typeof OCCASIONS)[number]): string => occasionName(value, everyDays.value)
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
