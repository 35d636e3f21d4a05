<script setup lang="ts">
import { SCHOOL_NAME, SCHOOL_OF, type School } from '#core/shade/terms'
import { joined } from '~/components/frame/joined'
import { SCHOOL_LINE } from '~/components/shade/ladder'
import type { Ladder } from '~/composables/shade/ladder'

/** What each school says, one tap away; the one in use here is named. */
defineProps<{ ladder: Ladder; inUse: School }>()
</script>

<template>
  <div class="grid grid-cols-1 sm:grid-cols-2 gap-1.5 mt-1" role="group" aria-label="Schools">
    <button
      v-for="entry in ladder.answer.schools"
      :key="entry.school"
      type="button"
      class="school"
      :aria-pressed="ladder.looked === entry.school"
      @click="ladder.look(entry.school)"
    >
      <svg width="30" height="10" aria-hidden="true">
        <path
          d="M0 5h30"
          :stroke="SCHOOL_LINE[entry.school].stroke"
          :stroke-width="SCHOOL_LINE[entry.school].width"
          :stroke-dasharray="SCHOOL_LINE[entry.school].dash"
        />
      </svg>
      <span class="text-left leading-tight">
        <span class="font-semibold block">{{ SCHOOL_NAME[entry.school] }}</span>
        <span class="muted text-sm block">
          {{ joined(SCHOOL_OF[entry.school], inUse === entry.school && 'in use here') }}
        </span>
      </span>
      <span class="plate text-3xl ml-auto pl-2">{{ entry.shade ?? '–' }}</span>
    </button>
  </div>
</template>

<style scoped>
.school {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 3rem;
  padding: 0.15rem 0.7rem;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: var(--panel);
  cursor: pointer;
}
.school:hover {
  border-color: var(--ui-primary);
}
.school[aria-pressed='true'] {
  border-color: var(--ui-primary);
  box-shadow: inset 0 0 0 2px var(--ui-primary);
}
</style>
