<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import type { Permit } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
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
const raise = (): Promise<unknown> =>
  submit(async () => {
    await once('fire', {}, (eventId) =>
      call(alertRoutes.raiseFire, { params: { id: props.permit.id }, body: { eventId } }),
    )
    await store.load()
  })
</script>

<template>
  <div class="space-y-2">
    <p v-if="message" role="alert" class="edge edge-stop panel p-3 font-semibold">
      {{ message }} Shout, and call by telephone.
    </p>
    <p v-if="raised" role="alert" class="raised" data-testid="raised">
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
