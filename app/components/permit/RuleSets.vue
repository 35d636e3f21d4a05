<script setup lang="ts">
import { rulesOn } from '#core/firewatch/governing'
import { reachText } from '#core/firewatch/rules.table'
import { RULE_SETS, RULE_SET_NAME, type RuleSet } from '#core/firewatch/rule-sets.table'
import { watchText } from '#shared/permit/watch-text'
import { useSiteTime } from '~/composables/time'

/** Which rules hold; each with what it asks for. */
const sets = defineModel<RuleSet[]>({ required: true })
const props = defineProps<{
  /** Adopted elsewhere: they always hold. */
  locked?: readonly RuleSet[]
  disabled?: boolean
}>()
const { today } = useSiteTime()
const choices = computed(() =>
  RULE_SETS.map((set) => {
    const { watch: watchMinutes, monitoring, reach } = rulesOn(set, today())
    const watch = watchText({ watchMinutes, monitoring })
    return {
      set,
      name: RULE_SET_NAME[set],
      asks: reach === null ? `Watch ${watch}` : `Watch ${watch}; sweep ${reachText(reach)}`,
      isLocked: props.locked?.includes(set) ?? false,
    }
  }),
)
function choose(set: RuleSet, on: boolean): void {
  sets.value = RULE_SETS.filter((one) => (one === set ? on : sets.value.includes(one)))
}
</script>

<template>
  <div class="grid grid-cols-1 sm:grid-cols-2 gap-x-6 gap-y-2">
    <template v-for="{ set, name, asks, isLocked } in choices" :key="set">
      <div v-if="isLocked" class="flex gap-2">
        <UIcon name="i-lucide-lock" class="mt-1 shrink-0" />
        <div>
          <p class="font-semibold">{{ name }}</p>
          <p class="muted text-sm">{{ asks }}. Rule of the shop.</p>
        </div>
      </div>
      <UCheckbox
        v-else
        :model-value="sets.includes(set)"
        :label="name"
        :description="`${asks}.`"
        :disabled="disabled"
        @update:model-value="choose(set, Boolean($event))"
      />
    </template>
  </div>
</template>
