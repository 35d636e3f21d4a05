<script setup lang="ts">
import { tracesSeen } from '#core/firewatch/round'
import type { Permit } from '#shared/permit/schema'
import { lateText } from '~/components/permit/late'
import { eventWords } from '~/components/permit/action-words'
import { spotTexts } from '~/components/permit/spots'
import { useSiteTime } from '~/composables/time'
import { useUnits } from '~/composables/units'

/** Everything that was done to a permit, by whom and when. */
defineProps<{ permit: Permit }>()
const { when } = useSiteTime()
const units = useUnits()
const spotsOf = ({ details }: Permit['events'][number]): string =>
  spotTexts(details?.looked ?? [], units.value).join(', ')
const noticed = ({ details }: Permit['events'][number]): string =>
  tracesSeen(details?.looked ?? []).join(', ')
const photosOf = ({ details }: Permit['events'][number]) =>
  (details?.looked ?? []).filter(({ photo }) => photo)
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
        <span class="w-28 muted">{{ when(event.countsAt ?? event.at) }}</span>
        <span class="font-semibold">{{ eventWords(event) }}</span>
        <span>{{ event.person }}</span>
        <span v-if="!event.current" class="muted">no longer counts: the draft changed</span>
        <span v-if="noticed(event)" class="basis-full text-stop font-semibold">
          {{ noticed(event) }}
        </span>
        <span v-if="spotsOf(event)" class="basis-full">{{ spotsOf(event) }}</span>
        <span v-if="event.details?.late" class="basis-full muted">{{ lateText(event, when) }}</span>
        <span v-if="event.note" class="basis-full">{{ event.note }}</span>
        <span v-if="photosOf(event).length > 0" class="basis-full flex flex-wrap gap-2 pt-1">
          <PhotoView
            v-for="place in photosOf(event)"
            :key="place.photo"
            :id="place.photo!"
            :of="place.name"
          />
        </span>
      </li>
    </ol>
    <p v-if="permit.auditHash" class="muted text-sm mt-3 break-all">
      Audit reference {{ permit.auditHash }}
    </p>
  </section>
</template>
