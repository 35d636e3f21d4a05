<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { personBody, type Course, type Person, type PersonBody } from '#shared/people/schema'
import { ROLES, ROLE_NAME, type Role } from '#shared/sign-in/schema'
import { call } from '~/composables/api'

const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  person: Person | null
  courses: readonly Course[]
  onSaved?: () => unknown
}>()
const NONE = 'none'
const blank = () => ({
  name: '',
  email: '',
  role: 'worker' as Role,
  rosterNumber: '',
  courseId: NONE,
  fireWatchTrainedOn: '',
  active: true,
  password: '',
  pin: '',
  version: undefined as number | undefined,
})
const form = ref(blank())
watch(open, (now) => {
  if (now)
    form.value = props.person
      ? {
          ...blank(),
          name: props.person.name,
          email: props.person.email ?? '',
          role: props.person.role,
          rosterNumber: props.person.rosterNumber ?? '',
          courseId: props.person.courseId ?? NONE,
          fireWatchTrainedOn: props.person.fireWatchTrainedOn ?? '',
          active: props.person.active,
          version: props.person.version,
        }
      : blank()
})
const roles = ROLES.map((value) => ({ value, label: ROLE_NAME[value] }))

function body(): unknown {
  const { password, pin, email, rosterNumber, courseId, fireWatchTrainedOn, ...rest } = form.value
  return {
    ...rest,
    email: email || null,
    rosterNumber: rosterNumber || null,
    courseId: courseId === NONE ? null : courseId,
    fireWatchTrainedOn: fireWatchTrainedOn || null,
    ...(password && { password }),
    ...(pin && { pin }),
  }
}
const send = (body: PersonBody): Promise<unknown> =>
  props.person
    ? call(peopleRoutes.updatePerson, { params: { id: props.person.id }, body })
    : call(peopleRoutes.createPerson, { body })
const courseChoices = computed(() => [
  { value: NONE, label: 'None' },
  ...props.courses.map((course) => ({ value: course.id, label: course.name })),
])
const passwordHelp = computed(() =>
  props.person
    ? 'Blank keeps the old one; a new one signs them out everywhere'
    : 'At least 12 characters',
)
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="person ? `Change ${person.name}` : 'Add a person'"
    description="Email and password only for those who sign in; a PIN for those who sign."
    :confirm="person ? 'Save' : 'Add'"
    :state="form"
    :schema="personBody"
    :body="body"
    :send="send"
    @done="onSaved?.()"
    @changed="form.version = $event"
  >
    <UFormField label="Name" name="name">
      <UInput v-model="form.name" class="w-full" />
    </UFormField>
    <UFormField label="Role" name="role">
      <USelect v-model="form.role" :items="roles" class="w-full" />
    </UFormField>
    <div class="grid grid-cols-2 gap-4">
      <UFormField label="Roster number" name="rosterNumber">
        <UInput v-model="form.rosterNumber" class="w-full" />
      </UFormField>
      <UFormField label="Course" name="courseId">
        <USelect v-model="form.courseId" :items="courseChoices" class="w-full" />
      </UFormField>
    </div>
    <UFormField
      label="Fire watch trained on"
      help="Extinguisher training; blank if none"
      name="fireWatchTrainedOn"
    >
      <UInput v-model="form.fireWatchTrainedOn" type="date" class="w-full" />
    </UFormField>
    <UFormField label="Email" name="email">
      <UInput v-model="form.email" type="email" class="w-full" autocomplete="off" />
    </UFormField>
    <UFormField label="New password" :help="passwordHelp" name="password">
      <NewPasswordInput v-model="form.password" />
    </UFormField>
    <UFormField label="New PIN" help="4 to 8 digits" name="pin">
      <UInput
        v-model="form.pin"
        type="password"
        inputmode="numeric"
        class="w-full"
        autocomplete="new-password"
      />
    </UFormField>
    <USwitch v-if="person" v-model="form.active" label="Works here" />
  </FormDialog>
</template>
