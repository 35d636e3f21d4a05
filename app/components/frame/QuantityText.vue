<script setup lang="ts">
import type { Unit } from '#core/finding/finding'
import { quantityText } from '#shared/units/units'
import { useUnits } from '~/composables/units'

const props = defineProps<{ amount: number; unit: Unit }>()
const units = useUnits()
const text = computed(() => quantityText({ amount: props.amount, unit: props.unit }, units.value))
</script>

<template>
  <span>{{ text }}</span>
</template>
