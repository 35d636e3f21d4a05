<script setup lang="ts">
import { z } from 'zod'
import type { Thing } from '#core/plan/plan'

/** A rectangular room by its measures, drawn beside the others; the editor moves it and gives it another outline. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  floor: string
  /** Where it begins, m from the origin. */
  east: number
  add: (things: readonly Thing[]) => Promise<void>
}>()
const emit = defineEmits<{ added: [] }>()
const figure = z.number('Enter a number.')
const schema = z.strictObject({
  name: z.string().trim().min(1, 'Name the room.').max(100),
  width: figure.gt(0.5, 'More than half a metre.').max(500),
  depth: figure.gt(0.5, 'More than half a metre.').max(500),
  height: figure.min(0.1).max(100).nullable(),
})
type Room = z.output<typeof schema>
const blank = (): Room => ({ name: '', width: 10, depth: 8, height: null })
const form = ref<Room>(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})
const send = ({ name, width, depth, height }: Room): Promise<void> => {
  const [west, east] = [props.east, props.east + width]
  return props.add([
    {
      id: crypto.randomUUID(),
      kind: 'room',
      floor: props.floor,
      name,
      shape: {
        type: 'area',
        points: [
          { x: west, y: 0 },
          { x: east, y: 0 },
          { x: east, y: depth },
          { x: west, y: depth },
        ],
      },
      facts: height === null ? {} : { height },
      of: null,
    },
  ])
}
</script>

<template>
  <FormDialog
    v-model:open="open"
    title="A room by its size"
    description="Measured inside, wall to wall. Without its height the air check stays unknown."
    confirm="Draw it"
    :state="form"
    :schema="schema"
    :body="() => form"
    :send="send"
    @done="emit('added')"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" />
    </UFormField>
    <div class="grid grid-cols-1 sm:grid-cols-3 gap-3">
      <QuantityInput v-model="form.width" unit="m" label="West to east" name="width" />
      <QuantityInput v-model="form.depth" unit="m" label="South to north" name="depth" />
      <QuantityInput v-model="form.height" unit="m" label="Height" name="height" />
    </div>
  </FormDialog>
</template>
