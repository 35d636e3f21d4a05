<script setup lang="ts">
import { tasksOf, type Task } from '~/components/session/tasks'
import type { Fix, SessionMember } from '#shared/session/schema'

/** What stands between a session and its first arc, each with its cure. Apart from the page, so that moving in the matrix does not draw it again. */
const props = defineProps<{
  members: readonly SessionMember[]
  unmarked: number
  mayWrite: boolean
  busy: boolean
}>()
defineEmits<{ fix: [fix: Fix] }>()
const SHOWN = 12
const tasks = computed(() => tasksOf(props.members))
const trouble = computed(() => tasks.value.filter((task) => task.level !== 'caution'))
const care = computed(() => tasks.value.filter((task) => task.level === 'caution'))
const names = (task: Task): string =>
  task.people.length > 3
    ? `${task.people
        .slice(0, 2)
        .map((person) => person.name)
        .join(', ')} and ${task.people.length - 2} more`
    : task.people.map((person) => person.name).join(', ')
</script>

<template>
  <section class="panel p-4" aria-labelledby="task">
    <h2 id="task" class="mb-2">To do</h2>
    <p v-if="unmarked > 0" class="py-2 border-b border-(--rule) flex gap-2">
      <FindingMark level="unknown" :size="20" />
      <span>{{ unmarked }} not marked: who is here?</span>
    </p>
    <p v-if="trouble.length === 0 && unmarked === 0" class="flex gap-2 font-semibold">
      <FindingMark level="clear" :size="22" />
      Nothing stands in the way.
    </p>
    <ul>
      <li
        v-for="task in trouble.slice(0, SHOWN)"
        :key="task.key"
        class="py-2 border-b border-(--rule) last:border-0"
      >
        <p class="flex gap-2 leading-snug">
          <FindingMark :level="task.level" :size="20" class="mt-0.5" />
          <span>
            <span class="font-semibold">{{ names(task) }}.</span>
            {{ task.sentence }}
          </span>
        </p>
        <FixButtons
          v-if="mayWrite && task.fixes.length > 0"
          class="mt-1.5 pl-7"
          size="md"
          :fixes="task.fixes.slice(0, 3)"
          :busy="busy"
          @fix="$emit('fix', $event)"
        />
      </li>
    </ul>
    <p v-if="trouble.length > SHOWN" class="muted pt-2">and {{ trouble.length - SHOWN }} more</p>
    <details v-if="care.length > 0" class="pt-2">
      <summary class="cursor-pointer font-semibold py-1 flex items-center gap-2">
        <FindingMark level="caution" :size="18" />
        {{ care.length }} to take care of
      </summary>
      <ul>
        <li
          v-for="task in care"
          :key="task.key"
          class="py-2 border-b border-(--rule) last:border-0 text-sm"
        >
          <span class="font-semibold">{{ names(task) }}.</span>
          {{ task.sentence }}
          <FixButtons
            v-if="mayWrite && task.fixes[0]?.change"
            class="mt-1"
            size="sm"
            :fixes="task.fixes.slice(0, 1)"
            :busy="busy"
            @fix="$emit('fix', $event)"
          />
        </li>
      </ul>
    </details>
  </section>
</template>
