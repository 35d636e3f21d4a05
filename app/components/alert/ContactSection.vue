<script setup lang="ts">
import { alertRoutes } from '#shared/alert/routes'
import { contactBody, type Contact } from '#shared/alert/schema'
import { call } from '~/composables/api'
import { useLoad } from '~/composables/load'
import { useSignIn } from '~/stores/sign-in'

/** Whom to call outside the shop: shown at every watch, and called where the site says so. */
const signIn = useSignIn()
const toast = useToast()
const { data: contacts, failure, load } = useLoad<Contact[]>(() => call(alertRoutes.contacts, {}))
onMounted(load)

const blank = () => ({ name: '', what: '', phone: '', email: '', called: true })
type Form = ReturnType<typeof blank> & { version?: number }
const form = ref<Form>(blank())
/** null: a new one. */
const changed = ref<Contact | null>(null)
const isOpen = ref(false)
const title = computed(() => (changed.value ? `Change ${changed.value.name}` : 'Add a contact'))
function edit(contact: Contact | null): void {
  changed.value = contact
  form.value = contact
    ? {
        name: contact.name,
        what: contact.what,
        phone: contact.phone ?? '',
        email: contact.email ?? '',
        called: contact.called,
        version: contact.version,
      }
    : blank()
  isOpen.value = true
}
const body = () => ({
  ...form.value,
  phone: form.value.phone.trim() || null,
  email: form.value.email.trim() || null,
})
const send = (sent: ReturnType<typeof contactBody.parse>): Promise<unknown> =>
  changed.value
    ? call(alertRoutes.updateContact, { params: { id: changed.value.id }, body: sent })
    : call(alertRoutes.createContact, { body: sent })

const leaving = ref<Contact | null>(null)
const isLeaving = computed({
  get: () => leaving.value !== null,
  set: (is) => {
    if (!is) leaving.value = null
  },
})
async function remove(): Promise<void> {
  const { id, name } = leaving.value!
  await call(alertRoutes.removeContact, { params: { id } })
  leaving.value = null
  toast.add({ title: `${name} is off the list` })
  await load()
}
</script>

<template>
  <section aria-labelledby="contacts" class="space-y-3">
    <div class="flex flex-wrap items-end gap-4">
      <div class="grow">
        <h2 id="contacts">Outside the shop</h2>
        <p class="muted">Shown at every watch. Called when everybody is.</p>
      </div>
      <UButton v-if="signIn.may('lead')" icon="i-lucide-plus" @click="edit(null)">
        Add a contact
      </UButton>
    </div>
    <Failure v-if="failure && !contacts" :failure="failure" @retry="load" />
    <p v-else-if="!contacts" class="muted">Reading the contacts…</p>
    <p v-else-if="contacts.length === 0" class="panel p-5">
      Nobody yet. Add who has to know of a fire: the works fire brigade, the night porter, the owner
      of the building.
    </p>
    <ul v-else class="panel divide-y divide-(--rule)">
      <li
        v-for="contact in contacts"
        :key="contact.id"
        class="p-4 flex flex-wrap items-center gap-x-6 gap-y-2"
      >
        <div class="grow min-w-48">
          <p class="font-semibold">{{ contact.name }}</p>
          <p class="muted">{{ contact.what }}</p>
        </div>
        <a v-if="contact.phone" class="link" :href="`tel:${contact.phone}`">{{ contact.phone }}</a>
        <span v-if="contact.email">{{ contact.email }}</span>
        <span class="muted">{{ contact.called ? 'called by Zonaris' : 'shown only' }}</span>
        <div v-if="signIn.may('lead')" class="flex gap-2">
          <UButton
            variant="outline"
            color="neutral"
            :aria-label="`Change ${contact.name}`"
            @click="edit(contact)"
          >
            Change
          </UButton>
          <UButton
            variant="outline"
            color="error"
            :aria-label="`Take ${contact.name} off the list`"
            @click="leaving = contact"
          >
            Take off
          </UButton>
        </div>
      </li>
    </ul>
    <FormDialog
      v-model:open="isOpen"
      :title="title"
      description="Somebody outside the shop who has to know."
      confirm="Save"
      :state="form"
      :schema="contactBody"
      :body="body"
      :send="send"
      @done="load"
      @changed="form.version = $event"
    >
      <UFormField label="Name" name="name">
        <UInput v-model="form.name" class="w-full" />
      </UFormField>
      <UFormField label="What they are" name="what" help="Works fire brigade, night porter">
        <UInput v-model="form.what" class="w-full" />
      </UFormField>
      <UFormField label="Telephone" name="phone" help="Texts go there, where texts are set up">
        <UInput v-model="form.phone" type="tel" class="w-full" />
      </UFormField>
      <UFormField label="Mail" name="email">
        <UInput v-model="form.email" type="email" class="w-full" />
      </UFormField>
      <UCheckbox v-model="form.called" label="Zonaris calls them when everybody is called" />
    </FormDialog>
    <UModal
      v-model:open="isLeaving"
      :title="`Take ${leaving?.name} off the list`"
      description="What they were told stays on record."
    >
      <template #footer>
        <UButton color="error" @click="remove">Take off</UButton>
        <UButton variant="ghost" color="neutral" @click="leaving = null">Leave it</UButton>
      </template>
    </UModal>
  </section>
</template>
