<script setup lang="ts">
import { closePointBody, roundRoutes, type OpenPoint } from '#shared/inspection/round'
import { call } from '~/composables/api'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'
import { joined } from '~/components/frame/joined'

/** What was found wanting and is not put right yet. */
const props = defineProps<{ points: readonly OpenPoint[]; placeShown?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const signIn = useSignIn()
const { when } = useSiteTime()
const closing = ref<OpenPoint | null>(null)
const open = computed({
  get: () => closing.value !== null,
  set: (now) => {
    if (!now) closing.value = null
  },
})
const form = ref({ note: '' })
function begin(point: OpenPoint): void {
  form.value.note = ''
  closing.value = point
}
const mayClose = (point: OpenPoint): boolean =>
  signIn.may('lead', 'instructor') ||
  (signIn.may('worker') && [point.leftById, point.foundById].includes(signIn.me?.id ?? ''))
const whoOf = (point: OpenPoint): string =>
  joined(
    props.placeShown && point.station,
    point.leftBy ? `left by ${point.leftBy}` : 'nobody knows who left it',
    point.foundById !== point.leftById && `found by ${point.foundBy}`,
    when(point.foundAt),
  )
const send = (body: { note: string }) =>
  call(roundRoutes.closePoint, { params: { id: closing.value!.id }, body })
</script>

<template>
  <ul class="space-y-2">
    <li
      v-for="point in points"
      :key="point.id"
      class="flex flex-wrap gap-3 items-center py-2 border-b border-(--rule) last:border-0"
    >
      <FindingMark :level="point.critical ? 'stop' : 'caution'" :size="22" />
      <span class="grow basis-48 leading-tight">
        <span class="font-semibold">{{ point.name }}: {{ point.note }}</span>
        <span class="muted block text-sm">{{ whoOf(point) }}</span>
      </span>
      <UButton
        v-if="mayClose(point)"
        variant="outline"
        color="neutral"
        :aria-label="`Put right: ${point.name}`"
        @click="begin(point)"
      >
        Put right
      </UButton>
    </li>
  </ul>
  <FormDialog
    v-model:open="open"
    :title="closing ? `${closing.name}: ${closing.note}` : ''"
    description="It stays on record with who left it, who found it and who put it right."
    confirm="It is put right"
    :state="form"
    :schema="closePointBody"
    :body="() => form"
    :send="send"
    @done="emit('changed')"
  >
    <UFormField label="How it was put right" name="note">
      <UInput v-model="form.note" class="w-full" />
    </UFormField>
  </FormDialog>
</template>
