<script setup lang="ts">
import { byWorst } from '#core/finding/finding'
import { gasRoutes } from '#shared/gas/routes'
import type { GasStore } from '#shared/gas/schema'
import { call } from '~/composables/api'
import { useAddress } from '~/composables/list'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'
import { shareText, stateText } from '~/components/gas/gas-words'

/** The stores of cylinders, each as the rack that it is, and whether what stands there may stand together. */
useHead({ title: 'Rack · Zonaris' })
const signIn = useSignIn()
const route = useRoute()
const view = useAddress().choice('view', ['rack', 'table'])
const VIEWS = [
  { value: 'rack', label: 'Rack' },
  { value: 'table', label: 'Table' },
] as const
const stores = useLoad(() => call(gasRoutes.gasStores, {}))
const chosen = computed(
  () =>
    stores.data.value?.find(({ id }) => id === route.query.store) ?? stores.data.value?.[0] ?? null,
)
const store = useLoad(() => call(gasRoutes.gasStore, { params: { id: chosen.value!.id } }))
onMounted(stores.load)
watch(
  () => chosen.value?.id,
  (id) => id && store.load(),
)
const editing = ref(false)
const edited = shallowRef<GasStore | null>(null)
function edit(which: GasStore | null): void {
  edited.value = which
  editing.value = true
}
async function saved(): Promise<void> {
  await stores.load()
  if (chosen.value) await store.load()
}
/** The worst first: what somebody has to know before the rest. */
const verdict = computed(() => {
  const findings = store.data.value?.findings ?? []
  const [worst] = byWorst(findings)
  if (!worst) return null
  return worst.level === 'clear'
    ? { level: worst.level, says: 'What stands here may stand so.', remedy: undefined }
    : { level: worst.level, says: worst.sentence, remedy: worst.remedy }
})
const mayWrite = computed(() => signIn.may('lead', 'instructor'))
</script>

<template>
  <div class="space-y-5">
    <header class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <p class="muted"><NuxtLink class="link" to="/gear">Gas and gear</NuxtLink></p>
        <h1>Rack</h1>
      </div>
      <ChoiceRow v-model="view" legend="View" hide-legend :options="VIEWS" />
      <UButton variant="outline" color="neutral" icon="i-lucide-fuel" to="/gear/enough">
        For today
      </UButton>
      <template v-if="mayWrite">
        <UButton variant="outline" color="neutral" icon="i-lucide-receipt-text" to="/gear/rent">
          Rent
        </UButton>
        <UButton variant="outline" color="neutral" icon="i-lucide-truck" to="/gear/delivery">
          Delivery
        </UButton>
        <UButton icon="i-lucide-plus" @click="edit(null)">Add a store</UButton>
      </template>
    </header>
    <Failure v-if="stores.failure.value" :failure="stores.failure.value" @retry="stores.load" />
    <p v-else-if="stores.data.value?.length === 0" class="panel p-5 muted">
      No stores yet. Add the places where cylinders stand, with what was measured there; then move
      cylinders to them from their pages.
    </p>
    <nav v-if="stores.data.value?.length" aria-label="Stores" class="flex flex-wrap gap-2">
      <UButton
        v-for="one in stores.data.value"
        :key="one.id"
        :variant="one.id === chosen?.id ? 'solid' : 'outline'"
        :color="one.id === chosen?.id ? 'primary' : 'neutral'"
        :to="{ query: { ...route.query, store: one.id } }"
        :aria-current="one.id === chosen?.id ? 'page' : undefined"
      >
        {{ one.name }}: {{ one.cylinders }}
      </UButton>
    </nav>
    <Failure v-if="store.failure.value" :failure="store.failure.value" @retry="store.load" />
    <template v-else-if="store.data.value">
      <section class="panel p-4 sm:p-6 space-y-4" aria-labelledby="stands">
        <div class="flex flex-wrap items-center gap-4">
          <h2 id="stands">{{ store.data.value.store.name }}</h2>
          <p v-if="verdict" class="flex gap-3 items-start grow basis-72" data-testid="verdict">
            <FindingMark :level="verdict.level" :size="26" />
            <span>
              <span class="font-semibold block">{{ verdict.says }}</span>
              <span v-if="verdict.remedy" class="muted">{{ verdict.remedy }}</span>
            </span>
          </p>
          <UButton
            v-if="mayWrite"
            variant="outline"
            color="neutral"
            @click="edit(store.data.value.store)"
          >
            Measure and change
          </UButton>
        </div>
        <p v-if="store.data.value.cylinders.length === 0" class="muted">
          Nothing stands here. Open a cylinder and move it here.
        </p>
        <GasRack v-else-if="view === 'rack'" :cylinders="store.data.value.cylinders" />
        <SideScroll v-else label="Cylinders of this store">
          <table class="list">
            <thead>
              <tr>
                <th>Cylinder</th>
                <th>Gas</th>
                <th>State</th>
                <th>Left</th>
                <th>Test holds to</th>
                <th>Cap</th>
                <th>Chain</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in store.data.value.cylinders" :key="one.id">
                <td>
                  <NuxtLink class="link font-semibold" :to="`/gear/cylinder/${one.id}`">
                    {{ one.label }}
                  </NuxtLink>
                </td>
                <td>{{ one.gas }}</td>
                <td>{{ stateText(one) }}</td>
                <td>{{ shareText(one) }}</td>
                <td>{{ one.retestDue ?? 'not known' }}</td>
                <td><YesNo :value="one.capped" /></td>
                <td><YesNo :value="one.chained" /></td>
              </tr>
            </tbody>
          </table>
        </SideScroll>
      </section>
      <section v-if="store.data.value.findings.length > 0" aria-label="May it stand so">
        <FindingList :findings="store.data.value.findings" />
      </section>
    </template>
    <StoreForm v-model:open="editing" :store="edited" @saved="saved" />
  </div>
</template>
