<script setup lang="ts">
/** The shop in parts, each with an address of its own. */
const PARTS = [
  { to: '/shop', name: 'Stations' },
  { to: '/shop/chart', name: 'House chart' },
  { to: '/shop/rules', name: 'House rules' },
  { to: '/shop/alerts', name: 'Alerts' },
  { to: '/shop/records', name: 'Records' },
  { to: '/shop/accounts', name: 'Accounts' },
] as const
const route = useRoute()
const here = (to: string): 'page' | undefined => (route.path === to ? 'page' : undefined)
</script>

<template>
  <div class="space-y-6">
    <h1>Shop</h1>
    <nav
      aria-label="Parts of the shop"
      class="flex flex-wrap gap-x-6 gap-y-1 border-b border-(--rule)"
    >
      <NuxtLink
        v-for="part in PARTS"
        :key="part.to"
        :to="part.to"
        class="part"
        :aria-current="here(part.to)"
      >
        {{ part.name }}
      </NuxtLink>
    </nav>
    <NuxtPage />
  </div>
</template>

<style scoped>
.part {
  min-height: 2.75rem;
  display: flex;
  align-items: center;
  font-weight: 600;
  border-bottom: 4px solid transparent;
}
.part:hover {
  color: var(--ui-primary);
}
.part[aria-current] {
  border-bottom-color: var(--ui-primary);
}
</style>
