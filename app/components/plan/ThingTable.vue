<script setup lang="ts">
import { PLAN_KINDS } from '#core/plan/kinds.table'
import type { Thing } from '#core/plan/plan'
import { middleOf } from '#core/plan/shape'
import { PAGE_SIZE } from '#shared/api/list'
import { quantityText } from '#shared/units/units'
import { byName } from '~/composables/by-name'
import { useUnits } from '~/composables/units'

/** Everything that is drawn, as a table: for the keyboard, and for whoever does not see the drawing. */
const props = defineProps<{ things: readonly Thing[] }>()
const chosen = defineModel<string[]>('chosen', { required: true })
const units = useUnits()
const wanted = ref('')
const ordered = computed(() => props.things.toSorted((a, b) => byName(a.name, b.name)))
const rows = computed(() =>
  wanted.value === ''
    ? ordered.value
    : ordered.value.filter(({ name, kind }) =>
        `${name} ${PLAN_KINDS[kind].name}`.toLowerCase().includes(wanted.value.toLowerCase()),
      ),
)
const page = ref(1)
watch(wanted, () => {
  page.value = 1
})
const onPage = computed(() =>
  rows.value.slice((page.value - 1) * PAGE_SIZE, page.value * PAGE_SIZE).map((thing) => {
    const { x, y } = middleOf(thing.shape)
    const text = (amount: number): string => quantityText({ amount, unit: 'm' }, units.value)
    return { thing, kind: PLAN_KINDS[thing.kind].name, east: text(x), north: text(y) }
  }),
)
/** After something was taken away the last page may be gone. */
watch(
  () => rows.value.length,
  (count) => {
    page.value = Math.max(1, Math.min(page.value, Math.ceil(count / PAGE_SIZE)))
  },
)
/** What is chosen on the drawing is found in the table, too. */
watch(chosen, ([first]) => {
  const place = rows.value.findIndex(({ id }) => id === first)
  if (place >= 0) page.value = 1 + Math.floor(place / PAGE_SIZE)
})
const choose = (id: string): void => {
  chosen.value = [id]
}
</script>

<template>
  <section aria-labelledby="drawn" class="space-y-2">
    <div class="flex flex-wrap items-end gap-3">
      <h2 id="drawn" class="grow">Drawn here: {{ things.length }}</h2>
      <UInput v-model="wanted" placeholder="Search" aria-label="Search what is drawn" />
    </div>
    <SideScroll class="panel max-h-96 overflow-y-auto" label="Everything drawn on this floor">
      <table class="list">
        <thead>
          <tr>
            <th>Name</th>
            <th>Kind</th>
            <th>East</th>
            <th>North</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in onPage" :key="row.thing.id">
            <td>
              <!-- A plain one: fifty of the library's take longer to make than the whole drawing. -->
              <button
                type="button"
                class="choose"
                :aria-pressed="chosen.includes(row.thing.id)"
                @click="choose(row.thing.id)"
              >
                {{ row.thing.name }}
              </button>
            </td>
            <td>{{ row.kind }}</td>
            <td>{{ row.east }}</td>
            <td>{{ row.north }}</td>
          </tr>
        </tbody>
      </table>
    </SideScroll>
    <Pager v-model:page="page" :total="rows.length" one="thing" noun="things" />
  </section>
</template>

<style scoped>
/* As high as a finger, and yet in one line with the rest of its row. */
.choose {
  padding: 0.5rem 0;
  margin: -0.5rem 0;
  text-align: left;
  font-weight: 500;
  color: var(--ui-primary);
  cursor: pointer;
}
.choose:hover,
.choose[aria-pressed='true'] {
  text-decoration: underline;
}
</style>
