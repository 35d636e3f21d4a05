<script setup lang="ts" generic="Action extends string, Row extends PreviewRow<Action>">
import type { Level } from '#core/finding/finding'

export interface PreviewRow<Action> {
  line: number
  action: Action
  errors: { column: string; message: string }[]
}
/** What a file would do, row by row, before it does it; afterwards what it did. */
const props = defineProps<{
  preview: {
    applied: boolean
    counts: Record<Action, number>
    headerErrors: string[]
    rows: Row[]
  }
  /** In the order in which they are counted; the last one is what is broken. */
  actions: readonly { value: Action; says: string; level: Level }[]
  /** Headings between what is done and why. */
  columns: readonly string[]
  label: string
  busy: boolean
}>()
const emit = defineEmits<{ apply: [] }>()
/** What is as it is already is not taken over again. */
const taken = computed(() =>
  props.actions
    .slice(0, -1)
    .filter(({ value }) => value !== 'same')
    .reduce((sum, { value }) => sum + props.preview.counts[value], 0),
)
const mayTake = computed(
  () => taken.value > 0 && props.preview.counts[props.actions.at(-1)!.value] === 0,
)
const wordOf = (action: Action) => props.actions.find(({ value }) => value === action)!
</script>

<template>
  <section class="space-y-3" aria-labelledby="preview" aria-live="polite">
    <h2 id="preview">{{ preview.applied ? 'Taken over' : 'What it would do' }}</h2>
    <ul v-if="preview.headerErrors.length > 0" class="panel edge edge-stop p-4 space-y-1">
      <li v-for="error in preview.headerErrors" :key="error" class="font-semibold">
        {{ error }}
      </li>
    </ul>
    <template v-else>
      <div class="panel p-4 flex flex-wrap items-center gap-x-6 gap-y-2" data-testid="counts">
        <p v-for="action in actions" :key="action.value">
          <span class="plate text-4xl">{{ preview.counts[action.value] }}</span>
          {{ action.says.toLowerCase() }}
        </p>
        <div class="grow" />
        <slot v-if="preview.applied" name="done" />
        <UButton v-else-if="mayTake" :loading="busy" @click="emit('apply')">
          Take {{ taken }} over
        </UButton>
        <p v-else class="muted">Nothing is taken over while a row is broken.</p>
      </div>
      <SideScroll class="panel" :label="label">
        <table class="list">
          <thead>
            <tr>
              <th>Line</th>
              <th>What</th>
              <th v-for="column in columns" :key="column">{{ column }}</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in preview.rows" :key="row.line">
              <td>{{ row.line }}</td>
              <td class="whitespace-nowrap">
                <span class="inline-flex items-center gap-2">
                  <FindingMark :level="wordOf(row.action).level" :size="18" />
                  {{ wordOf(row.action).says }}
                </span>
              </td>
              <slot name="cells" :row="row" />
              <td>
                <ul>
                  <li v-for="error in row.errors" :key="error.column + error.message">
                    <span class="font-semibold">{{ error.column || 'row' }}:</span>
                    {{ error.message }}
                  </li>
                </ul>
              </td>
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </template>
  </section>
</template>
