<script setup lang="ts">
import { useSignIn } from '~/stores/sign-in'

/** The navigation is the order of the work. */
const signIn = useSignIn()
const route = useRoute()
const WORK = [
  { to: '/', name: 'Today', icon: 'i-lucide-sunrise' },
  { to: '/plan', name: 'Plan', icon: 'i-lucide-map' },
  { to: '/sessions', name: 'Session', icon: 'i-lucide-grid-3x3' },
  { to: '/jobs', name: 'Jobs', icon: 'i-lucide-hammer' },
  { to: '/air', name: 'Air', icon: 'i-lucide-wind' },
  { to: '/gear', name: 'Gear', icon: 'i-lucide-cylinder' },
  { to: '/permits', name: 'Permits', icon: 'i-lucide-flame' },
  { to: '/stores', name: 'Stores', icon: 'i-lucide-package-open' },
  { to: '/people', name: 'People', icon: 'i-lucide-users-round' },
  { to: '/shop', name: 'Shop', icon: 'i-lucide-warehouse' },
] as const
/** On a phone these are reached from the page Me, so that the thumb has room. */
const DESK: readonly string[] = ['/plan', '/air', '/stores', '/people', '/shop']
const ACCOUNT = { to: '/account', name: 'Me', icon: 'i-lucide-user-round' } as const
const here = (to: string): boolean =>
  to === '/'
    ? route.path === '/'
    : route.path.startsWith(to) || (to === '/permits' && route.path.startsWith('/watch'))
</script>

<template>
  <nav aria-label="Order of the work" class="rail no-print">
    <ol class="flex w-full md:w-auto">
      <li
        v-for="step in WORK"
        :key="step.to"
        class="grow md:grow-0"
        :class="{ 'hidden md:block': DESK.includes(step.to) }"
      >
        <NuxtLink :to="step.to" class="step" :aria-current="here(step.to) ? 'page' : undefined">
          <UIcon :name="step.icon" class="size-5" aria-hidden="true" />
          <span>{{ step.name }}</span>
        </NuxtLink>
      </li>
      <li class="grow md:hidden">
        <NuxtLink
          :to="ACCOUNT.to"
          class="step"
          :aria-current="here(ACCOUNT.to) ? 'page' : undefined"
        >
          <UIcon :name="ACCOUNT.icon" class="size-5" aria-hidden="true" />
          <span>{{ ACCOUNT.name }}</span>
        </NuxtLink>
      </li>
    </ol>
    <div class="hidden md:flex items-center gap-1 ml-auto">
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-scan-line"
        to="/scan"
        aria-label="Scan a code"
      />
      <NuxtLink to="/account" class="step" :aria-current="here('/account') ? 'page' : undefined">
        <UIcon name="i-lucide-user-round" class="size-5" aria-hidden="true" />
        {{ signIn.me?.name }}
      </NuxtLink>
      <UButton
        variant="ghost"
        color="neutral"
        icon="i-lucide-log-out"
        aria-label="Sign out"
        @click="signIn.leave()"
      />
    </div>
  </nav>
</template>

<style scoped>
.rail {
  display: flex;
  background: var(--panel);
  border-bottom: 1px solid var(--rule);
  padding: 0 0.75rem;
}
.step {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 3rem;
  padding: 0 0.8rem;
  font-weight: 600;
  border-bottom: 4px solid transparent;
}
.step:hover {
  color: var(--ui-primary);
}
.step[aria-current] {
  border-bottom-color: var(--ui-primary);
}
@media (max-width: 767px) {
  .rail {
    position: fixed;
    bottom: 0;
    left: 0;
    right: 0;
    z-index: 30;
    padding: 0;
    border-top: 1px solid var(--rule);
    border-bottom: 0;
    padding-bottom: env(safe-area-inset-bottom);
  }
  .step {
    flex-direction: column;
    justify-content: center;
    gap: 0.1rem;
    min-height: 3.6rem;
    padding: 0 0.3rem;
    font-size: 0.8rem;
    border-bottom: 0;
    border-top: 4px solid transparent;
  }
  .step[aria-current] {
    border-top-color: var(--ui-primary);
  }
}
</style>
