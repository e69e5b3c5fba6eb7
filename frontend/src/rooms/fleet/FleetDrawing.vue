<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/shared/api/client'
import ShapeList from '@/shared/drawing/ShapeList.vue'

import { lettered } from './logic'

/** The bike that is looked at, and every bike's saddle and hand about the same cranks, a letter each. */
const props = defineProps<{ view: Schemas['FleetView'] }>()
const W = 860
const H = 640
const scale = computed(() => {
  const [left, low, right] = props.view.bounds as [number, number, number, number]
  return Math.min((W - 40) / (right - left), (H - 90) / (950 - low))
})
const origin = computed(() => {
  const [left, low] = props.view.bounds as [number, number, number, number]
  return { x: 20 - left * scale.value, y: H - 20 + low * scale.value }
})
const place = (p: { x_mm: number; y_mm: number }) => ({
  x: origin.value.x + p.x_mm * scale.value,
  y: origin.value.y - p.y_mm * scale.value,
})
const bikes = computed(() =>
  lettered(props.view).flatMap((b) =>
    b.saddle && b.hand ? [{ ...b, s: place(b.saddle), h: place(b.hand), here: b.fit === props.view.base }] : [],
  ),
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="$t('Every bike about the same cranks')">
    <g class="draw" :transform="`translate(${origin.x} ${origin.y}) scale(${scale} ${-scale})`">
      <ShapeList :shapes="view.picture" />
    </g>
    <g v-for="(b, i) in bikes" :key="b.fit" :class="b.here ? 'here' : 'other'">
      <path :d="`M${origin.x} ${origin.y}L${b.s.x} ${b.s.y}L${b.h.x} ${b.h.y}Z`" class="triangle" />
      <template v-for="at in [b.s, b.h]" :key="`${at.x} ${at.y}`">
        <circle :cx="at.x" :cy="at.y" r="4.5" class="mark" />
        <text :x="at.x + (i % 2 ? 12 : -12)" :y="at.y - 9 - 16 * Math.floor(i / 2)" text-anchor="middle">
          {{ b.letter }}
        </text>
      </template>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
}
.draw {
  opacity: 0.45;
}
.triangle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.other .triangle {
  stroke: var(--goal);
  stroke-dasharray: 6 4;
}
.mark {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.other .mark {
  stroke: var(--goal);
}
text {
  font: 640 17px var(--words);
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.other text {
  fill: var(--goal);
}
</style>
