<script setup lang="ts">
/** What to do first when gas burns at a set. Shown at once, never behind a form. */
const STEPS = [
  'Shout, get everybody away, have somebody call the fire service.',
  'Fire at a hose or torch, and the valve can be reached safely: shut the acetylene first, then the oxygen.',
  'A fuse plug burns, or the valve cannot be reached: do not put it out. Clear the area, cool it from cover, get the oxygen away if that is safe.',
  'An acetylene cylinder that was in a fire, or is hot to the hand, may burst hours later: stay away, say so to the fire service.',
  'Nothing of the set is used again before it was looked at.',
] as const
</script>

<template>
  <section class="panel edge edge-stop p-4 sm:p-6" aria-labelledby="fire">
    <h2 id="fire">Gas burns at the set</h2>
    <ol class="list-decimal pl-5 space-y-1 mt-2 font-semibold">
      <li v-for="step in STEPS" :key="step">{{ step }}</li>
    </ol>
    <p class="muted mt-2">
      Common practice. Your site's emergency plan and the fire service go before it.
    </p>
  </section>
</template>
