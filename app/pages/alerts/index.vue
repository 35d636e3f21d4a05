<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import { overBody, type Alert } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useAlerts } from '~/stores/alerts'
import { useChanged } from '~/stores/changes'

/** What people are called for now, and what they were called for. */
useHead({ title: 'Alerts · Zonaris' })
const store = useAlerts()
const page = ref(1)
const past = useLoad(() => call(alertRoutes.pastAlerts, { query: { page: page.value } }))
watch(page, past.load, { immediate: true })
useChanged(['alerts'], past.load)
onMounted(store.load)

const ending = ref<Alert | null>(null)
const isEnding = computed({
  get: () => ending.value !== null,
  set: (is) => {
    if (!is) ending.value = null
  },
})
const over = ref({ note: '' })
watch(ending, () => {
  over.value = { note: '' }
})
const end = (body: { note: string }): Promise<unknown> =>
  call(alertRoutes.endAlert, { params: { id: ending.value!.id }, body })
</script>

<template>
  <div class="space-y-6">
    <header>
      <h1>Alerts</h1>
      <p class="muted">
        Zonaris calls the watch, then the leads, then everybody, until it is seen to.
        <NuxtLink class="link" to="/shop/alerts">How soon, and whom</NuxtLink>
      </p>
    </header>
    <section aria-labelledby="open" class="space-y-3">
      <h2 id="open">Now</h2>
      <Failure v-if="store.failure && !store.alerts" :failure="store.failure" @retry="store.load" />
      <p v-else-if="!store.alerts" class="muted">Reading the alerts…</p>
      <p v-else-if="store.alerts.length === 0" class="panel p-5">Nobody is called for anything.</p>
      <AlertCard
        v-for="alert in store.alerts"
        :key="alert.id"
        :alert="alert"
        @over="ending = $event"
      />
    </section>
    <section aria-labelledby="past" class="space-y-3">
      <h2 id="past">Before</h2>
      <Failure
        v-if="past.failure.value && !past.data.value"
        :failure="past.failure.value"
        @retry="past.load"
      />
      <template v-else-if="past.data.value">
        <p v-if="past.data.value.total === 0" class="panel p-5">Nothing yet.</p>
        <AlertCard v-for="alert in past.data.value.rows" :key="alert.id" :alert="alert" />
        <Pager v-model:page="page" :total="past.data.value.total" one="alert" noun="alerts" />
      </template>
    </section>
    <FormDialog
      v-model:open="isEnding"
      title="The fire alarm is over"
      description="Everybody who was called is told. The permit stays suspended."
      confirm="It is over"
      :state="over"
      :schema="overBody"
      :body="() => over"
      :send="end"
      @done="store.load"
    >
      <UFormField label="How it ended" name="note">
        <UTextarea v-model="over.note" class="w-full" />
      </UFormField>
    </FormDialog>
  </div>
</template>
