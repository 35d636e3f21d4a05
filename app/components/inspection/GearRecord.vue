<script setup lang="ts">
import type { z } from 'zod'
import { calibratedSays } from '#core/inspection/calibration'
import { occasionName } from '#core/inspection/occasion'
import type { gearRecord } from '#shared/inspection/routes'
import { RESULT_WORDS } from '~/components/inspection/line-words'
import { joined } from '~/components/frame/joined'
import { useSiteTime } from '~/composables/time'

/** What happened to a piece of gear, newest first: looks, repairs, and who reached for it while it was locked. */
const props = defineProps<{ record: z.infer<typeof gearRecord> }>()
const emit = defineEmits<{ changed: [] }>()
type Inspection = (typeof props.record.inspections)[number]
const { when } = useSiteTime()

/** By which meters it was read, each once. */
const readBy = (lines: Inspection['lines']): string[] => [
  ...new Set(
    lines.flatMap(({ calibrated, meter }) =>
      calibrated === undefined
        ? []
        : [`Read with ${meter ?? 'a meter not in the register'}, ${calibratedSays(calibrated)}`],
    ),
  ),
]
const entries = computed(() => {
  const { inspections, repairs, tries, gear } = props.record
  return [
    ...inspections.map((entry) => ({
      ...entry,
      level: RESULT_WORDS[entry.result].level,
      photos: entry.lines.flatMap(({ photo, name }) => (photo ? [{ id: photo, of: name }] : [])),
      title: `${occasionName(entry.occasion, gear.everyDays)}: ${RESULT_WORDS[entry.result].text}`,
      who: joined(
        entry.person,
        entry.checklist !== null && `checklist ${entry.checklist}`,
        entry.rehearsal && 'rehearsal',
      ),
      says: [
        ...entry.lines
          .filter((line) => line.mark === 'fail')
          .map((line) => `${line.name}: ${line.because ?? line.note}`),
        ...readBy(entry.lines),
        ...(entry.repairNote ? [`Repair: ${entry.repairNote}`] : []),
      ],
    })),
    ...repairs.map((entry) => ({
      ...entry,
      level: null,
      photos: [],
      title: 'Repaired',
      who: joined(entry.person, entry.rehearsal && 'rehearsal'),
      says: [
        entry.note,
        ...(entry.parts.length > 0
          ? [`Parts: ${entry.parts.map(({ name, count }) => `${count} ${name}`).join(', ')}`]
          : []),
        ...(entry.cost === null ? [] : [`Cost: ${entry.cost.toFixed(2)}`]),
      ],
    })),
    ...tries.map((entry) => ({
      ...entry,
      level: 'stop' as const,
      photos: [],
      title: 'Reached for while locked out',
      who: entry.person,
      says: [entry.doing],
    })),
  ].sort((a, b) => (a.at < b.at ? 1 : -1))
})
</script>

<template>
  <p v-if="entries.length === 0" class="muted">No inspection yet.</p>
  <ol class="space-y-3">
    <li v-for="entry in entries" :key="entry.id" class="border-b border-(--rule) pb-2">
      <p class="flex items-center gap-2">
        <FindingMark v-if="entry.level" :level="entry.level" />
        <UIcon v-else name="i-lucide-wrench" class="size-6" />
        <span class="font-semibold">{{ entry.title }}</span>
        <span class="muted ml-auto text-right">{{ when(entry.at) }}</span>
      </p>
      <p class="muted">{{ entry.who }}</p>
      <p v-for="line in entry.says" :key="line" class="text-sm">{{ line }}</p>
      <div v-if="entry.photos.length > 0" class="flex flex-wrap gap-2 mt-2">
        <PhotoView
          v-for="photo in entry.photos"
          :id="photo.id"
          :key="photo.id"
          :of="photo.of"
          @removed="emit('changed')"
        />
      </div>
    </li>
  </ol>
</template>
