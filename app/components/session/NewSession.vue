<script setup lang="ts">
import { dayText } from '#core/calendar/day'
import { peopleRoutes } from '#shared/people/routes'
import { sessionRoutes } from '#shared/session/routes'
import { sessionBody, type SessionBody, type SessionRow } from '#shared/session/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSiteTime } from '~/composables/time'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{ copyOf: SessionRow | null }>()
const emit = defineEmits<{ made: [id: string] }>()
const { today } = useSiteTime()
const courses = useLoad(() => call(peopleRoutes.courses, {}))
const NONE = 'none'
const form = ref({ day: '', title: '', courseId: NONE })
watch(open, (now) => {
  if (!now) return
  form.value = { day: today(), title: props.copyOf?.title ?? '', courseId: NONE }
  if (!props.copyOf) void courses.load()
})
const body = (): unknown => ({
  ...form.value,
  courseId: form.value.courseId === NONE ? null : form.value.courseId,
})
const send = (body: SessionBody): Promise<{ id: string }> =>
  props.copyOf
    ? call(sessionRoutes.copySession, { params: { id: props.copyOf.id }, body: { day: body.day } })
    : call(sessionRoutes.createSession, { body })
const title = computed(() =>
  props.copyOf ? `Copy ${props.copyOf.title} of ${dayText(props.copyOf.day)}` : 'New session',
)
const description = computed(() =>
  props.copyOf
    ? 'The same people, booths, work and helmets. Who is here and what was proved start anew.'
    : 'Everyone of a course comes in at once; others can be added.',
)
const courseChoices = computed(() => [
  { value: NONE, label: 'None' },
  ...(courses.data.value ?? []).map(({ id, name, people }) => ({
    value: id,
    label: `${name}, ${people} people`,
  })),
])
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="title"
    :description="description"
    :confirm="copyOf ? 'Copy' : 'Make it'"
    :state="form"
    :schema="sessionBody"
    :body="body"
    :send="send"
    @done="emit('made', $event.id)"
  >
    <UFormField label="Day" name="day">
      <UInput v-model="form.day" type="date" class="w-full" />
    </UFormField>
    <template v-if="!copyOf">
      <UFormField label="Title" name="title">
        <UInput v-model="form.title" class="w-full" placeholder="Apprentice bay, morning" />
      </UFormField>
      <UFormField label="Course" name="courseId">
        <USelect v-model="form.courseId" :items="courseChoices" class="w-full" />
      </UFormField>
    </template>
  </FormDialog>
</template>
