<script setup lang="ts">
import { calendarRoutes } from '#shared/inspection/calendar'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

/** What is due, in one's own calendar: by an address that only its owner knows. */
const { when } = useSiteTime()
const feed = useLoad(() => call(calendarRoutes.calendarFeed, {}))
onMounted(feed.load)
const address = ref('')
const { busy, message, submit } = useSubmit()
async function make(): Promise<void> {
  const made = await submit(() => call(calendarRoutes.createCalendarFeed, {}))
  if (!made) return
  address.value = made.address
  await feed.load()
}
async function end(): Promise<void> {
  if (!(await submit(() => call(calendarRoutes.removeCalendarFeed, {})))) return
  address.value = ''
  await feed.load()
}
const since = computed(() => feed.data.value?.since ?? null)
</script>

<template>
  <section class="panel p-5 space-y-4" aria-labelledby="calendar">
    <h2 id="calendar">Calendar</h2>
    <p class="muted">
      What gear is due, in your own calendar program. Whoever has the address reads it; nobody is
      named in it.
    </p>
    <p v-if="since">
      Made {{ when(since) }}. Last read: {{ when(feed.data.value?.lastReadAt ?? null) }}.
    </p>
    <UFormField
      v-if="address"
      label="Address"
      help="Shown once. Add it as a calendar from the web."
    >
      <UInput :model-value="address" readonly class="w-full font-mono" />
    </UFormField>
    <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <UButton variant="outline" color="neutral" :loading="busy" @click="make">
        {{ since ? 'Make a new address' : 'Make an address' }}
      </UButton>
      <UButton v-if="since" variant="outline" color="error" :loading="busy" @click="end">
        End the address
      </UButton>
    </div>
  </section>
</template>
