<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import type { Contact } from '#shared/alert/schema'
import type { Permit } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { useEventIds } from '~/composables/event-id'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'
import { useAlerts } from '~/stores/alerts'

/** At a watch: the alarm, and whom to call. */
const props = defineProps<{ permit: Permit; mayRaise: boolean }>()
const store = useAlerts()
const { once } = useEventIds()
const { busy, message, submit } = useSubmit()
const { data: contacts, load } = useLoad<Contact[]>(() => call(alertRoutes.contacts, {}))
onMounted(load)
const raised = computed(() =>
  store.alerts?.find(({ kind, permitId }) => kind === 'fire' && permitId === props.permit.id),
)
const called = computed(() => contacts.value?.filter(({ phone }) => phone !== null) ?? [])
const raise = (): Promise<unknown> =>
  submit(async () => {
    await once('fire', {}, (eventId) =>
      call(alertRoutes.raiseFire, { params: { id: props.permit.id }, body: { eventId } }),
    )
    await store.load()
  })
</script>

<template>
  <div class="space-y-3">
    <p v-if="raised" role="alert" class="edge edge-stop panel p-3 text-left" data-testid="raised">
      <span class="plate text-2xl block">Alarm raised</span>
      Work is suspended, everybody is called. Get out, and call the fire service yourself.
    </p>
    <HoldButton v-else-if="mayRaise" label="Fire alarm" :busy="busy" @held="raise" />
    <p v-if="message" role="alert" class="text-stop font-semibold">
      {{ message }} Shout, and call by telephone.
    </p>
    <ul v-if="called.length > 0" class="panel divide-y divide-(--rule) text-left" aria-label="Call">
      <li v-for="contact in called" :key="contact.id">
        <a :href="`tel:${contact.phone}`" class="flex items-center gap-3 p-3 min-h-14">
          <UIcon name="i-lucide-phone" class="size-6 shrink-0" aria-hidden="true" />
          <span class="grow">
            <span class="font-semibold block">{{ contact.name }}</span>
            <span class="muted text-sm">{{ contact.what }}</span>
          </span>
          <span class="link">{{ contact.phone }}</span>
        </a>
      </li>
    </ul>
  </div>
</template>
