<script setup lang="ts">
import type { Permit, PermitDraftBody } from '#shared/permit/schema'

/** Who works, who watches, and who stands by. */
const draft = defineModel<PermitDraftBody>({ required: true })
const props = defineProps<{
  permit: Permit
  errors: Record<string, string | undefined>
  disabled: boolean
}>()
const MOST = 8
const known = (id: string | null, name: string | null): { id: string; name: string } | null =>
  id && name ? { id, name } : null
const isClosedSpace = computed(() => props.permit.arc.space === 'confined')
const hasDetectors = computed(() => draft.value.sweep.detectors === 'yes')

/** Watchers as they are chosen; a row of which nothing is filled in is none. */
const rows = ref<{ key: number; personId: string | null; side: string }[]>([])
let keys = 0
const newRow = (personId: string | null, side: string) => ({ key: ++keys, personId, side })
const chosen = computed(() =>
  rows.value
    .filter(({ personId, side }) => personId !== null || side.trim() !== '')
    .map(({ personId, side }) => ({ personId: personId ?? '', side })),
)
const isSame = (): boolean => JSON.stringify(chosen.value) === JSON.stringify(draft.value.watchers)
watch(
  () => draft.value.watchers,
  (now) => {
    if (!isSame()) rows.value = now.map(({ personId, side }) => newRow(personId || null, side))
  },
  { immediate: true },
)
watch(
  rows,
  () => {
    if (!isSame()) draft.value.watchers = chosen.value
  },
  { deep: true },
)
const nameOf = (id: string | null) =>
  known(id, props.permit.watchers.find(({ personId }) => personId === id)?.name ?? null)
const remove = (key: number): void => {
  rows.value = rows.value.filter((row) => row.key !== key)
}
</script>

<template>
  <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
    <UFormField label="Operator" :error="errors.operatorId">
      <PersonPicker
        v-model="draft.operatorId"
        label="Operator"
        placeholder="Not named yet"
        clearable
        :known="known(permit.operatorId, permit.operator)"
        :disabled="disabled"
        data-testid="operator"
      />
    </UFormField>
    <UFormField
      label="Fire watch"
      help="Another person, with no other duty"
      :error="errors.fireWatchId"
    >
      <PersonPicker
        v-model="draft.fireWatchId"
        label="Fire watch"
        placeholder="Not named yet"
        clearable
        training
        :known="known(permit.fireWatchId, permit.fireWatch)"
        :disabled="disabled"
        data-testid="fire-watch"
      />
    </UFormField>
    <fieldset class="sm:col-span-2 space-y-2" :disabled="disabled" data-testid="watchers">
      <legend class="font-semibold mb-1">Further watchers, one for each side or floor below</legend>
      <div
        v-for="(row, i) in rows"
        :key="row.key"
        class="grid grid-cols-[1fr_auto] sm:grid-cols-[1fr_1fr_auto] gap-2 items-start"
      >
        <PersonPicker
          v-model="row.personId"
          :label="`Watcher ${i + 1}`"
          placeholder="Who"
          training
          :known="nameOf(row.personId)"
          :disabled="disabled"
        />
        <UButton
          class="sm:order-last"
          variant="ghost"
          color="neutral"
          icon="i-lucide-x"
          :aria-label="`Remove watcher ${i + 1}`"
          @click="remove(row.key)"
        />
        <UFormField
          class="col-span-2 sm:col-span-1"
          :error="errors[`watchers.${i}.side`] ?? errors[`watchers.${i}.personId`]"
        >
          <UInput
            v-model="row.side"
            :aria-label="`What watcher ${i + 1} watches`"
            class="w-full"
            maxlength="120"
            placeholder="Watches: far side, deck below"
          />
        </UFormField>
      </div>
      <UButton
        v-if="!disabled && rows.length < MOST"
        variant="outline"
        color="neutral"
        icon="i-lucide-plus"
        @click="rows.push(newRow(null, ''))"
      >
        Add a watcher
      </UButton>
      <p v-if="errors.watchers" class="text-stop">{{ errors.watchers }}</p>
    </fieldset>
    <template v-if="isClosedSpace">
      <UFormField
        label="Attendant outside"
        help="Does nothing else while somebody is inside"
        :error="errors.attendantId"
      >
        <PersonPicker
          v-model="draft.attendantId"
          label="Attendant outside"
          placeholder="Not named yet"
          clearable
          :known="known(permit.attendantId, permit.attendant)"
          :disabled="disabled"
          data-testid="attendant"
        />
      </UFormField>
      <UFormField
        label="Rescue"
        help="How somebody is brought out, and who is called"
        :error="errors.rescue"
      >
        <UInput v-model="draft.rescue" class="w-full" maxlength="500" :disabled="disabled" />
      </UFormField>
    </template>
    <UFormField
      v-if="hasDetectors"
      label="Puts the detectors back"
      help="Closing the permit says that they are back"
      :error="errors.putsBackId"
    >
      <PersonPicker
        v-model="draft.putsBackId"
        label="Puts the detectors back"
        placeholder="Not named yet"
        clearable
        :known="known(permit.putsBackId, permit.putsBack)"
        :disabled="disabled"
        data-testid="puts-back"
      />
    </UFormField>
  </div>
</template>
