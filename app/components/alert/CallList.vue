<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import type { Contact } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'

/** Whom to call outside the shop, one tap away. */
const { data: contacts, load } = useLoad<Contact[]>(() => call(alertRoutes.contacts, {}))
onMounted(load)
const called = computed(() => contacts.value?.filter(({ phone }) => phone !== null) ?? [])
</script>

<template>
  <ul v-if="called.length > 0" class="panel divide-y divide-(--rule) text-left" aria-label="Call">
    <li v-for="contact in called" :key="contact.id">
      <a :href="`tel:${contact.phone}`" class="flex items-center gap-3 p-3 min-h-14">
        <UIcon name="i-lucide-phone" class="size-6 shrink-0" aria-hidden="true" />
        <span>
          <span class="font-semibold">{{ contact.name }}</span>
          <span class="muted text-sm block">{{ contact.what }}</span>
          <span class="plate text-xl block">{{ contact.phone }}</span>
        </span>
      </a>
    </li>
  </ul>
</template>
