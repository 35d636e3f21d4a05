<script setup lang="ts">
import type { z } from 'zod'
import type { Permit } from '#shared/permit/schema'
import { handOverBody } from '#shared/permit/schema'

/** The watch, or the work, passes to somebody else, who takes it over with the own PIN. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  permit: Permit
  what: 'watch' | 'work'
  handOver: (personId: string, pin: string) => Promise<unknown>
}>()
const entry = handOverBody.pick({ personId: true, pin: true })
const blank = () => ({ personId: null as string | null, pin: '' })
const form = ref(blank())
watch(open, (now) => {
  if (now) form.value = blank()
})
const words = computed(() => {
  const { fireWatch, operator } = props.permit
  return props.what === 'watch'
    ? {
        title: 'Hand the watch over',
        says: `${fireWatch} leaves; somebody else stays for the rest of the watch. Rounds made so far count on.`,
        confirm: 'Take the watch over',
      }
    : {
        title: 'Another operator goes on',
        says: `${operator} stops; somebody else works on under this permit, cleared for it and judged anew.`,
        confirm: 'Take the work over',
      }
})
const send = ({ personId, pin }: z.output<typeof entry>) => props.handOver(personId, pin)
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="words.title"
    :description="words.says"
    :confirm="words.confirm"
    :state="form"
    :schema="entry"
    :body="() => form"
    :send="send"
  >
    <UFormField :label="`Takes the ${what} over`" name="personId">
      <PersonPicker
        v-model="form.personId"
        :label="`Takes the ${what} over`"
        :training="what === 'watch'"
      />
    </UFormField>
    <PinField v-model="form.pin" label="Their PIN" />
  </FormDialog>
</template>
