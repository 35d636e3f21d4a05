<script setup lang="ts">
import { NEED_NAME } from '#core/readiness/terms'
import type { Fix, SessionMember } from '#shared/session/schema'
import { joined } from '~/components/frame/joined'

/** The matrix for a phone: one line a person, their needs one tap away. */
defineProps<{ members: readonly SessionMember[]; mayWrite: boolean; busy: boolean }>()
defineEmits<{ fix: [fix: Fix] }>()
const placeWords = (member: SessionMember): string =>
  joined(PRESENCE[member.presence], member.station?.name ?? 'no booth', member.process ?? 'no work')
const judged = (member: SessionMember) => member.cells.filter((cell) => cell.level !== null)
const PRESENCE = { expected: 'not marked', present: '', late: 'late', absent: 'absent' } as const
</script>

<template>
  <ul class="panel divide-y divide-(--rule)">
    <li v-for="member in members" :key="member.personId">
      <details>
        <summary class="flex items-center gap-3 px-3 min-h-14 cursor-pointer">
          <FindingMark v-if="member.level" :level="member.level" :size="24" />
          <span class="grow min-w-0">
            <span
              class="block truncate"
              :class="member.presence === 'absent' ? 'line-through' : 'font-semibold'"
            >
              {{ member.name }}
            </span>
            <span class="muted text-sm block truncate">
              {{ placeWords(member) }}
            </span>
          </span>
          <span
            v-if="member.set !== null"
            class="plate text-3xl"
            :aria-label="`Set shade ${member.set}`"
          >
            {{ member.set }}
          </span>
        </summary>
        <ul class="px-3 pb-3 space-y-2">
          <li v-for="cell in judged(member)" :key="cell.need" class="flex gap-2 leading-snug">
            <FindingMark :level="cell.level!" :size="20" class="mt-0.5" />
            <span class="grow">
              <span class="font-semibold">{{ NEED_NAME[cell.need] }}.</span>
              {{ cell.sentence }}
              <FixButtons
                v-if="mayWrite && cell.fixes.length > 0"
                class="mt-1"
                :fixes="cell.fixes.slice(0, 2)"
                :busy="busy"
                @fix="$emit('fix', $event)"
              />
            </span>
          </li>
        </ul>
      </details>
    </li>
  </ul>
</template>
