<script setup lang="ts">
/** Sparks fly low from the arc, each its own length. */
const SPARKS = Array.from({ length: 13 }, (_, i) => {
  const angle = -0.25 - (i + 1) * 0.21
  const reach = 90 + (((i + 1) * 53) % 130)
  return `M0 0L${(220 * Math.cos(angle)).toFixed(1)} ${(reach * Math.sin(angle)).toFixed(1)}`
})
/** Ripples of the bead, left of the arc. */
const RIPPLES = Array.from({ length: 24 }, (_, i) => `M${i * 17 - 3} 466a16 16 0 0 1 17 0`)
</script>

<template>
  <div class="min-h-dvh grid md:grid-cols-[minmax(0,1fr)_minmax(0,30rem)]">
    <div
      class="hidden md:flex flex-col bg-[#0f1619] text-[#e9eef0] p-10 overflow-hidden relative"
      aria-hidden="true"
    >
      <svg
        viewBox="0 0 600 600"
        class="absolute inset-0 w-full h-full"
        preserveAspectRatio="xMidYMid slice"
      >
        <path d="M0 480H600" stroke="#36424a" stroke-width="26" />
        <path d="M0 520H600" stroke="#222c32" stroke-width="40" />
        <path
          v-for="ripple in RIPPLES"
          :key="ripple"
          :d="ripple"
          fill="none"
          stroke="#8d9aa1"
          stroke-width="6"
        />
        <g transform="translate(404 452)">
          <circle r="150" fill="#ffb224" opacity="0.07" />
          <circle r="80" fill="#ffb224" opacity="0.14" />
          <circle r="34" fill="#ffe9b3" opacity="0.5" />
          <circle r="12" fill="#fffbe8" />
          <path
            v-for="(spark, i) in SPARKS"
            :key="spark"
            :d="spark"
            stroke="#ffb224"
            stroke-width="1.5"
            stroke-dasharray="2 14"
            :stroke-dashoffset="(i + 1) * 5"
          />
        </g>
        <path d="M404 440 520 250 560 276 430 452Z" fill="#4c5960" />
        <path d="M520 250 600 120" stroke="#36424a" stroke-width="18" />
      </svg>
      <p class="plate text-7xl relative">Zonaris</p>
      <p class="relative text-lg mt-3 max-w-md">
        Eyes, body, air, gear, fire: worked out, explained and on record before the first arc.
      </p>
    </div>
    <main id="main" class="bg-(--panel) p-6 sm:p-10 flex flex-col justify-center gap-6">
      <slot />
    </main>
  </div>
</template>
