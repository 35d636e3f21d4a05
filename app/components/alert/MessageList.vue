<script setup lang="ts">
import { CHANNEL_NAME } from '#shared/alert/channels'
import { alertRoutes } from '#shared/alert/routes'
import type { Alert, Message } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** Who was told of an alert, when, how, and what came of it. */
const props = defineProps<{ alert: Alert }>()
const { clock } = useSiteTime()
const {
  data: messages,
  failure,
  load,
} = useLoad<Message[]>(() => call(alertRoutes.alertMessages, { params: { id: props.alert.id } }))
watch(() => props.alert, load, { immediate: true })

function outcome({ channel, sentAt, givenUpAt, failure: because, tries }: Message): string {
  if (channel === 'page') return 'shown'
  if (sentAt) return tries > 1 ? `sent at try ${tries}` : 'sent'
  if (givenUpAt) return `given up: ${because}`
  return because ? `tried ${tries} times: ${because}` : 'waits'
}
const callOf = ({ step }: Message): string => (step === null ? 'over' : `call ${step + 1}`)
</script>

<template>
  <Failure v-if="failure && !messages" :failure="failure" @retry="load" />
  <p v-else-if="!messages" class="muted">Reading who was told…</p>
  <p v-else-if="messages.length === 0" class="muted">
    Nobody could be told: nobody has an address.
  </p>
  <SideScroll v-else label="Who was told">
    <table class="w-full">
      <thead>
        <tr>
          <th scope="col" class="text-left pr-4">At</th>
          <th scope="col" class="text-left pr-4">Who</th>
          <th scope="col" class="text-left pr-4">How</th>
          <th scope="col" class="text-left pr-4">Which call</th>
          <th scope="col" class="text-left pr-4">What came of it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="message in messages" :key="message.id">
          <td>{{ clock(message.madeAt) }}</td>
          <td>{{ message.name }}</td>
          <td>{{ CHANNEL_NAME[message.channel] }} {{ message.address }}</td>
          <td>{{ callOf(message) }}</td>
          <td :class="{ 'text-stop font-semibold': message.givenUpAt }">{{ outcome(message) }}</td>
        </tr>
      </tbody>
    </table>
  </SideScroll>
</template>
