<script setup lang="ts">
import type { Level } from '#core/finding/finding'
import { LINE_NAME, lineOf, LINES_OF, type Line, type PartKind } from '#core/gas/set/kind'
import type { GasSet } from '#shared/gas/set-schema'
import { NuxtLink } from '#components'
import { levelAbout } from '~/components/gas/gas-words'

/** A set as it is screwed together: each line from its cylinder to the torch, with what is missing. */
const props = defineProps<{ set: GasSet }>()

interface Piece {
  id: string
  kind: 'cylinder' | PartKind
  /** Null: nothing is named there. */
  label: string | null
  to: string
  level: Level
}
const WORD: Record<Piece['kind'], string> = {
  cylinder: 'Cylinder',
  regulator: 'Regulator',
  arrestor: 'Arrestor',
  hose: 'Hose',
  torch: 'Torch',
}
const ICON: Record<Piece['kind'], string> = {
  cylinder: 'i-lucide-cylinder',
  regulator: 'i-lucide-gauge',
  arrestor: 'i-lucide-shield',
  hose: 'i-lucide-spline',
  torch: 'i-lucide-flame',
}
const NAMED = 'border-(--rule) link no-underline'
const MISSING = 'border-dashed border-(--ui-text-muted)'
const shownLines = computed((): readonly Line[] => {
  const { kind, cylinders } = props.set
  if (kind !== 'manifold') return LINES_OF[kind]
  const told = cylinders.flatMap(({ parts }) => (parts ? [lineOf(parts)] : []))
  return LINES_OF.manifold.filter((line) => told.includes(line))
})

function named(kind: PartKind, line: Line): Piece[] {
  const here = props.set.parts.filter(
    (part) => part.kind === kind && (part.line === line || kind === 'torch'),
  )
  if (here.length === 0)
    return [{ id: `${line} ${kind}`, kind, label: null, to: '', level: 'unknown' }]
  return here.map((part) => ({
    id: part.id,
    kind,
    label: part.label,
    to: `/gear/${kind}/${part.id}`,
    level: part.lockReason ? 'stop' : levelAbout(props.set.findings, part.label),
  }))
}
function piecesOf(line: Line): Piece[] {
  const cylinders = props.set.cylinders
    .filter(({ parts }) => parts !== null && lineOf(parts) === line)
    .map((one): Piece => ({
      id: one.id,
      kind: 'cylinder',
      label: one.label,
      to: `/gear/cylinder/${one.id}`,
      level: one.lockReason ? 'stop' : levelAbout(props.set.findings, one.label),
    }))
  const none: Piece = {
    id: `${line} cylinder`,
    kind: 'cylinder',
    label: null,
    to: '',
    level: 'unknown',
  }
  return [
    ...(cylinders.length > 0 ? cylinders : [none]),
    ...named('regulator', line),
    ...(line === 'inert' ? [] : named('arrestor', line)),
    ...named('hose', line),
    ...(props.set.kind === 'manifold' ? [] : named('torch', line)),
  ]
}
</script>

<template>
  <div class="space-y-3">
    <section v-for="line in shownLines" :key="line" :aria-label="`${LINE_NAME[line]} line`">
      <p class="plate text-lg first-letter:uppercase">{{ LINE_NAME[line] }}</p>
      <ol class="flex flex-wrap gap-y-2">
        <li
          v-for="(piece, i) in piecesOf(line)"
          :key="piece.id"
          class="flex items-center"
          :class="{ 'sm:grow': i > 0 }"
          data-testid="piece"
        >
          <span v-if="i > 0" class="w-3 sm:grow h-1 bg-(--ui-text-muted)" aria-hidden="true" />
          <component
            :is="piece.label ? NuxtLink : 'span'"
            :to="piece.to || undefined"
            class="block border-2 rounded-lg px-3 py-2 min-w-24 sm:min-w-36 min-h-20 text-center"
            :class="piece.label ? NAMED : MISSING"
          >
            <span class="flex items-center justify-center gap-1">
              <UIcon :name="ICON[piece.kind]" class="size-5" />
              <FindingMark :level="piece.level" :size="18" />
            </span>
            <span class="block muted text-sm">{{ WORD[piece.kind] }}</span>
            <span class="block font-semibold">{{ piece.label ?? 'not named' }}</span>
          </component>
        </li>
      </ol>
    </section>
  </div>
</template>
