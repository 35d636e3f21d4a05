<script setup lang="ts">
import { DEED_NAME, FOUND_RULES } from '#core/firewatch/found'
import { apart } from '#core/plan/shape'
import type { Permit } from '#shared/permit/schema'

/** What was found around the work on the day, as it stands on the permit. */
defineProps<{ permit: Pick<Permit, 'found' | 'work'> }>()
const nameOf = ({ name, kind }: Permit['found'][number]): string => name || FOUND_RULES[kind].name
</script>

<template>
  <ol class="space-y-2" aria-label="Found there on the day">
    <li
      v-for="(one, i) in permit.found"
      :key="one.id"
      class="grid grid-cols-[1fr_auto] gap-x-3 border-b border-(--rule) pb-2"
    >
      <span class="font-semibold">{{ i + 1 }}. {{ nameOf(one) }}</span>
      <QuantityText v-if="permit.work && one.at" :amount="apart(permit.work, one.at)" unit="m" />
      <span class="col-span-2">{{ one.deed ? DEED_NAME[one.deed] : 'Nothing done yet' }}</span>
      <PhotoView v-if="one.photo" :id="one.photo" :of="nameOf(one)" class="col-span-2" />
    </li>
  </ol>
</template>
