<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import type { OwnSignIn } from '#shared/sign-in/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

/** Where one is signed in, and the way to end it from here. */
const { data, load } = useLoad(() => call(signInRoutes.ownSignIns, {}))
onMounted(load)
defineExpose({ load })
const { when } = useSiteTime()
const WHERE: Record<OwnSignIn['kind'], string> = {
  account: 'With the password',
  booth: 'At a booth, by PIN',
}
const whereOf = ({ kind, current }: OwnSignIn): string =>
  current ? `${WHERE[kind]}, this one` : WHERE[kind]
async function end(id: string): Promise<void> {
  await call(signInRoutes.endOwnSignIn, { params: { id } })
  await load()
}
</script>

<template>
  <section class="panel p-5">
    <h2 class="mb-1">Signed in</h2>
    <ul class="divide-y divide-(--rule)">
      <li
        v-for="signIn in data ?? []"
        :key="signIn.id"
        class="flex flex-wrap items-center gap-x-4 py-2"
      >
        <span class="grow basis-60">
          <span class="font-semibold">{{ whereOf(signIn) }}</span>
          <span class="muted block text-sm">
            since {{ when(signIn.createdAt) }}, until {{ when(signIn.expiresAt) }}
          </span>
        </span>
        <UButton v-if="!signIn.current" variant="outline" color="neutral" @click="end(signIn.id)">
          End it
        </UButton>
      </li>
    </ul>
  </section>
</template>
