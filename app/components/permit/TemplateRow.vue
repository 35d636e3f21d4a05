<script setup lang="ts">
import { permitRoutes } from '#shared/permit/routes'
import type { Template } from '#shared/permit/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSubmit } from '~/composables/submit'

/** Work that comes again: a draft for it at one press. */
const { data: templates, load } = useLoad<Template[]>(() => call(permitRoutes.permitTemplates, {}))
onMounted(load)
const { busy, message, submit } = useSubmit()
async function begin(id: string): Promise<void> {
  const drafted = await submit(() =>
    call(permitRoutes.draftAgain, { params: { id }, body: { goesOn: false } }),
  )
  if (drafted) await navigateTo(`/permits/${drafted.id}`)
}
</script>

<template>
  <section v-if="templates && templates.length > 0" class="mb-4" aria-labelledby="templates">
    <h2 id="templates" class="mb-2">Work that comes again</h2>
    <ul class="flex flex-wrap gap-3">
      <li
        v-for="one in templates"
        :key="one.id"
        class="panel p-3 flex gap-4 items-center justify-between grow sm:grow-0 sm:min-w-72"
      >
        <span>
          <NuxtLink class="link font-semibold" :to="`/permits/${one.id}`">{{ one.name }}</NuxtLink>
          <span class="muted block">{{ one.job }}, {{ one.place }}</span>
        </span>
        <UButton :loading="busy" :aria-label="`Draft a permit: ${one.name}`" @click="begin(one.id)">
          Draft
        </UButton>
      </li>
    </ul>
    <p v-if="message" role="alert" class="text-stop font-semibold mt-2">{{ message }}</p>
  </section>
</template>
