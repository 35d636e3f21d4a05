<script setup lang="ts">
import { signInRoutes } from '#shared/sign-in/routes'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** The own API tokens; for staff those of everybody as well. */
const signIn = useSignIn()
const own = useLoad(() => call(signInRoutes.tokens, {}))
const all = useLoad(() => call(signInRoutes.allTokens, {}))
const isStaff = computed(() => signIn.may('lead', 'instructor'))
const others = computed(() => (all.data.value ?? []).filter(({ id }) => !isOwn(id)))
const isOwn = (id: string): boolean => own.data.value?.some((token) => token.id === id) ?? false
async function load(): Promise<void> {
  await Promise.all([own.load(), isStaff.value ? all.load() : null])
}
onMounted(load)
defineExpose({ load })
async function revokeOwn(id: string): Promise<void> {
  await call(signInRoutes.revokeToken, { params: { id } })
  await load()
}
async function revokeAny(id: string): Promise<void> {
  await call(signInRoutes.revokeAnyToken, { params: { id } })
  await load()
}
</script>

<template>
  <section class="panel p-5 space-y-4">
    <div>
      <h2 class="mb-1">API tokens</h2>
      <p class="muted">
        For programs that read or write in your name, only where you let them. The description of
        the API:
        <a class="link" href="/api/v1/openapi.json" target="_blank">openapi.json</a>
      </p>
    </div>
    <TokenForm v-if="signIn.me?.hasPassword" @made="load" />
    <TokenList :tokens="own.data.value ?? []" :revoke="revokeOwn" />
    <template v-if="isStaff && others.length > 0">
      <h3>Of others here</h3>
      <TokenList :tokens="others" named :revoke="revokeAny" />
    </template>
  </section>
</template>
