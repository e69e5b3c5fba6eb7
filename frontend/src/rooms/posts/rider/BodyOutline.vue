<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'

import { ARMS, BACK_SEAMS, LEGS, SHIRT } from './outline'

/** A body from the front and the back; where it is clicked, it hurts. Spots grow with their severity. */
const props = defineProps<{ hurts: Schemas['Hurt'][]; current: number | null }>()
const emit = defineEmits<{ add: [view: 'front' | 'back', x: number, y: number]; pick: [index: number] }>()
const WIDE = 150
const HIGH = 372
const VIEWS = [
  { view: 'front', left: 22, label: 'front' },
  { view: 'back', left: 200, label: 'back' },
] as const
const spots = (view: string) => props.hurts.map((hurt, i) => ({ hurt, i })).filter(({ hurt }) => hurt.view === view)
function click(event: MouseEvent, view: 'front' | 'back') {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  emit(
    'add',
    view,
    Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)),
    Math.min(1, Math.max(0, (event.clientY - box.top) / box.height)),
  )
}
const side = (x: number) => (x < 0.5 ? -1 : 1)
</script>

<template>
  <svg
    viewBox="0 0 372 408"
    width="372"
    height="408"
    role="group"
    :aria-label="$t('Body outline: click where it hurts')">
    <g v-for="v in VIEWS" :key="v.view" :transform="`translate(${v.left} 6)`">
      <g class="body">
        <path class="skin" d="M64 36c0 9-1 13-9 16l20 10 20-10c-8-3-9-7-9-16z" />
        <path class="skin" d="M57 19c0-24 36-24 36 0 0 17-8 31-18 31S57 36 57 19z" />
        <path
          class="hair"
          :d="
            v.view === 'front'
              ? 'M56 21c-2-27 40-27 38 0-5-10-32-11-38 0z'
              : 'M56 22c-3-29 41-29 38 0 0 14-5 24-11 26H67c-6-2-11-12-11-26z'
          " />
        <path class="skin" :d="ARMS" />
        <path class="skin" :d="LEGS" />
        <path class="cloth" :d="SHIRT" />
        <path class="cloth" d="M44 168c-3 28-2 54 3 80h26l2-44 2 44h26c5-26 6-52 3-80z" />
        <path class="shoe" d="M58 360c-4 3-6 8-5 12h19v-12zM92 360c4 3 6 8 5 12H78v-12z" />
        <path
          v-if="v.view === 'front'"
          class="seam"
          d="M55 53c8 9 32 9 40 0M44 168h62M61 290c-3 6-3 14 0 19M89 290c3 6 3 14 0 19M75 178v24" />
        <path v-else class="seam" :d="BACK_SEAMS" />
      </g>
      <rect :width="WIDE" :height="HIGH" class="glass" @click="click($event, v.view)" />
      <g
        v-for="{ hurt, i } in spots(v.view)"
        :key="i"
        class="spot"
        :class="{ current: current === i }"
        role="button"
        tabindex="0"
        :aria-label="$t('{i}: {what}, {severity} of 5', { i: i + 1, what: hurt.what, severity: hurt.severity })"
        @click.stop="emit('pick', i)"
        @keydown.enter="emit('pick', i)">
        <circle :cx="hurt.x * WIDE" :cy="hurt.y * HIGH" :r="5 + hurt.severity * 2" />
        <path
          :d="`M${hurt.x * WIDE + side(hurt.x) * (5 + hurt.severity * 2)} ${hurt.y * HIGH}l${side(hurt.x) * 7} 13`" />
        <circle
          :cx="hurt.x * WIDE + side(hurt.x) * (14 + hurt.severity * 2)"
          :cy="hurt.y * HIGH + 22"
          r="9.5"
          class="number" />
        <text
          :x="hurt.x * WIDE + side(hurt.x) * (14 + hurt.severity * 2)"
          :y="hurt.y * HIGH + 26.5"
          text-anchor="middle">
          {{ i + 1 }}
        </text>
      </g>
      <text v-if="v.view === 'front'" x="12" y="396" class="word" text-anchor="middle">{{ $t('right') }}</text>
      <text x="75" y="396" class="word" text-anchor="middle">{{ v.label }}</text>
      <text v-if="v.view === 'front'" x="138" y="396" class="word" text-anchor="middle">{{ $t('left') }}</text>
    </g>
    <path d="M4 379H368" class="ground" />
  </svg>
</template>

<style scoped>
.skin {
  fill: color-mix(in srgb, var(--tyre) 82%, var(--rule));
}
.cloth {
  fill: color-mix(in srgb, var(--shoe) 88%, var(--sheet));
  stroke: var(--paper);
  stroke-width: 1.4;
}
.hair,
.shoe {
  fill: color-mix(in srgb, var(--shoe) 70%, var(--now));
}
.seam {
  fill: none;
  stroke: var(--paper);
  stroke-width: 1.5;
}
.glass {
  fill: transparent;
  cursor: crosshair;
}
.spot {
  cursor: pointer;
}
.spot circle {
  fill: color-mix(in srgb, var(--ochre) 26%, transparent);
  stroke: var(--ochre);
  stroke-width: 1.6;
}
.spot path {
  stroke: var(--ink);
  stroke-width: 1;
  fill: none;
}
.spot .number {
  fill: var(--ink);
  stroke: none;
}
.spot text {
  fill: var(--on-ink);
  font: 640 12.5px var(--words);
}
.spot.current circle:first-child {
  stroke-width: 3;
}
.spot:focus-visible {
  outline: none;
}
.spot:focus-visible circle:first-child {
  stroke: var(--ink);
  stroke-width: 3;
}
.ground {
  stroke: var(--rule);
}
.word {
  fill: var(--quiet);
  font: 420 12.5px var(--words);
}
</style>
