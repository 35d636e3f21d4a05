<script setup lang="ts">
import { USE_NAME, type UseMeasure } from '#core/inspection/kind'
import { inspectionRoutes } from '#shared/inspection/routes'
import { useBody, type Gear } from '#shared/inspection/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'

/** How much a piece of gear was used since somebody last told. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ gear: Gear; of: UseMeasure }>()
const emit = defineEmits<{ done: [] }>()
const events = useEventIds()
const form = ref({ amount: '' })
watch(open, (now) => {
  if (now) form.value.amount = ''
})
const body = (): unknown => ({
  id: crypto.randomUUID(),
  of: props.of,
  amount: Number(form.value.amount),
})
const send = ({ amount }: { amount: number }) =>
  events.once('use', { gear: props.gear.id, amount }, (id) =>
    call(inspectionRoutes.logUse, {
      params: { kind: props.gear.kind, id: props.gear.id },
      body: { id, of: props.of, amount },
    }),
  )
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="`Use of ${gear.label}`"
    description="Looks that come round by use come nearer."
    confirm="Log the use"
    :state="form"
    :schema="useBody"
    :body="body"
    :send="send"
    @done="emit('done')"
  >
    <UFormField :label="`Used, ${USE_NAME[of]}`" name="amount">
      <UInput v-model="form.amount" inputmode="decimal" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
