<script setup lang="ts">
import { NEEDS, NEED_NAME, type Presence } from '#core/readiness/terms'
import type { Level } from '#core/finding/finding'
import type { SessionMember } from '#shared/session/schema'

/** Who is ready, person by need. One cell has the focus; arrows move it, Enter opens it. */
const props = defineProps<{ members: readonly SessionMember[]; mayWrite: boolean }>()
const chosen = defineModel<string[]>('chosen', { required: true })
const at = defineModel<{ row: number; column: number }>('at', { required: true })
const emit = defineEmits<{ open: [] }>()
const WORD: Record<Level, string> = {
  clear: 'clear',
  caution: 'caution',
  stop: 'stop',
  unknown: 'unknown',
}
const PRESENCE: Record<Presence, string> = {
  expected: 'not marked',
  present: 'here',
  late: 'late',
  absent: 'absent',
}
/** What a row is drawn anew for. */
const drawnOf = (member: SessionMember, row: number): unknown[] => [
  member,
  at.value.row === row ? at.value.column : -1,
  chosen.value.includes(member.personId),
  props.mayWrite,
]
const workWords = ({ process, amps }: SessionMember): string => {
  if (!process) return 'no work'
  return amps === null ? process : `${process} ${amps} A`
}
const cellWords = (member: SessionMember, cell: SessionMember['cells'][number]): string => {
  const says = cell.level ? `${WORD[cell.level]}. ${cell.sentence}` : 'not needed'
  return `${member.name}, ${NEED_NAME[cell.need]}: ${says}`
}
const table = useTemplateRef<HTMLTableElement>('table')

function press(event: KeyboardEvent): void {
  const { row, column } = at.value
  const to = {
    ArrowRight: { row, column: column + 1 },
    ArrowLeft: { row, column: column - 1 },
    ArrowDown: { row: row + 1, column },
    ArrowUp: { row: row - 1, column },
    Home: { row, column: 0 },
    End: { row, column: NEEDS.length - 1 },
  }[event.key]
  if (!to) return
  event.preventDefault()
  const next = {
    row: Math.min(props.members.length - 1, Math.max(0, to.row)),
    column: Math.min(NEEDS.length - 1, Math.max(0, to.column)),
  }
  at.value = next
  // The model changes only once the parent has heard of it.
  table.value?.querySelector<HTMLElement>(`[data-at="${next.row}-${next.column}"]`)?.focus()
}
function pick(row: number, column: number): void {
  at.value = { row, column }
  emit('open')
}
const all = computed({
  get: () => props.members.length > 0 && chosen.value.length === props.members.length,
  set: (on) => {
    chosen.value = on ? props.members.map((member) => member.personId) : []
  },
})
</script>

<template>
  <div class="panel overflow-x-auto">
    <table
      ref="table"
      role="grid"
      class="grid-table"
      aria-label="Readiness, person by need"
      @keydown="press"
    >
      <thead>
        <tr>
          <th v-if="mayWrite" scope="col" class="w-9">
            <input
              v-model="all"
              type="checkbox"
              class="size-5 accent-(--ui-primary)"
              aria-label="Choose everyone"
            />
          </th>
          <th scope="col" class="name">Person</th>
          <th v-for="need in NEEDS" :key="need" scope="col" class="need">
            <span>{{ NEED_NAME[need] }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(member, row) in members"
          :key="member.personId"
          v-memo="drawnOf(member, row)"
          :class="{ away: member.presence === 'absent' }"
        >
          <td v-if="mayWrite">
            <input
              v-model="chosen"
              type="checkbox"
              :value="member.personId"
              class="size-5 accent-(--ui-primary)"
              :aria-label="`Choose ${member.name}`"
            />
          </td>
          <th scope="row" class="name">
            <span class="flex items-center gap-2">
              <FindingMark v-if="member.level" :level="member.level" :size="18" />
              <span class="min-w-0">
                <NuxtLink :to="`/people/${member.personId}`" class="block truncate hover:underline">
                  {{ member.name }}
                </NuxtLink>
                <span class="muted text-xs font-normal block truncate">
                  <template v-if="member.presence !== 'present'">
                    {{ PRESENCE[member.presence] }} ·
                  </template>
                  {{ member.station?.name ?? 'no booth' }} ·
                  {{ workWords(member) }}
                </span>
              </span>
            </span>
          </th>
          <td v-for="(cell, column) in member.cells" :key="cell.need" role="gridcell" class="cell">
            <button
              type="button"
              :data-at="`${row}-${column}`"
              :tabindex="at.row === row && at.column === column ? 0 : -1"
              :class="{ here: at.row === row && at.column === column }"
              :aria-label="cellWords(member, cell)"
              @click="pick(row, column)"
            >
              <FindingMark v-if="cell.level" :level="cell.level" :size="20" aria-hidden="true" />
              <span
                v-if="cell.need === 'shade' && member.set !== null"
                class="plate text-lg leading-none"
                aria-hidden="true"
              >
                {{ member.set }}
              </span>
              <span v-if="!cell.level" aria-hidden="true" class="muted">·</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.grid-table {
  border-collapse: collapse;
  width: 100%;
}
.grid-table th,
.grid-table td {
  border-bottom: 1px solid var(--rule);
  padding: 0;
}
.grid-table td:first-child,
.grid-table th:first-child {
  padding-left: 0.6rem;
}
.name {
  text-align: left;
  padding: 0.35rem 0.5rem !important;
  width: 13rem;
  max-width: 13rem;
  position: sticky;
  left: 0;
  background: var(--panel);
  z-index: 1;
  line-height: 1.15;
}
.need {
  height: 5.6rem;
  vertical-align: bottom;
  width: 2.2rem;
}
.need span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font-size: 0.82rem;
  font-weight: 600;
  padding: 0.3rem 0;
  color: var(--ui-text-muted);
}
.cell {
  text-align: center;
}
.cell button {
  width: 100%;
  min-width: 2.1rem;
  min-height: 2.7rem;
  cursor: pointer;
  display: grid;
  place-content: center;
  place-items: center;
}
.cell button:hover {
  background: color-mix(in srgb, var(--ui-primary) 14%, transparent);
}
.cell button.here {
  box-shadow: inset 0 0 0 2px var(--ui-primary);
}
.away .name a {
  text-decoration: line-through;
  font-weight: 400;
}
</style>
