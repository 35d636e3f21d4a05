<script setup lang="ts">
import type { z } from 'zod'
import { monitorRoutes } from '#shared/monitor/routes'
import { deviceBody, type Device } from '#shared/monitor/schema'
import { shopRoutes } from '#shared/shop/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'
import { useSignIn } from '~/stores/sign-in'

/** Fume monitors and gas meters: who they are, where they stand, and how they send. */
useHead({ title: 'Monitors · Zonaris' })
const signIn = useSignIn()
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
const { when } = useSiteTime()
const devices = useLoad(() => call(monitorRoutes.devices, {}))
const stations = useLoad(() => call(shopRoutes.stations, {}))
onMounted(() => Promise.all([devices.load(), stations.load()]))
const { submit } = useSubmit()
const form = ref({ name: '', stationId: '' })
const token = ref('')
const send = (body: z.output<typeof deviceBody>): Promise<{ token: string }> =>
  call(monitorRoutes.createDevice, { body })
async function added(made: { token: string }): Promise<void> {
  token.value = made.token
  form.value = { name: '', stationId: '' }
  await devices.load()
}
async function revoke(id: string): Promise<void> {
  if (await submit(() => call(monitorRoutes.revokeDevice, { params: { id } }))) await devices.load()
}
const places = computed(() =>
  (stations.data.value ?? []).map(({ id, name }) => ({ value: id, label: name })),
)
const heard = ({ revoked, lastAt }: Device): string => {
  if (revoked) return 'revoked'
  return lastAt ? `last heard ${when(lastAt)}` : 'not heard yet'
}
const EXAMPLE = `curl -X POST ${location.origin}/api/v1/readings \\
  -H "authorization: Bearer <token>" -H "content-type: application/json" \\
  -d '{"readings":[{"substance":"fume","at":"${new Date().toISOString().slice(0, 19)}Z","value":0.8}]}'`
</script>

<template>
  <div class="space-y-6">
    <div>
      <p class="muted"><NuxtLink class="link" to="/air">Air</NuxtLink></p>
      <h1>Monitors</h1>
    </div>
    <p v-if="token" class="panel edge edge-caution p-4" role="status">
      The token, shown once:
      <code class="font-mono break-all" data-testid="token">{{ token }}</code>
    </p>
    <section class="panel p-4 sm:p-6" aria-labelledby="list">
      <h2 id="list" class="mb-3">Here</h2>
      <Failure
        v-if="devices.failure.value"
        :failure="devices.failure.value"
        @retry="devices.load"
      />
      <p v-else-if="devices.data.value?.length === 0" class="muted">No monitor yet.</p>
      <ul v-else class="divide-y divide-(--rule)">
        <li
          v-for="device in devices.data.value ?? []"
          :key="device.id"
          class="flex flex-wrap gap-x-4 py-2 items-center"
        >
          <span class="font-semibold">{{ device.name }}</span>
          <NuxtLink class="link grow" :to="`/air/stations/${device.stationId}`">
            {{ device.station }}
          </NuxtLink>
          <span class="muted">{{ heard(device) }}</span>
          <UButton
            v-if="mayWrite && !device.revoked"
            variant="ghost"
            color="neutral"
            @click="revoke(device.id)"
          >
            Revoke
          </UButton>
        </li>
      </ul>
    </section>
    <FormFrame
      v-if="mayWrite"
      class="panel p-4 sm:p-6 grid grid-cols-1 sm:grid-cols-3 gap-4 items-start"
      v-slot="{ busy }"
      :state="form"
      :schema="deviceBody"
      :body="() => form"
      :send="send"
      @done="added"
    >
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
      <UFormField label="Station" name="stationId">
        <USelect v-model="form.stationId" :items="places" class="w-full" />
      </UFormField>
      <UButton type="submit" class="sm:mt-6 justify-self-start" :loading="busy">
        Add a monitor
      </UButton>
    </FormFrame>
    <section class="panel p-4 sm:p-6 space-y-2" aria-labelledby="how">
      <h2 id="how">How a monitor sends</h2>
      <p>
        One request with up to 2,000 readings: substance, moment, value (mg/m³, gases ppm). It may
        be sent again and in any order; a moment counts once. Over a limit it raises an alarm at its
        station and suspends the permit there. The program
        <code class="font-mono">standins/monitor.mjs</code>
        plays one.
      </p>
      <pre class="overflow-x-auto text-sm bg-(--ui-bg) p-3 font-mono" tabindex="0">{{
        EXAMPLE
      }}</pre>
    </section>
  </div>
</template>
