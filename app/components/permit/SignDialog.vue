<script setup lang="ts">
import { z } from 'zod'
import { reachText } from '#core/firewatch/rules.table'
import { dutiesOf } from '#shared/permit/duties'
import { foundText } from '#shared/permit/found'
import type { Permit, Signatory } from '#shared/permit/schema'
import { watchText } from '#shared/permit/watch-text'
import { SIGNER_WORDS } from '~/components/permit/action-words'
import { useSiteTime } from '~/composables/time'

/** What somebody signs, read before the PIN: the own duties first, then what the permit says. */
const open = defineModel<boolean>('open', { required: true })
const props = defineProps<{
  permit: Permit
  signatory: Signatory
  sign: (entry: {
    as: Signatory['as']
    personId?: string
    version: number
    pin: string
  }) => Promise<unknown>
}>()
const { when } = useSiteTime()
const form = ref({ pin: '' })
watch(open, (now) => {
  if (now) form.value = { pin: '' }
})
const duties = computed(() => dutiesOf(props.signatory, props.permit))
const facts = computed(() => {
  const { permit } = props
  return [
    ['Place', permit.place],
    ['Work', permit.job],
    ['Valid', `${when(permit.validFrom)} to ${when(permit.validTo)}`],
    ['Sweep', reachText(permit.reach)],
    ['Watch', watchText(permit)],
    ...(permit.found.length > 0 ? [['Found today', foundText(permit.found)]] : []),
    ...permit.signatories.map(({ as, name, side }) => [
      side ?? capital(SIGNER_WORDS[as].name),
      name ?? 'not named',
    ]),
  ]
})
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
/** What is not plainly right, as it stands now. */
const minded = computed(() => props.permit.live.filter(({ level }) => level !== 'clear'))
const shortHash = computed(() => props.permit.hash.slice(0, 12))
const entry = z.object({ pin: z.string() })
const send = ({ pin }: z.output<typeof entry>) =>
  props.sign({
    as: props.signatory.as,
    ...(props.signatory.as === 'watcher' && { personId: props.signatory.personId! }),
    version: props.permit.version,
    pin,
  })
</script>

<template>
  <FormDialog
    v-model:open="open"
    :title="SIGNER_WORDS[signatory.as].title"
    :description="`${signatory.name}, by PIN`"
    confirm="Sign"
    wide
    :state="form"
    :schema="entry"
    :body="() => form"
    :send="send"
  >
    <section aria-labelledby="own-duties" class="edge edge-clear px-3 py-2">
      <h3 id="own-duties" class="mb-1">You take on</h3>
      <ul class="list-disc pl-5 space-y-1 text-lg leading-snug" data-testid="duties">
        <li v-for="duty in duties" :key="duty">{{ duty }}</li>
      </ul>
    </section>
    <section aria-labelledby="signed-facts">
      <h3 id="signed-facts" class="mb-1">The permit says</h3>
      <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <template v-for="[name, value] in facts" :key="name">
          <dt class="muted">{{ name }}</dt>
          <dd>{{ value }}</dd>
        </template>
      </dl>
    </section>
    <section v-if="minded.length > 0" aria-labelledby="signed-minded">
      <h3 id="signed-minded" class="mb-1">Look out for</h3>
      <ul class="space-y-1">
        <li v-for="finding in minded" :key="finding.code" class="flex gap-2 leading-snug">
          <FindingMark :level="finding.level" :size="18" class="mt-0.5" />
          <span>{{ finding.sentence }}</span>
        </li>
      </ul>
    </section>
    <PinField v-model="form.pin" :label="`PIN of ${signatory.name}`" />
    <p class="muted text-sm">
      Version {{ permit.version }} of this permit, fingerprint {{ shortHash }}. A change after it
      makes the signature void.
    </p>
  </FormDialog>
</template>
