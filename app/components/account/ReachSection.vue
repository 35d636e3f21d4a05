<script setup lang="ts">
import { reachRoutes } from '#shared/alert/routes'
import { textNumberBody, type Reach } from '#shared/alert/schema'
import { beginPush, canPush, endPush, ownEndpoint } from '~/composables/alert/push'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useSiteTime } from '~/composables/time'

/** How the own person is called when an alert asks for them. */
const { when } = useSiteTime()
const toast = useToast()
const { data: reach, failure, load } = useLoad<Reach>(() => call(reachRoutes.reach, {}))
const { busy, message, submit } = useSubmit()
const here = ref<string | null>(null)
const form = ref({ textNumber: '' })
watch(reach, (known) => {
  form.value.textNumber = known?.textNumber ?? ''
})
async function look(): Promise<void> {
  here.value = await ownEndpoint()
  await load()
}
onMounted(look)
const isHere = computed(
  () => reach.value?.devices.some(({ endpoint }) => endpoint === here.value) ?? false,
)
/** Where alerts reach this person by mail and text, as things are set up. */
const says = computed(() => {
  const { email, channels } = reach.value!
  return [
    'For alerts of a watch.',
    channels.mail
      ? `Mail goes to ${email ?? 'nowhere: you have no address'}.`
      : 'No mail is set up.',
    ...(channels.text ? [] : ['No texts are set up.']),
  ].join(' ')
})

const begin = (): Promise<unknown> =>
  submit(async () => {
    await beginPush(reach.value!)
    await look()
  })
const drop = (device: Reach['devices'][number]): Promise<unknown> =>
  submit(async () => {
    await call(reachRoutes.dropPushDevice, { params: { id: device.id } })
    // Off the server's list nothing comes any more, whatever the browser says.
    if (device.endpoint === here.value) await endPush().catch(() => null)
    await look()
  })
const trial = (): Promise<unknown> =>
  submit(async () => {
    const { sent } = await call(reachRoutes.tryReach, {})
    toast.add({ title: sent === 0 ? 'You have no address yet' : `Trial sent to ${sent}` })
  })
const body = () => ({ textNumber: form.value.textNumber.trim() || null })
const send = (sent: ReturnType<typeof textNumberBody.parse>): Promise<unknown> =>
  call(reachRoutes.setTextNumber, { body: sent })
async function saved(): Promise<void> {
  toast.add({ title: 'Saved' })
  await load()
}
const nameOf = ({ endpoint, name }: Reach['devices'][number]): string =>
  endpoint === here.value ? `${name}, this one` : name
</script>

<template>
  <section class="panel p-5 space-y-4" aria-labelledby="reach">
    <h2 id="reach">How you are called</h2>
    <Failure v-if="failure && !reach" :failure="failure" @retry="load" />
    <p v-else-if="!reach" class="muted">Reading how you are called…</p>
    <template v-else>
      <p class="muted">{{ says }}</p>
      <div class="flex flex-wrap items-center gap-3">
        <UButton v-if="canPush() && !isHere" :loading="busy" @click="begin">
          Notify me on this device
        </UButton>
        <p v-else-if="!canPush()" class="muted">This browser shows no notifications here.</p>
        <UButton variant="outline" color="neutral" :loading="busy" @click="trial">
          Send me a trial
        </UButton>
      </div>
      <p v-if="message" role="alert" class="text-stop font-semibold">{{ message }}</p>
      <ul v-if="reach.devices.length > 0" class="space-y-2" aria-label="Devices that are notified">
        <li
          v-for="device in reach.devices"
          :key="device.id"
          class="flex flex-wrap items-center gap-3"
        >
          <span class="grow">{{ nameOf(device) }}, since {{ when(device.since) }}</span>
          <UButton variant="outline" color="neutral" :loading="busy" @click="drop(device)">
            Stop notifying it
          </UButton>
        </li>
      </ul>
      <FormFrame
        v-slot="{ busy: saving }"
        class="grid grid-cols-1 sm:grid-cols-[1fr_auto] gap-4 items-start"
        :state="form"
        :schema="textNumberBody"
        :body="body"
        :send="send"
        @done="saved"
      >
        <UFormField label="Number for texts" name="textNumber" help="Only you see it. Empty: none.">
          <UInput v-model="form.textNumber" type="tel" autocomplete="tel" class="w-full" />
        </UFormField>
        <UButton type="submit" class="sm:mt-7" :loading="saving">Save the number</UButton>
      </FormFrame>
    </template>
  </section>
</template>
