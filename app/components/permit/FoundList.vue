<script setup lang="ts">
import { DEED_NAME, FOUND_KINDS, FOUND_RULES, type FoundKind } from '#core/firewatch/found'
import type { WorkPoint } from '#core/firewatch/reach-map'
import { apart } from '#core/plan/shape'
import { MOST_FOUND, type FoundBody } from '#shared/permit/found'

/** What stands around the work today and is on no plan: what it is, where, what was done about it, and a photo. */
const found = defineModel<FoundBody[]>({ required: true })
/** The one that is being pointed at on the map. */
const pointing = defineModel<string | null>('pointing', { required: true })
defineProps<{
  work: WorkPoint | null
  /** Photos that the server has. */
  kept: ReadonlySet<string>
  errors: Record<string, string | undefined>
  disabled: boolean
}>()
const NOTHING = 'nothing'
const KINDS = FOUND_KINDS.map((value) => ({ value, label: FOUND_RULES[value].name }))
const kind = ref<FoundKind>('combustible')

function add(): void {
  const id = crypto.randomUUID()
  found.value = [
    ...found.value,
    { id, kind: kind.value, name: '', at: null, deed: null, photo: null },
  ]
}
function remove(id: string): void {
  found.value = found.value.filter((one) => one.id !== id)
  if (pointing.value === id) pointing.value = null
}
const deedsOf = (of: FoundKind) => [
  { value: NOTHING, label: 'Nothing yet' },
  ...FOUND_RULES[of].deeds.map((value) => ({ value, label: DEED_NAME[value] })),
]
function setDeed(one: FoundBody, value: string): void {
  one.deed = value === NOTHING ? null : (value as FoundBody['deed'])
}
const called = (one: FoundBody, i: number): string =>
  `${i + 1}. ${one.name || FOUND_RULES[one.kind].name}`
</script>

<template>
  <fieldset class="space-y-3" :disabled="disabled" data-testid="found">
    <legend class="font-semibold mb-1">Here today, and on no plan</legend>
    <p v-if="found.length === 0" class="muted">
      Look around: pallets, bins, packing, cylinders, people. Add what you find.
    </p>
    <div
      v-for="(one, i) in found"
      :id="`found-${one.id}`"
      :key="one.id"
      class="panel p-3 space-y-3"
    >
      <div class="flex items-center gap-2">
        <p class="font-semibold grow">{{ called(one, i) }}</p>
        <QuantityText v-if="work && one.at" :amount="apart(work, one.at)" unit="m" />
        <UButton
          v-if="!disabled"
          variant="ghost"
          color="neutral"
          icon="i-lucide-x"
          :aria-label="`Remove ${called(one, i)}`"
          @click="remove(one.id)"
        />
      </div>
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-3">
        <UFormField label="What it is" :error="errors[`found.${i}.name`]">
          <UInput
            v-model="one.name"
            class="w-full"
            maxlength="120"
            :placeholder="FOUND_RULES[one.kind].name"
            :disabled="disabled"
          />
        </UFormField>
        <UFormField label="Done about it" :error="errors[`found.${i}.deed`]">
          <USelect
            :model-value="one.deed ?? NOTHING"
            :items="deedsOf(one.kind)"
            class="w-full"
            :disabled="disabled"
            @update:model-value="setDeed(one, $event)"
          />
        </UFormField>
      </div>
      <UButton
        v-if="work && !disabled"
        :variant="pointing === one.id ? 'solid' : 'outline'"
        color="neutral"
        icon="i-lucide-map-pin"
        :aria-pressed="pointing === one.id"
        @click="pointing = pointing === one.id ? null : one.id"
      >
        {{ pointing === one.id ? 'Now press where it stands' : 'Point at it on the map' }}
      </UButton>
      <PhotoView v-if="one.photo && kept.has(one.photo)" :id="one.photo" :of="called(one, i)" />
      <PhotoTaker v-else-if="!disabled" v-model="one.photo" :of="called(one, i)" />
      <p v-if="errors[`found.${i}.photo`]" class="text-stop">{{ errors[`found.${i}.photo`] }}</p>
    </div>
    <div v-if="!disabled && found.length < MOST_FOUND" class="flex flex-wrap gap-2 items-end">
      <UFormField label="Found today">
        <USelect v-model="kind" :items="KINDS" class="w-56" />
      </UFormField>
      <UButton variant="outline" color="neutral" icon="i-lucide-plus" @click="add">Add</UButton>
    </div>
    <p v-if="errors.found" class="text-stop">{{ errors.found }}</p>
  </fieldset>
</template>
