<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'

/** The machine with its sliders where they are to stand, the rider on it, goal and what the stops give. */
const props = defineProps<{ set: Schemas['Settings'] }>()
const W = 500
const H = 640
const SCALE = 0.36
const place = (p: { x_mm: number; y_mm: number }) => ({ x: 200 + p.x_mm * SCALE, y: 510 - p.y_mm * SCALE })
const signs = computed(() => ({ goals: props.set.goals.map(place), marks: props.set.marks.map(place) }))
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    :aria-label="$t('{rider} on {machine}', { rider: set.rider, machine: set.machine })">
    <g class="draw" :transform="`translate(200 510) scale(${SCALE} ${-SCALE})`">
      <g class="rider"><ShapeList :shapes="set.far" /></g>
      <ShapeList :shapes="set.picture" />
      <g class="rider"><ShapeList :shapes="set.near" /></g>
    </g>
    <text x="24" y="34" class="name">{{ set.rider }}</text>
    <LayerSign v-for="(p, i) in signs.goals" :key="`g${i}`" layer="goal" :x="p.x" :y="p.y" :size="9" />
    <LayerSign v-for="(p, i) in signs.marks" :key="`m${i}`" layer="plan" :x="p.x" :y="p.y" :size="6.4" />
    <text :x="W - 24" y="34" text-anchor="end" class="crank">{{ $t('crank {mm}', { mm: set.crank_mm }) }}</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
}
.rider {
  mix-blend-mode: multiply;
}
.name {
  font: 640 22px var(--words);
  fill: var(--ink);
}
.crank {
  font: 560 18px var(--words);
  fill: var(--ink);
}
</style>
