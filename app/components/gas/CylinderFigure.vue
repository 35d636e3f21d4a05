<script setup lang="ts">
import { phaseOf } from '#core/gas/composition'
import { isConnected } from '#core/gas/move'
import type { Cylinder } from '#shared/gas/schema'

/**
 * A cylinder as itself: its shape by kind, how full it is, cap or regulator, chain. It has no colour of a gas: those tell
 * nothing for certain. What is not known is hatched.
 */
const props = defineProps<{ cylinder: Cylinder }>()
const id = useId()

/** Outlines in a box of 60 by 150: tall for compressed gas, stout for acetylene, squat with a collar for propane. */
const SHAPES = {
  tall: {
    top: 34,
    neck: 26,
    bottom: 144,
    body: 'M16 146V50C16 38 24 36 25 30V26H35V30C36 36 44 38 44 50V146Z',
  },
  stout: {
    top: 52,
    neck: 34,
    bottom: 144,
    body: 'M11 146V66C11 50 23 48 25 40V34H35V40C37 48 49 50 49 66V146Z',
  },
  squat: {
    top: 70,
    neck: 58,
    bottom: 144,
    body: 'M8 140V88C8 72 20 70 24 66V58H36V66C40 70 52 72 52 88V140C52 144 48 146 44 146H16C12 146 8 144 8 140Z',
  },
} as const
const shape = computed(() => {
  const { parts } = props.cylinder
  if (!parts || phaseOf(parts) === 'permanent' || parts.carbonDioxide) return SHAPES.tall
  return parts.acetylene ? SHAPES.stout : SHAPES.squat
})
const level = computed(() => {
  const { top, bottom } = shape.value
  const share = props.cylinder.share ?? 0
  return { y: bottom - (bottom - top) * share, height: (bottom - top) * share }
})
const known = computed(() => props.cylinder.share !== null)
const neck = computed(() => shape.value.neck)
/** The cap over the valve, and the bare valve. */
const cap = computed(() => {
  const at = neck.value
  return `M23 ${at}V${at - 12}C23 ${at - 20} 37 ${at - 20} 37 ${at - 12}V${at}Z`
})
const valve = computed(() => {
  const at = neck.value
  return `M27 ${at}V${at - 9}H24V${at - 13}H36V${at - 9}H33V${at}Z`
})
const connected = computed(() => isConnected(props.cylinder.state))
</script>

<template>
  <svg viewBox="0 0 60 150" class="cylinder" aria-hidden="true">
    <defs>
      <pattern
        :id="`${id}-unknown`"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="2.5" height="7" class="hatch" />
      </pattern>
      <clipPath :id="`${id}-body`"><path :d="shape.body" /></clipPath>
    </defs>
    <path :d="shape.body" class="body" />
    <g :clip-path="`url(#${id}-body)`">
      <rect v-if="known" x="0" width="60" :y="level.y" :height="level.height" class="gas" />
      <rect v-else x="0" y="0" width="60" height="150" :fill="`url(#${id}-unknown)`" />
    </g>
    <path :d="shape.body" class="rim" />
    <!-- A cap over the valve, a regulator on it, or the bare valve. -->
    <path v-if="cylinder.capped" :d="cap" class="cap" />
    <g v-else-if="connected" class="fitting">
      <path :d="`M27 ${neck}V${neck - 10}H33V${neck}Z`" />
      <circle :cx="42" :cy="neck - 12" r="7" />
      <circle :cx="54" :cy="neck - 6" r="4.5" />
    </g>
    <path v-else :d="valve" class="fitting" />
    <line v-if="cylinder.chained" x1="0" x2="60" y1="84" y2="84" class="chain" />
  </svg>
</template>

<style scoped>
.cylinder {
  width: 100%;
  height: 100%;
}
.body {
  fill: var(--ui-bg);
}
.rim {
  fill: none;
  stroke: var(--ui-text);
  stroke-width: 2;
}
.gas {
  fill: var(--ui-primary);
  opacity: 0.75;
}
.hatch {
  fill: var(--ui-text-muted);
  opacity: 0.45;
}
.cap,
.fitting {
  fill: var(--ui-text);
}
.chain {
  stroke: var(--ui-text);
  stroke-width: 3;
  stroke-dasharray: 5 3;
}
</style>
