<script setup lang="ts">
import { tracesSeen } from '#core/firewatch/round'
import type { Permit } from '#shared/permit/schema'
import { eventWords } from '~/components/permit/action-words'
import { useSiteTime } from '~/composables/time'

/** Everything that was done to a permit, by whom and when. */
defineProps<{ permit: Permit }>()
const { when } = useSiteTime()
const noticed = ({ details }: Permit['events'][number]): string =>
  tracesSeen(details?.looked ?? []).join(', ')
</script>

<template>
  <section class="panel p-4 sm:p-6">
    <h2 class="mb-3">What happened</h2>
    <p v-if="permit.events.length === 0" class="muted">Nothing yet.</p>
    <ol v-else class="space-y-2">
      <li
        v-for="event in permit.events"
        :key="event.id"
        class="flex flex-wrap gap-x-4 border-b border-(--rule) pb-2"
        :class="{ 'opacity-60': !event.current }"
      >
        <span class="w-28 muted">{{ when(event.at) }}</span>
        <span class="font-semibold">{{ eventWords(event) }}</span>
        <span>{{ event.person }}</span>
        <span v-if="!event.current" class="muted">no longer counts: the draft changed</span>
        <span v-if="noticed(event)" class="basis-full text-stop font-semibold">
          {{ noticed(event) }}
        </span>
        <span v-if="event.note" class="basis-full">{{ event.note }}</span>
      </li>
    </ol>
    <p v-if="permit.auditHash" class="muted text-sm mt-3 break-all">
      Audit reference {{ permit.auditHash }}
    </p>
  </section>
</template>
