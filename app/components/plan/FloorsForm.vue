<script setup lang="ts">
import type { Floor } from '#core/plan/plan'
import { planRoutes } from '#shared/plan/routes'
import { floorsBody, type Draft } from '#shared/plan/schema'
import { call } from '~/composables/api'

/** Floors of the building and yards around it. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ draft: Draft; onSaved?: () => unknown }>()
const form = ref<{ floors: Floor[] }>({ floors: [] })
watch(open, (now) => {
  if (now) form.value.floors = props.draft.floors.map((floor) => ({ ...floor }))
})
const body = () => ({ floors: form.value.floors, version: props.draft.version })
const send = (floors: ReturnType<typeof floorsBody.parse>) =>
  call(planRoutes.changeFloors, { body: floors })
function add(): void {
  form.value.floors.push({
    id: crypto.randomUUID(),
    name: '',
    outdoors: false,
    level: 0,
  })
}
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="Floors and yards"
    description="A floor on which something is drawn stays."
    confirm="Save"
    wide
    :state="form"
    :schema="floorsBody"
    :body="body"
    :send="send"
    @done="onSaved?.()"
  >
    <fieldset
      v-for="(floor, i) in form.floors"
      :key="floor.id"
      class="grid grid-cols-2 sm:grid-cols-[2fr_1fr_1fr_auto] gap-3 items-end"
    >
      <legend class="sr-only">Floor {{ i + 1 }}</legend>
      <UFormField label="Name" :name="`floors.${i}.name`">
        <UInput v-model="floor.name" class="w-full" />
      </UFormField>
      <QuantityInput
        v-model="floor.level"
        unit="m"
        label="Above the yard"
        :name="`floors.${i}.level`"
      />
      <UCheckbox v-model="floor.outdoors" label="Outdoors" class="pb-2" />
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-trash-2"
        :aria-label="`Take floor ${i + 1} away`"
        @click="form.floors.splice(i, 1)"
      />
    </fieldset>
    <UButton variant="outline" color="neutral" icon="i-lucide-plus" @click="add">
      Add a floor
    </UButton>
  </FormDialog>
</template>
