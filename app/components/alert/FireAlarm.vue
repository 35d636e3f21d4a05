<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import type { Permit } from '#shared/permit/schema'
import { useEventIds } from '~/composables/event-id'
import { useQueue, sendOrKeep } from '~/composables/offline/queue'
import { useSubmit } from '~/composables/submit'
import { useAlerts } from '~/stores/alerts'

/** The alarm of a watch: raised, it says so until somebody ends it. */
const props = defineProps<{ permit: Permit; mayRaise: boolean }>()
const store = useAlerts()
const { once } = useEventIds()
const { busy, message, submit } = useSubmit()
const raised = computed(() =>
  store.alerts?.find(({ kind, permitId }) => kind === 'fire' && permitId === props.permit.id),
)
/** Nobody hears it: it waits on this phone. */
const { waiting } = useQueue()
const isUnheard = computed(() =>
  waiting.value.some(
    ({ route, subject }) => route === alertRoutes.raiseFire.id && subject === props.permit.id,
  ),
)
const raise = (): Promise<unknown> =>
  submit(async () => {
    const { id, number } = props.permit
    const about = { subject: id, says: `Fire alarm, permit ${number}`, link: `/watch/${id}` }
    const sent = await once('fire', {}, (eventId) =>
      sendOrKeep(alertRoutes.raiseFire, { params: { id }, body: { eventId } }, about),
    )
    if ('answer' in sent) await store.load()
  })
</script>

<template>
  <div class="space-y-2">
    <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
      {{ message }} Shout, and call by telephone.
    </p>
    <p v-if="isUnheard" role="alert" class="raised" data-testid="unheard">
      <span class="plate text-2xl block">Nobody was called</span>
      No signal. Shout, and call by telephone now. It is sent when the signal is back.
    </p>
    <p v-else-if="raised" role="alert" class="raised" data-testid="raised">
      <span class="plate text-2xl">Alarm raised</span>
      Everybody is called. Get out, and call the fire service yourself.
    </p>
    <HoldButton v-else-if="mayRaise" label="Fire alarm" :busy="busy" @held="raise" />
  </div>
</template>

<style scoped>
.raised {
  padding: 0.5rem 1rem;
  background: #911d0b;
  color: #fff;
}
</style>
